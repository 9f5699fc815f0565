import { Injectable } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { rows } from '../../platform/database';
import { Events } from '../../platform/events';
import type { Work } from '../../platform/work';
import { AsksService, asksThere, partiesThere } from '../asks';
import { ClientsService } from '../clients';
import type { Gone, KeptPart, PersonHas, PersonPart, Things, ThingsThere } from '../keeping';
import { type ZipEntry, table } from '../whole-file';
import { ApprovalGiven, NotApproved } from './approvals.service';

const ofClients = (clientIds: readonly string[]) => sql`a.client_id in (select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid)`;
/** Ticks `t` of people `p` under approvals `v` that were asked for by `a`. */
const GIVEN = sql`approval_ticks t join ${partiesThere} p on p.id = t.party_id join ${asksThere} a on a.id = p.ask_id join approvals v on v.ask_id = a.id`;

/** What was approved is kept as long as how something was signed: its words are destroyed, that somebody approved which bytes stays. */
@Injectable()
export class ApprovalsKept implements KeptPart, PersonPart {
  readonly kind = 'signing steps';

  constructor(
    private readonly events: Events,
    private readonly asks: AsksService,
    private readonly clients: ClientsService,
  ) {}

  async there(work: Work, clientIds: string[]): Promise<ThingsThere[]> {
    const found = await rows<{ clientId: string; count: number }>(
      work.tx,
      sql`select a.client_id as "clientId", count(*)::int as count from approvals v join ${asksThere} a on a.id = v.ask_id
          where a.firm_id = ${work.firm.id} and ${ofClients(clientIds)} and a.ended_at is not null and v.destroyed_at is null group by 1`,
    );
    return found.map((one) => ({ ...one, folderId: null, folder: null }));
  }

  async destroy(work: Work, { clientId }: Things): Promise<Gone> {
    const gone = await rows<{ askId: string }>(
      work.tx,
      sql`update approvals set destroyed_at = ${work.now.toString()} where destroyed_at is null
            and ask_id in (select a.id from ${asksThere} a where a.firm_id = ${work.firm.id} and a.client_id = ${clientId} and a.ended_at is not null)
          returning ask_id as "askId"`,
    );
    const askIds = gone.map(({ askId }) => askId);
    await this.asks.destroyWords(work, askIds);
    await this.destroyTicks(work, sql`p.ask_id in (select jsonb_array_elements_text(${JSON.stringify(askIds)}::jsonb)::uuid)`);
    await this.events.forget(work, { clientIds: await this.clients.withMerged(work, [clientId]), kinds: [ApprovalGiven.name, NotApproved.name] });
    return { count: gone.length, stays: [] };
  }

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    const found = await rows<{ clientId: string; count: number }>(
      work.tx,
      sql`select a.client_id as "clientId", count(*)::int as count from ${GIVEN}
          where a.firm_id = ${work.firm.id} and p.contact_id = ${contactId} and t.destroyed_at is null group by 1`,
    );
    return found.map((one) => ({ what: 'What they approved', ...one, kind: this.kind }));
  }

  private async destroyTicks(work: Work, which: SQL): Promise<void> {
    await work.tx.execute(
      sql`update approval_ticks set destroyed_at = ${work.now.toString()} where destroyed_at is null and id in (select t.id from ${GIVEN} where ${which})`,
    );
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    const known = clientIds.filter((id) => id !== null);
    await this.destroyTicks(work, sql`p.contact_id = ${contactId} and ${ofClients(known)}`);
    const kinds = [ApprovalGiven.name, NotApproved.name];
    await this.events.forget(work, { clientIds: await this.clients.withMerged(work, known), actorId: contactId, kinds });
  }

  async give(work: Work, contactId: string): Promise<ZipEntry[]> {
    const found = await rows<{ title: string; words: string | null; at: string; sha256: string }>(
      work.tx,
      sql`select a.title, a.words, t.at, t.sha256 from ${GIVEN}
          where a.firm_id = ${work.firm.id} and p.contact_id = ${contactId} and t.destroyed_at is null order by t.at, t.id`,
    );
    return table(
      'what you approved',
      found.map(({ title, words, at, sha256 }) => ({ 'approved at': at, what: title, words, sha256 })),
    );
  }
}
