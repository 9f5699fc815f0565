import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { type About, type Details, type ProposedChange, changesOf, detailsOf } from '@steady/core/own-details';
import { ChangeClient } from '@steady/contract/clients';
import { ChangeContact } from '@steady/contract/contacts';
import type { DecideDetails, OwnDetails, ProposeForClient, ProposePerson, ProposedBefore, ProposedView } from '@steady/contract/own-details';
import { newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import { checked } from '../../platform/http/validation';
import type { Work } from '../../platform/work';
import { ClientRecords, ClientsService, ContactMerging, ContactsService, clientWith, personWith } from '../clients';
import { type Addressed, PostService } from '../post';
import { OwnDetailsQueries } from './own-details.queries';
import { proposedDetails } from './own-details.tables';

type Proposed = typeof proposedDetails.$inferSelect;

export const DetailsProposed = eventKind<{ proposedId: string }>('details proposed', 'own-details');
export const DetailsDecided = eventKind<{ proposedId: string }>('details decided', 'own-details');

const inWords = (changes: readonly ProposedChange[]) => changes.map(({ label }) => label).join(', ');

/** Details that clients propose to change: nothing is written over before somebody of the firm has looked. */
@Injectable()
export class OwnDetailsService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly merging: ContactMerging,
    private readonly present: Present,
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly post: PostService,
    private readonly queries: OwnDetailsQueries,
  ) {}

  onModuleInit(): void {
    this.records.follow(proposedDetails, { what: 'proposed details', holds: false });
    this.merging.follow(proposedDetails.contactId);
    this.present.register('proposed details', (work, id) => this.view(work, id));
  }

  /** What is known of whoever is in the portal, and of those they act for. */
  async mine(work: Work): Promise<OwnDetails> {
    const id = work.actor.id!;
    const { name, email, phone, mobile, address, awayUntil } = await this.contacts.get(work, id);
    const clients: OwnDetails['clients'] = [];
    for (const one of await this.contacts.actsFor(work, id)) {
      const client = await this.clients.get(work, one.id);
      clients.push({ id: client.id, name: client.name, trade: client.trade, address: client.address, before: await this.before(work, 'client', client.id) });
    }
    return { me: { name, email, phone, mobile, address, awayUntil, before: await this.before(work, 'person', null) }, clients };
  }

  private async before(work: Work, about: About, clientId: string | null): Promise<ProposedBefore | null> {
    const [found] = await work.tx
      .select()
      .from(proposedDetails)
      .where(this.theirs(work, about, clientId))
      .orderBy(desc(proposedDetails.at), desc(proposedDetails.id))
      .limit(1);
    if (!found) return null;
    const { at, what, decidedAt, taken, reason } = found;
    return { at, what, decidedAt, taken: decidedAt === null ? null : taken === what ? 'all' : taken === '' ? 'nothing' : 'part', reason };
  }

  private theirs(work: Work, about: About, clientId: string | null) {
    const { contactId, about: of, clientId: client } = proposedDetails;
    return and(eq(contactId, work.actor.id!), eq(of, about), clientId === null ? undefined : eq(client, clientId));
  }

  async proposePerson(work: Work, { note, ...given }: ProposePerson): Promise<void> {
    const [clientId] = await this.contacts.clientsOf(work, work.actor.id!);
    if (clientId === undefined) throw Problem.notFound('page');
    await this.propose(work, 'person', clientId, { phone: null, mobile: null, address: null, awayUntil: null, ...given }, note);
  }

  async proposeForClient(work: Work, { clientId, note, ...given }: ProposeForClient): Promise<void> {
    if (!(await this.contacts.clientsOf(work, work.actor.id!)).includes(clientId)) throw Problem.notFound('client');
    await this.propose(work, 'client', clientId, { trade: null, address: null, ...given }, note);
  }

  /** The newest is what they want: one that nobody has looked at yet is replaced by it. */
  private async propose(work: Work, about: About, clientId: string, proposed: Details, note?: string): Promise<void> {
    const contactId = work.actor.id!;
    const changes = changesOf(about, await this.record(work, { about, clientId, contactId }), proposed);
    const what = [...(changes.length > 0 ? [inWords(changes)] : []), ...(note === undefined ? [] : ['a note'])].join(', ');
    if (what === '') throw Problem.refused('nothing-new', 'This is what we have already. Change what is to be different.');
    await work.tx.delete(proposedDetails).where(and(this.theirs(work, about, about === 'client' ? clientId : null), isNull(proposedDetails.decidedAt)));
    const id = newId();
    await work.tx.insert(proposedDetails).values({
      id,
      firmId: work.firm.id,
      contactId,
      clientId,
      about,
      proposed: detailsOf(about, proposed),
      note: note ?? null,
      at: work.now.toString(),
      what,
    });
    await this.events.record(work, DetailsProposed, {
      what: `asked us to change ${about === 'person' ? 'their own details' : 'details of the client'}`,
      clientId,
      payload: { proposedId: id },
    });
  }

  /** The record as it stands now. */
  private async record(work: Work, { about, clientId, contactId }: Pick<Proposed, 'about' | 'clientId' | 'contactId'>): Promise<Details> {
    return about === 'person' ? { ...(await this.contacts.get(work, contactId)) } : { ...(await this.clients.get(work, clientId)) };
  }

  private async one(work: Work, id: string): Promise<Proposed> {
    const [found] = await work.tx
      .select()
      .from(proposedDetails)
      .where(and(eq(proposedDetails.id, id), eq(proposedDetails.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('proposal');
    return found;
  }

  async view(work: Work, id: string): Promise<ProposedView> {
    const found = await this.one(work, id);
    const changes = found.decidedAt === null ? changesOf(found.about, await this.record(work, found), found.proposed) : [];
    const { version, note, decidedAt, decidedBy, reason } = found;
    const [line] = await this.queries.asLines(work, [found]);
    return {
      ...line!,
      version,
      note,
      changes: changes.map(({ key, label, says }) => ({ key, label, ...says })),
      decidedAt,
      decidedBy,
      reason,
    };
  }

  /**
   * Takes over what was chosen, by the ways in which it is changed by hand; whoever proposed it is told.
   * @throws Problem where the record does not take it, where something is not taken over and no reason is given, or where somebody was quicker
   */
  async decide(work: Work, id: string, { version, keys, reason }: DecideDetails): Promise<void> {
    await work.tx.select({ id: proposedDetails.id }).from(proposedDetails).where(eq(proposedDetails.id, id)).for('update');
    const found = await this.one(work, id);
    if (found.version !== version) throw Problem.stale('proposed details', id);
    if (found.decidedAt !== null) throw Problem.refused('decided-already', 'Somebody has decided this meanwhile.');
    const changes = changesOf(found.about, await this.record(work, found), found.proposed);
    const taken = changes.filter(({ key }) => keys.includes(key));
    if (taken.length < changes.length && reason === undefined)
      throw Problem.invalid([{ field: 'reason', message: 'Say why the rest is not taken over: it is written to whoever proposed it.' }]);
    const set = Object.fromEntries(taken.map(({ key, after }) => [key, after]));
    if (taken.length > 0 && found.about === 'person') {
      const person = await this.contacts.get(work, found.contactId);
      await this.contacts.change(work, person.id, await checked(ChangeContact, personWith(person, set)));
    } else if (taken.length > 0) {
      const client = await this.clients.standing(work, found.clientId);
      await this.clients.change(work, client.id, await checked(ChangeClient, clientWith(client, set)));
    }
    await work.tx
      .update(proposedDetails)
      .set({
        version: version + 1,
        decidedAt: work.now.toString(),
        decidedBy: work.actor.name,
        what: inWords(changes) || found.what,
        taken: taken.length === changes.length ? inWords(changes) || found.what : inWords(taken),
        reason: reason ?? null,
      })
      .where(eq(proposedDetails.id, id));
    await this.events.record(work, DetailsDecided, {
      what: taken.length === 0 ? 'took over none of the details that were proposed' : `took over details that were proposed: ${inWords(taken)}`,
      clientId: found.clientId,
      payload: { proposedId: id },
    });
    await this.tell(work, found, taken, reason);
  }

  private async tell(work: Work, { contactId, clientId, id }: Proposed, taken: readonly ProposedChange[], reason?: string): Promise<void> {
    const { way } = await this.clients.get(work, clientId);
    const contact = await this.contacts.one(work.tx, contactId);
    if (!contact || contact.email === null || way === 'paper') return;
    const { firm } = work;
    const paragraphs = [
      taken.length > 0
        ? `We have changed what you asked us to: ${inWords(taken).toLowerCase()}.`
        : 'Thank you for telling us. We have not changed your details.',
      ...(reason === undefined ? [] : [reason]),
    ];
    await this.post.sendTo(
      work,
      [contact as Addressed],
      { subject: `${firm.shortName}: your details`, paragraphs, linkWords: 'See your details', leadsTo: '/portal/you', matter: `proposed details ${id}` },
      { clientId, jobId: null },
    );
  }
}
