import { Controller } from '@nestjs/common';
import {
  ChangeContact,
  ChangeRelated,
  ContactInput,
  type FoundContact,
  LinkContact,
  type PersonView,
  RelateClient,
  type RelatedView,
} from '@steady/contract/contacts';
import * as routes from '@steady/contract/contacts.routes';
import { Find } from '@steady/contract/queries';
import { type Asked, Does } from '../../platform/http/routes';
import { ClientsService } from './clients.service';
import { ContactQueries } from './contacts.queries';
import { ContactsService } from './contacts.service';
import { RelatedService } from './related.service';

/** The people of clients, and which clients belong together. */
@Controller()
export class ContactsController {
  constructor(
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly queries: ContactQueries,
    private readonly related: RelatedService,
  ) {}

  @Does(routes.find, { query: Find })
  async find({ work, query: { find } }: Asked<typeof routes.find>): Promise<FoundContact[]> {
    return find?.trim() ? this.queries.find(work, find.trim().slice(0, 100)) : [];
  }

  @Does(routes.person)
  person({ work, at: { id } }: Asked<typeof routes.person>): Promise<PersonView> {
    return this.queries.person(work, id);
  }

  @Does(routes.change, { input: ChangeContact })
  change({ work, at: { id }, input }: Asked<typeof routes.change>): Promise<void> {
    return this.contacts.change(work, id, input);
  }

  /** The new address of a person is theirs: somebody made sure of it. */
  @Does(routes.confirmAddress)
  confirmAddress({ work, at: { id } }: Asked<typeof routes.confirmAddress>): Promise<void> {
    return this.contacts.confirmAddress(work, id);
  }

  @Does(routes.add, { input: ContactInput })
  async add({ work, at: { id }, input }: Asked<typeof routes.add>): Promise<{ id: string }> {
    await this.clients.get(work, id);
    return { id: await this.contacts.add(work, id, input) };
  }

  @Does(routes.link, { input: LinkContact })
  link({ work, at: { id, contact }, input }: Asked<typeof routes.link>): Promise<void> {
    return this.contacts.link(work, id, contact, input);
  }

  @Does(routes.unlink)
  unlink({ work, at: { id, contact } }: Asked<typeof routes.unlink>): Promise<void> {
    return this.contacts.unlink(work, id, contact);
  }

  @Does(routes.relatedView)
  relatedView({ work, at: { id } }: Asked<typeof routes.relatedView>): Promise<RelatedView> {
    return this.related.view(work, id);
  }

  @Does(routes.changeRelated, { input: ChangeRelated })
  changeRelated({ work, at: { id }, input }: Asked<typeof routes.changeRelated>): Promise<void> {
    return this.related.change(work, id, input);
  }

  @Does(routes.relate, { input: RelateClient })
  async relate({ work, at: { id }, input }: Asked<typeof routes.relate>): Promise<{ id: string }> {
    return { id: await this.related.relate(work, id, input) };
  }

  @Does(routes.leaveRelated)
  leaveRelated({ work, at: { id } }: Asked<typeof routes.leaveRelated>): Promise<void> {
    return this.related.leave(work, id);
  }
}
