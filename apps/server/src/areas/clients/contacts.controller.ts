import { Controller } from '@nestjs/common';
import {
  ChangeContact,
  ChangeRelated,
  ContactInput,
  type FoundContact,
  LinkContact,
  MergeContacts,
  type ContactMergePreview,
  type PersonView,
  RelateClient,
  type RelatedView,
} from '@steady/contract/contacts';
import * as routes from '@steady/contract/contacts.routes';
import { Find } from '@steady/contract/queries';
import { type Asked, Does } from '../../platform/http/routes';
import { ClientsService } from './clients.service';
import { ContactQueries } from './contacts.queries';
import { ContactMerging } from './contacts-merge.service';
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
    private readonly merging: ContactMerging,
  ) {}

  @Does(routes.find, { query: Find })
  async find({ work, query: { find } }: Asked<typeof routes.find>): Promise<FoundContact[]> {
    return find?.trim() ? this.queries.find(work, find.trim().slice(0, 100)) : [];
  }

  /** A person; by the address of a record that became part of another, that other one. */
  @Does(routes.person)
  async person({ work, at: { id } }: Asked<typeof routes.person>): Promise<PersonView> {
    return this.queries.person(work, (await this.merging.whereTo(work, id)) ?? id);
  }

  @Does(routes.mergePreview)
  mergePreview({ work, at: { id, other } }: Asked<typeof routes.mergePreview>): Promise<ContactMergePreview> {
    return this.merging.preview(work, id, other);
  }

  @Does(routes.merge, { input: MergeContacts })
  merge({ work, at: { id }, input }: Asked<typeof routes.merge>): Promise<void> {
    return this.merging.merge(work, id, input);
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
    await this.clients.standing(work, id);
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
