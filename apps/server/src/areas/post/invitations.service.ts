import { Injectable } from '@nestjs/common';
import type { ContactPermission } from '@steady/contract/contacts';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientsService, ContactsService } from '../clients';
import { PostService } from './post.service';

export const ContactInvited = eventKind<{ contactId: string }>('contact invited', 'post');

/** By what say at a client somebody is written to. */
const SAYS: readonly ContactPermission[] = ['getsRequests', 'signs', 'pays'];

/** Invites people of clients into the portal. */
@Injectable()
export class InvitationsService {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly post: PostService,
  ) {}

  /** Writes to a person with a link into the portal. @throws Problem that says why nobody can be written to */
  async invite(work: Work, contactId: string): Promise<void> {
    const { name, email } = await this.contacts.get(work, contactId);
    if (email === null) throw Problem.refused('no-address', `${name} has no email address: nothing can be sent.`);
    const permissions = await this.contacts.permissionsOf(work, contactId);
    for (const [clientId, says] of permissions) {
      const to = SAYS.find((say) => says[say]);
      const client = await this.clients.get(work, clientId);
      if (to === undefined || client.way === 'paper') continue;
      const draft = {
        subject: `${work.firm.shortName}: your own page with us`,
        paragraphs: [
          `What we need from you, your papers and bills for ${client.name} stand on a page of your own. You need no password: the first time we send a code to this address, later one click is enough.`,
        ],
        leadsTo: '/portal',
        linkWords: 'Go to your page',
        to,
        contactId,
        matter: `invitation ${contactId}`,
      };
      await this.post.send(work, client, draft, { clientId, jobId: null }, { now: true });
      await this.events.record(work, ContactInvited, { what: `invited ${name} into the portal`, clientId, payload: { contactId } });
      return;
    }
    throw Problem.refused('nobody-to-write-to', `${name} acts for no client that works online, or has no say at any: there is nothing to see in the portal.`);
  }
}
