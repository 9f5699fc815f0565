import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { Given } from '@steady/core/signing';
import { rows } from '../../platform/database';
import { Events } from '../../platform/events';
import type { Work } from '../../platform/work';
import { asksThere, partiesThere } from '../asks';
import { ClientsService } from '../clients';
import type { Gone, KeptPart, PersonHas, PersonPart, Things, ThingsThere } from '../keeping';
import { type ZipEntry, table } from '../whole-file';
import { SignatureGiven } from './signatures.service';

const ofClients = (clientIds: readonly string[]) => sql`a.client_id in (select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid)`;

/** How something was signed is kept for a time: as whom and from where is destroyed, that somebody signed which bytes stays. */
@Injectable()
export class SigningsKept implements KeptPart, PersonPart {
  readonly kind = 'signing steps';

  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
  ) {}

  /** One for each document that was given for signature. */
  async there(work: Work, clientIds: string[]): Promise<ThingsThere[]> {
    const found = await rows<{ clientId: string; count: number }>(
      work.tx,
      sql`select a.client_id as "clientId", count(*)::int as count from signature_documents d join ${asksThere} a on a.id = d.ask_id
          where a.firm_id = ${work.firm.id} and ${ofClients(clientIds)} and a.ended_at is not null and d.is_over = false group by 1`,
    );
    return found.map((one) => ({ ...one, folderId: null, folder: null }));
  }

  async destroy(work: Work, { clientId }: Things): Promise<Gone> {
    const gone = await rows<{ askId: string }>(
      work.tx,
      sql`update signature_documents set is_over = true, replaced = '[]' where is_over = false
            and ask_id in (select a.id from ${asksThere} a where a.firm_id = ${work.firm.id} and a.client_id = ${clientId} and a.ended_at is not null)
          returning ask_id as "askId"`,
    );
    const asked = sql`(select jsonb_array_elements_text(${JSON.stringify(gone.map(({ askId }) => askId))}::jsonb)::uuid)`;
    await work.tx.execute(
      sql`update signings set destroyed_at = ${work.now.toString()} where destroyed_at is null and party_id in (select p.id from ${partiesThere} p where p.ask_id in ${asked})`,
    );
    await work.tx.execute(sql`delete from text_codes where party_id in (select p.id from ${partiesThere} p where p.ask_id in ${asked})`);
    await this.events.forget(work, { clientIds: await this.clients.withMerged(work, [clientId]), kinds: [SignatureGiven.name] });
    return { count: gone.length, stays: [] };
  }

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    const found = await rows<{ clientId: string; count: number }>(
      work.tx,
      sql`select a.client_id as "clientId", count(*)::int as count from signings s join ${partiesThere} p on p.id = s.party_id join ${asksThere} a on a.id = p.ask_id
          where a.firm_id = ${work.firm.id} and p.contact_id = ${contactId} and s.destroyed_at is null group by 1`,
    );
    return found.map((one) => ({ what: 'How they signed', ...one, kind: this.kind }));
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    const known = clientIds.filter((id) => id !== null);
    await work.tx.execute(
      sql`update signings set destroyed_at = ${work.now.toString()} where destroyed_at is null and party_id in
            (select p.id from ${partiesThere} p join ${asksThere} a on a.id = p.ask_id where p.contact_id = ${contactId} and ${ofClients(known)})`,
    );
    await work.tx.execute(
      sql`delete from text_codes where party_id in (select p.id from ${partiesThere} p join ${asksThere} a on a.id = p.ask_id where p.contact_id = ${contactId} and ${ofClients(known)})`,
    );
    await work.tx.execute(
      sql`update signature_documents set replaced = (select coalesce(jsonb_agg(r), '[]') from jsonb_array_elements(replaced) r where r ->> 'contactId' is distinct from ${contactId})
          where replaced @> ${JSON.stringify([{ contactId }])}::jsonb and ask_id in (select a.id from ${asksThere} a where a.firm_id = ${work.firm.id} and ${ofClients(known)})`,
    );
    await this.events.forget(work, { clientIds: await this.clients.withMerged(work, known), actorId: contactId, kinds: [SignatureGiven.name] });
  }

  async give(work: Work, contactId: string): Promise<ZipEntry[]> {
    const found = await rows<{
      title: string;
      signedAt: string;
      signedAs: string | null;
      signedFrom: string | null;
      textTo: string | null;
      identity: string | null;
      terms: string | null;
      onPaper: boolean;
      sha256: string;
      given: Given | null;
    }>(
      work.tx,
      sql`select a.title, s.signed_at as "signedAt", s.signed_as as "signedAs", s.signed_from as "signedFrom", s.text_to as "textTo", s.identity, s.on_paper_by is not null as "onPaper",
            (select string_agg(t.name || ', edition ' || t.edition, '; ' order by t.name) from terms_agreed g join terms t on t.id = g.terms_id where g.party_id = p.id) as terms, s.sha256, s.given
          from signings s join ${partiesThere} p on p.id = s.party_id join ${asksThere} a on a.id = p.ask_id
          where a.firm_id = ${work.firm.id} and p.contact_id = ${contactId} and s.destroyed_at is null order by s.signed_at, s.id`,
    );
    return table(
      'what you signed',
      found.map(({ title, signedAt, signedAs, signedFrom, textTo, identity, terms, onPaper, sha256, given }) => ({
        document: title,
        'signed at': signedAt,
        'signed as': signedAs,
        'signed from': signedFrom,
        'code by text message to': textTo,
        'identity confirmed': identity,
        'agreed to': terms,
        'on paper': onPaper ? 'yes' : 'no',
        'name drawn': given?.signature.way === 'drawn' ? 'yes, as in the signed copy' : 'no',
        'written in fields': Object.values(given?.fields ?? {})
          .filter((one) => typeof one === 'string')
          .join('; '),
        sha256,
      })),
    );
  }
}
