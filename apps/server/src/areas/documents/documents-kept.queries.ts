import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { rows } from '../../platform/database';
import { FileStore } from '../../platform/files';
import type { Work } from '../../platform/work';
import { ContactMerging } from '../clients';
import type { Gone, KeptPart, PersonHas, PersonPart, Things, ThingsThere } from '../keeping';
import { type ZipEntry, safeName, table } from '../whole-file';
import { DocumentChanges } from './document-changes.service';
import { DocumentHolds } from './document-holds';
import { clientFolders, documents } from './documents.tables';

/** What of documents is kept for a time, by the firm's folder in which they lie; and those that a person sent. */
@Injectable()
export class DocumentsKept implements KeptPart, PersonPart, OnModuleInit {
  readonly kind = 'documents';

  constructor(
    private readonly changes: DocumentChanges,
    private readonly holds: DocumentHolds,
    private readonly store: FileStore,
    private readonly merging: ContactMerging,
  ) {}

  onModuleInit(): void {
    // Of two records that are one person, what the one sent is of the other.
    this.merging.follow(documents.byContact);
  }

  there(work: Work, clientIds: string[]): Promise<ThingsThere[]> {
    return rows(
      work.tx,
      sql`select d.client_id as "clientId", f.template_id as "folderId", t.name as folder, count(*)::int as count
          from documents d left join client_folders f on f.id = d.folder_id left join folder_templates t on t.id = f.template_id
          where d.firm_id = ${work.firm.id} and d.removed_at is null
            and d.client_id in (select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid)
          group by 1, 2, 3 order by t.name nulls last, 2`,
    );
  }

  private async ids(work: Work, { clientId, folderId }: Things): Promise<string[]> {
    const found = await work.tx
      .select({ id: documents.id })
      .from(documents)
      .leftJoin(clientFolders, eq(clientFolders.id, documents.folderId))
      .where(
        and(
          eq(documents.firmId, work.firm.id),
          eq(documents.clientId, clientId),
          isNull(documents.removedAt),
          folderId === null ? isNull(clientFolders.templateId) : eq(clientFolders.templateId, folderId),
        ),
      );
    return found.map(({ id }) => id);
  }

  async look(work: Work, things: Things): Promise<Gone> {
    const ids = await this.ids(work, things);
    const held = ids.length === 0 ? new Map<string, string>() : await this.holds.of(work, ids);
    return { count: ids.length - held.size, stays: [...held.values()] };
  }

  async destroy(work: Work, things: Things): Promise<Gone> {
    const ids = await this.ids(work, things);
    return ids.length === 0 ? { count: 0, stays: [] } : this.changes.destroyOverdue(work, ids);
  }

  private sentBy(work: Work, contactId: string) {
    const { id, clientId, name, what, at, address } = documents;
    return work.tx
      .select({ id, clientId, name, what, at, address })
      .from(documents)
      .where(and(eq(documents.firmId, work.firm.id), eq(documents.byContact, contactId), isNull(documents.removedAt)))
      .orderBy(asc(at), asc(id));
  }

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    const found = new Map<string, number>();
    for (const { clientId } of await this.sentBy(work, contactId)) found.set(clientId, (found.get(clientId) ?? 0) + 1);
    return [...found].map(([clientId, count]) => ({
      what: 'Documents they sent',
      clientId,
      count,
      kind: this.kind,
      always: 'part of the client\u2019s records: the yearly list says when they may go',
    }));
  }

  async erase(): Promise<void> {
    // What they sent belongs to the records of the client.
  }

  async give(work: Work, contactId: string): Promise<ZipEntry[]> {
    const sent = await this.sentBy(work, contactId);
    return [
      ...table(
        'documents you sent',
        sent.map(({ name, what, at }) => ({ file: name, as: what, at })),
      ),
      ...sent.map(({ name, address }) => ({
        name: `documents/${safeName(name)}`,
        stream: () => this.store.readIfSound(work.firm, address),
      })),
    ];
  }
}
