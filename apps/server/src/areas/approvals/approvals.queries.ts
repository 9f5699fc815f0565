import { Injectable } from '@nestjs/common';
import { asc, inArray, sql } from 'drizzle-orm';
import type { ApprovalPart } from '@steady/contract/approvals';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { asksThere, partiesThere } from '../asks';
import { contactName } from '../clients';
import { DocumentsService } from '../documents';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { approvals } from './approvals.tables';

/** What is approved, and who did. */
@Injectable()
export class ApprovalQueries {
  constructor(private readonly documents: DocumentsService) {}

  async parts(work: Work, askIds: string[]): Promise<Map<string, ApprovalPart>> {
    if (askIds.length === 0) return new Map();
    const ticks = await rows<{ askId: string; partyId: string; at: string }>(
      work.tx,
      sql`select p.ask_id as "askId", t.party_id as "partyId", t.at from approval_ticks t join ${partiesThere} p on p.id = t.party_id
          where p.ask_id in (select jsonb_array_elements_text(${JSON.stringify(askIds)}::jsonb)::uuid) order by t.at`,
    );
    const found = await work.tx.select().from(approvals).where(inArray(approvals.askId, askIds)).orderBy(asc(approvals.id));
    const parts = new Map<string, ApprovalPart>();
    for (const { askId, documentId, sha256 } of found) {
      const document = documentId === null ? null : await this.documents.get(work, documentId);
      parts.set(askId, {
        documentId,
        documentName: document?.name ?? null,
        bytes: document?.bytes ?? 0,
        sha256,
        ticks: ticks.filter((one) => one.askId === askId).map(({ partyId, at }) => ({ partyId, at })),
      });
    }
    return parts;
  }

  /** Which of these documents somebody was asked to approve. */
  async given(work: Work, documentIds: string[]): Promise<ReadonlyMap<string, string>> {
    const found = await work.tx.select({ id: approvals.documentId }).from(approvals).where(inArray(approvals.documentId, documentIds));
    return new Map(found.map(({ id }) => [id!, 'it was given for approval'] as const));
  }

  /** What approvals bring to a client’s whole file. */
  async wholeFile(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    const found = await rows<Record<string, string | null>>(
      work.tx,
      sql`select a.title, ${contactName(sql`p.contact_id`)} as "asked of", t.at as "approved at", v.sha256 from approvals v join ${asksThere} a on a.id = v.ask_id
            join ${partiesThere} p on p.ask_id = a.id left join approval_ticks t on t.party_id = p.id
          where a.client_id = ${id} order by a.id, p.id`,
    );
    return table('approvals', found);
  }
}
