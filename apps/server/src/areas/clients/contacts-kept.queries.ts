import { Injectable } from '@nestjs/common';
import { and, asc, eq } from 'drizzle-orm';
import type { Work } from '../../platform/work';
import type { PersonHas, PersonPart } from '../keeping';
import { type ZipEntry } from '../whole-file';
import { clientContacts, clients } from './clients.tables';
import { ContactsService } from './contacts.service';

/** What is known of a person themselves, and for whom they act. */
@Injectable()
export class ContactsKept implements PersonPart {
  constructor(private readonly contacts: ContactsService) {}

  private linksOf(work: Work, contactId: string) {
    return work.tx
      .select({ clientId: clientContacts.clientId, client: clients.name, role: clientContacts.role })
      .from(clientContacts)
      .innerJoin(clients, eq(clients.id, clientContacts.clientId))
      .where(and(eq(clientContacts.firmId, work.firm.id), eq(clientContacts.contactId, contactId)))
      .orderBy(asc(clients.name), asc(clients.id));
  }

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    const { email, phone, mobile, address, marketing } = await this.contacts.get(work, contactId);
    const known = [email, phone, mobile, address, marketing].filter((one) => one !== null).length;
    return [
      { what: 'How they are reached, and their wishes', clientId: null, count: known, kind: null },
      ...(await this.linksOf(work, contactId)).map(({ clientId }) => ({ what: 'That they act for it, and as what', clientId, count: 1, kind: null })),
    ];
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    const from = clientIds.filter((id) => id !== null);
    if (clientIds.includes(null)) await this.contacts.erase(work, contactId, from);
    else for (const clientId of from) await this.contacts.unlink(work, clientId, contactId);
  }

  async give(work: Work, contactId: string): Promise<ZipEntry[]> {
    const { name, email, phone, mobile, address, marketing } = await this.contacts.get(work, contactId);
    const known = {
      name,
      email,
      phone,
      mobile,
      address,
      marketing,
      actsFor: (await this.linksOf(work, contactId)).map(({ client, role }) => ({ client, role })),
    };
    return [{ name: 'you.json', text: JSON.stringify(known, null, 2) }];
  }
}
