import { Injectable } from '@nestjs/common';
import { inArray, sql } from 'drizzle-orm';
import { rows } from '../../platform/database';
import { eventsOf } from '../../platform/events';
import type { Work } from '../../platform/work';
import { type Client, clients } from './clients.tables';

type Facts = Record<string, unknown>;

/** Facts as they were recorded; a file brings a client together with its contact. */
type CameFacts = Facts & { contact?: Facts };
type CameAs = Awaited<ReturnType<typeof eventsOf>>[number];

/** What says of itself how a client or its contact stood when it came. */
const ADDED = ['client added', 'client brought in'];
const CONTACT_CAME = ['contact added', 'contact linked'];
const CONTACT_FACTS = ['name', 'email', 'phone', 'role'] as const;

const same = (one: unknown, other: unknown): boolean => JSON.stringify(one ?? null) === JSON.stringify(other ?? null);

/** Whether clients stand as they were added, however often somebody went there and back. */
@Injectable()
export class SinceAdded {
  /** Those of these clients in which nobody changed a fact, a contact or what a contact may. */
  async unchanged(work: Work, clientIds: readonly string[]): Promise<string[]> {
    if (clientIds.length === 0) return [];
    const ids = sql`(select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid)`;
    const found = await work.tx
      .select()
      .from(clients)
      .where(inArray(clients.id, [...clientIds]));
    const journal = await eventsOf(work, clientIds, [...ADDED, ...CONTACT_CAME]);
    const contacts = await rows<Facts & { clientId: string }>(
      work.tx,
      sql`select l.client_id as "clientId", p.name, p.email, p.phone, l.role from client_contacts l join contacts p on p.id = l.contact_id
          where l.client_id in ${ids} order by l.position`,
    );
    return found
      .filter((client) => {
        const own = cameWith(journal.filter((one) => one.clientId === client.id));
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

/** What came with a client: a contact that was added later is a change. */
function cameWith(own: readonly CameAs[]): readonly CameAs[] {
  const came = own.find(({ kind }) => ADDED.includes(kind));
  return own.filter(({ kind, at }) => ADDED.includes(kind) || at === came?.at);
}

function isAsAdded(client: Client, own: readonly CameAs[]): boolean {
  const came = own.find((one) => ADDED.includes(one.kind))?.after as Facts | null | undefined;
  return came !== undefined && came !== null && Object.entries(came).every(([key, value]) => !(key in client) || same(client[key as keyof Client], value));
}

function areAsAdded(contacts: readonly Facts[], own: readonly CameAs[]): boolean {
  const came = own.flatMap(({ kind, after }) => {
    const facts: CameFacts = { ...(after as CameFacts | null) };
    if (CONTACT_CAME.includes(kind)) return [facts];
    return facts.contact ? [facts.contact] : [];
  });
  return (
    contacts.length === came.length && contacts.every((contact, at) => CONTACT_FACTS.every((key) => !(key in came[at]!) || same(contact[key], came[at]![key])))
  );
}
