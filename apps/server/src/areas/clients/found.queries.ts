import { sql } from 'drizzle-orm';
import { FORM_WORDS, type LegalForm, type Standing } from '@steady/core/clients';
import type { Looked } from '@steady/core/searching';
import type { Found } from '@steady/contract/search';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { foundByName, foundIn } from '../search';

/** Clients by name and by the numbers that authorities gave them. */
export async function clientsFound(work: Work, looked: Looked): Promise<Found[]> {
  const found = await rows<{ id: string; name: string; form: LegalForm; standing: Standing }>(
    work.tx,
    sql`select c.id, c.name, c.legal_form as form, c.standing from clients c
        where c.firm_id = ${work.firm.id} and c.id in ${foundIn('clients', looked)}
        order by c.standing = 'former', length(c.name), c.id`,
  );
  return found.map(({ id, name, form, standing }) => ({
    kind: 'client',
    id,
    name,
    beside: standing === 'active' ? FORM_WORDS[form] : `${FORM_WORDS[form]}, ${standing}`,
  }));
}

/** People of clients by name, email address and telephone number. */
export async function contactsFound(work: Work, looked: Looked): Promise<Found[]> {
  const found = await rows<{ id: string; name: string; beside: string | null }>(
    work.tx,
    sql`select p.id, p.name, (select string_agg(c.name, ', ' order by c.name) from client_contacts l join clients c on c.id = l.client_id where l.contact_id = p.id) as beside
        from contacts p
        where p.firm_id = ${work.firm.id} and p.id in ${foundIn('contacts', looked)}
        order by length(p.name), p.id`,
  );
  return found.map(({ id, name, beside }) => ({ kind: 'contact', id, name, beside: beside ?? '' }));
}

/** Clients that belong together, by the name under which they do. */
export const relatedFound = foundByName('related', sql`related_clients`, sql`x.kind`);
