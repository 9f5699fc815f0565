import { Injectable } from '@nestjs/common';
import type { Work } from '../../platform/work';
import type { Ask } from '../asks';
import { ClientsService, ContactsService } from '../clients';
import { PostService } from '../post';

interface SignersLetter {
  subject: string;
  /** What it says of the document, whose client is named. */
  says(client: string): string[];
  leadsTo: string;
  linkWords: string;
}

/** Letters to those who sign a document beside the one that asks them: that all have signed, or that it is not needed any more. */
@Injectable()
export class SignersTold {
  constructor(
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly post: PostService,
  ) {}

  /** Writes to those of them who sign for the client and have an address; to nobody of a client on paper, or who is told in the portal only. */
  async write(work: Work, ask: Ask, parties: readonly { contactId: string | null }[], { subject, says, leadsTo, linkWords }: SignersLetter): Promise<void> {
    const { clientId, jobId } = ask;
    const client = await this.clients.get(work, clientId);
    if (client.way === 'paper' || ask.isPortalOnly) return;
    const people = await this.contacts.of(work, clientId, 'signs');
    const asked = people.filter(({ id }) => parties.some(({ contactId }) => contactId === id));
    const to = asked.flatMap(({ email, ...one }) => (email === null ? [] : [{ ...one, email }]));
    const letter = { subject: `${work.firm.shortName}: ${subject}, ${ask.title}`, paragraphs: says(client.name), leadsTo, linkWords, from: ask.askedBy };
    await this.post.sendTo(work, to, letter, { clientId, jobId });
  }
}
