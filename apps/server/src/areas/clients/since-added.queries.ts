import { Injectable } from '@nestjs/common';
import { inArray, sql } from 'drizzle-orm';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { type Client, clients } from './clients.tables';

type Facts = Record<string, unknown>;

interface AddedAs {
  clientId: string;
  kind: string;
  after: Facts | null;
}

/** What says of itself how a client or its contact stood when it came. */
const ADDED = ['client added', 'client brought in'];
const CONTACT_FACTS = ['name', 'email', 'phone', 'role'] as const;

const same = (one: unknown, other: unknown): boolean => JSON.stringify(one ?? null) === JSON.stringify(other ?? null);

/** Whether clients stand as they were added, however often somebody went there and back. */
@Injectable()
export class SinceAdded {
  /** Those of these clients in which nobody changed a fact, a contact or what a contact may. */
  async unchanged(work: Work, clientIds: readonly string[]): Promise<string[]> {
    if (clientIds.length === 0) return [];
    const ids = sql`(select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid)`;
    const found = await work.tx.select().from(clients).where(inArray(clients.id, clientIds));
    const added = await rows<AddedAs>(
      work.tx,
      sql`select e.client_id as "clientId", e.kind, e.after from events e
          where e.client_id in ${ids} and (e.kind in ('client added', 'client brought in')
            or e.kind in ('contact added', 'contact linked') and e.at = (select min(f.at) from events f where f.client_id = e.client_id))
          order by e.seq`,
    );
    const contacts = await rows<Facts & { clientId: string }>(
      work.tx,
      sql`select l.client_id as "clientId", p.name, p.email, p.phone, l.role from client_contacts l join contacts p on p.id = l.contact_id
          where l.client_id in ${ids} order by l.position`,
    );
    const journal = [...added, ...work.journal.map(({ clientId, kind, after }) => ({ clientId, kind, after }) as AddedAs)];
    return found
      .filter((client) => {
        const own = journal.filter((one) => one.clientId === client.id);
        return (
          isAsAdded(client, own) &&
          areAsAdded(
            contacts.filter((one) => one.clientId === client.id),
            own,
          )
        );
      })
      .map(({ id }) => id);
  }
}

function isAsAdded(client: Client, own: readonly AddedAs[]): boolean {
  const came = own.find((one) => ADDED.includes(one.kind))?.after;
  return came !== undefined && came !== null && Object.entries(came).every(([key, value]) => !(key in client) || same(client[key as keyof Client], value));
}

function areAsAdded(contacts: readonly Facts[], own: readonly AddedAs[]): boolean {
  const came = own.flatMap(({ kind, after }) => {
    if (kind === 'contact added' || kind === 'contact linked') return [after ?? {}];
    return after?.contact ? [after.contact as Facts] : [];
  });
  return (
    contacts.length === came.length && contacts.every((contact, at) => CONTACT_FACTS.every((key) => !(key in came[at]!) || same(contact[key], came[at]![key])))
  );
}
