import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { rows } from '../../platform/database';
import { Events } from '../../platform/events';
import type { Work } from '../../platform/work';
import { asksThere } from '../asks';
import { ClientsService, ContactMerging } from '../clients';
import type { Gone, KeptPart, PersonHas, PersonPart, Things, ThingsThere } from '../keeping';
import { type ZipEntry, table } from '../whole-file';
import { ItemAnswered, ItemReviewed } from './request-answers.service';
import { requestAnswers } from './requests.tables';

/** Answers `n` to items `i` of requests `a`. */
const ANSWERS = sql`request_answers n join request_items i on i.id = n.item_id join ${asksThere} a on a.id = i.ask_id`;
const ofClients = (clientIds: readonly string[]) => sql`a.client_id in (select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid)`;
/** What is not destroyed yet, and holds words. */
const HOLDS_WORDS = sql`n.destroyed_at is null and n.text is not null`;

/** What was said in requests is kept for a time: its words are destroyed, that there was an answer stays. */
@Injectable()
export class AnswersKept implements KeptPart, PersonPart, OnModuleInit {
  readonly kind = 'answers';

  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly merging: ContactMerging,
  ) {}

  onModuleInit(): void {
    // Of two records that are one person, what the one wrote is of the other.
    this.merging.follow(requestAnswers.byContact);
  }

  async there(work: Work, clientIds: string[]): Promise<ThingsThere[]> {
    const found = await rows<{ clientId: string; count: number }>(
      work.tx,
      sql`select a.client_id as "clientId", count(*)::int as count from ${ANSWERS}
          where a.firm_id = ${work.firm.id} and ${ofClients(clientIds)} and a.ended_at is not null and ${HOLDS_WORDS} group by 1`,
    );
    return found.map((one) => ({ ...one, folderId: null, folder: null }));
  }

  async destroy(work: Work, { clientId }: Things): Promise<Gone> {
    const count = await this.empty(work, [clientId], sql`a.ended_at is not null`);
    // The history quotes what was said.
    await this.events.forget(work, { clientIds: await this.clients.withMerged(work, [clientId]), kinds: [ItemAnswered.name, ItemReviewed.name] });
    return { count, stays: [] };
  }

  private async empty(work: Work, clientIds: readonly string[], which: SQL): Promise<number> {
    const gone = await rows(
      work.tx,
      sql`update request_answers set text = null, place = null, destroyed_at = ${work.now.toString()} where id in
            (select n.id from ${ANSWERS} where a.firm_id = ${work.firm.id} and ${ofClients(clientIds)} and ${HOLDS_WORDS} and ${which}) returning id`,
    );
    return gone.length;
  }

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    const found = await rows<{ clientId: string; count: number }>(
      work.tx,
      sql`select a.client_id as "clientId", count(*)::int as count from ${ANSWERS}
          where a.firm_id = ${work.firm.id} and n.by_contact = ${contactId} and ${HOLDS_WORDS} group by 1`,
    );
    return found.map((one) => ({ what: 'What they wrote in requests', ...one, kind: this.kind }));
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    const known = clientIds.filter((id) => id !== null);
    await this.empty(work, known, sql`n.by_contact = ${contactId}`);
    await this.events.forget(work, { clientIds: await this.clients.withMerged(work, known), actorId: contactId, kinds: [ItemAnswered.name] });
  }

  async give(work: Work, contactId: string): Promise<ZipEntry[]> {
    const found = await rows<{ at: string; asked: string; kind: string; text: string }>(
      work.tx,
      sql`select n.at, i.name as asked, n.kind, n.text from ${ANSWERS}
          where a.firm_id = ${work.firm.id} and n.by_contact = ${contactId} and ${HOLDS_WORDS} order by n.at, n.id`,
    );
    return table('what you wrote', found);
  }
}
