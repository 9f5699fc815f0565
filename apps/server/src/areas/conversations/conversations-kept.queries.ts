import { Injectable } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { rows } from '../../platform/database';
import { Events } from '../../platform/events';
import { FileStore } from '../../platform/files';
import { type Work, asWhole } from '../../platform/work';
import { ClientsService } from '../clients';
import type { Gone, KeptPart, PersonHas, PersonPart, Things, ThingsThere } from '../keeping';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { ConversationBook, WordsWritten } from './conversation-book.service';
import { ConversationOpened } from './conversations.service';

const WORDS = sql`conversation_words w join conversations c on c.id = w.conversation_id`;
const ofClients = (clientIds: readonly string[]) => sql`c.client_id in (select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid)`;
const THERE = sql`w.destroyed_at is null`;

/** What was said in conversations is kept as messages are: its words and files are destroyed, that something was said stays. */
@Injectable()
export class ConversationsKept implements KeptPart, PersonPart {
  readonly kind = 'messages';

  constructor(
    private readonly events: Events,
    private readonly store: FileStore,
    private readonly clients: ClientsService,
    private readonly book: ConversationBook,
  ) {}

  async there(work: Work, clientIds: string[]): Promise<ThingsThere[]> {
    return asWhole(work, async () => {
      const found = await rows<{ clientId: string; count: number }>(
        work.tx,
        sql`select c.client_id as "clientId", count(*)::int as count from ${WORDS} where c.firm_id = ${work.firm.id} and ${ofClients(clientIds)} and ${THERE} group by 1`,
      );
      return found.map((one) => ({ ...one, folderId: null, folder: null }));
    });
  }

  async destroy(work: Work, { clientId }: Things): Promise<Gone> {
    const count = await this.empty(work, [clientId], sql`true`);
    // The history quotes subjects, and names files.
    await this.events.forget(work, { clientIds: await this.clients.withMerged(work, [clientId]), kinds: [WordsWritten.name, ConversationOpened.name] });
    return { count, stays: [] };
  }

  private async empty(work: Work, clientIds: readonly string[], which: SQL): Promise<number> {
    return asWhole(work, async () => {
      const gone = await rows<{ address: string | null }>(
        work.tx,
        sql`with going as (select w.id, w.file_address from ${WORDS} where c.firm_id = ${work.firm.id} and ${ofClients(clientIds)} and ${THERE} and ${which})
            update conversation_words set words = '', from_address = null, file_address = null, file_name = null, destroyed_at = ${work.now.toString()}
            from going where conversation_words.id = going.id returning going.file_address as address`,
      );
      for (const address of new Set(gone.flatMap((one) => one.address ?? []))) await this.store.giveUp(work, address);
      return gone.length;
    });
  }

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    return asWhole(work, async () => {
      const found = await rows<{ clientId: string; count: number }>(
        work.tx,
        sql`select c.client_id as "clientId", count(*)::int as count from ${WORDS} where c.firm_id = ${work.firm.id} and w.by_contact = ${contactId} and ${THERE} group by 1`,
      );
      return found.map((one) => ({ what: 'What they wrote in conversations', ...one, kind: this.kind }));
    });
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    const of = clientIds.filter((id): id is string => id !== null);
    await this.empty(work, of, sql`w.by_contact = ${contactId}`);
    await this.events.forget(work, { clientIds: await this.clients.withMerged(work, of), kinds: [WordsWritten.name], actorId: contactId });
  }

  async give(work: Work, contactId: string): Promise<ZipEntry[]> {
    return asWhole(work, () => this.table(work, 'what you wrote in conversations', sql`w.by_contact = ${contactId}`));
  }

  /** What conversations bring to a client’s whole file, as far as whoever takes it along may read them. */
  wholeFile(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    return this.table(work, 'conversations', sql`c.client_id = ${id}`);
  }

  private async table(work: Work, name: string, which: SQL): Promise<ZipEntry[]> {
    const found = await rows<{ subject: string; isPrivate: boolean; at: string; by: string; words: string; file: string | null }>(
      work.tx,
      sql`select c.subject, c.is_private as "isPrivate", w.at, w.by, w.words, w.file_name as file from ${WORDS}
          where c.firm_id = ${work.firm.id} and ${THERE} and ${which} order by c.opened_at, c.id, w.at, w.id`,
    );
    return table(
      name,
      found.map(({ isPrivate, ...one }) => ({
        conversation: this.book.read(work, { isPrivate }, one.subject),
        private: isPrivate,
        at: one.at,
        by: one.by,
        words: this.book.read(work, { isPrivate }, one.words),
        file: one.file,
      })),
    );
  }
}
