import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type { KeepTerms, TermsView } from '@steady/contract/signing-kinds';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ContactMerging } from '../clients';
import { signingKinds, terms, termsAgreed } from './signatures.tables';

export const TermsKept = eventKind<{ termsId: string }>('terms kept', 'signatures');

export type Terms = typeof terms.$inferSelect;

/** Terms to which those agree who sign, edition by edition, and who has agreed to which. */
@Injectable()
export class TermsService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly people: ContactMerging,
  ) {}

  onModuleInit(): void {
    this.people.follow(termsAgreed.contactId);
  }

  /** Those that are offered, by name, each in its newest edition with those before it. */
  async list(work: Work): Promise<TermsView[]> {
    const found = await work.tx
      .select({
        id: terms.id,
        name: terms.name,
        edition: terms.edition,
        text: terms.text,
        at: terms.at,
        by: terms.by,
        agreed: sql<number>`(select count(distinct a.contact_id)::int from terms_agreed a where a.terms_id = terms.id)`,
      })
      .from(terms)
      .where(and(eq(terms.firmId, work.firm.id), eq(terms.isRetired, false)))
      .orderBy(asc(terms.name), desc(terms.edition));
    const newest = found.filter((one, at) => one.name !== found[at - 1]?.name);
    return newest.map((one) => ({ ...one, earlier: found.filter(({ name, edition }) => name === one.name && edition < one.edition) }));
  }

  /** The newest edition of terms that are offered. @throws Problem at the field "terms" */
  async newest(work: Work, name: string): Promise<TermsView> {
    const found = (await this.list(work)).find((one) => one.name === name);
    if (!found) throw Problem.invalid([{ field: 'terms', message: 'Choose terms that are offered, or none. They are kept under Firm, Signing.' }]);
    return found;
  }

  /** One edition, also of terms that are not offered any more. */
  async edition(work: Work, termsId: string): Promise<Terms> {
    const [found] = await work.tx
      .select()
      .from(terms)
      .where(and(eq(terms.id, termsId), eq(terms.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('terms');
    return found;
  }

  async keep(work: Work, { name, text }: KeepTerms): Promise<string> {
    const [last] = await work.tx
      .select()
      .from(terms)
      .where(and(eq(terms.firmId, work.firm.id), eq(terms.name, name)))
      .orderBy(desc(terms.edition))
      .limit(1)
      .for('update');
    if (last && last.text === text && !last.isRetired)
      throw Problem.invalid([{ field: 'text', message: `Edition ${last.edition} says the same, word for word. There is nothing to keep.` }]);
    const edition = (last?.edition ?? 0) + 1;
    const [row] = await work.tx.insert(terms).values({ firmId: work.firm.id, name, edition, text, at: work.now.toString(), by: work.actor.name }).returning();
    // What was not offered any more is again, from this edition on.
    await work.tx
      .update(terms)
      .set({ isRetired: false })
      .where(and(eq(terms.firmId, work.firm.id), eq(terms.name, name)));
    await this.events.record(work, TermsKept, {
      what: `kept edition ${edition} of the terms "${name}"`,
      clientId: null,
      jobId: null,
      after: { name, edition },
      payload: { termsId: row!.id },
    });
    return row!.id;
  }

  /** Kinds of documents ask for them no more; what was agreed to stays, and so does what waits for it. */
  async retire(work: Work, termsId: string): Promise<void> {
    const { name } = await this.edition(work, termsId);
    const ofName = and(eq(terms.firmId, work.firm.id), eq(terms.name, name));
    await work.tx.update(terms).set({ isRetired: true }).where(ofName);
    await work.tx
      .update(signingKinds)
      .set({ terms: null, version: sql`${signingKinds.version} + 1` })
      .where(and(eq(signingKinds.firmId, work.firm.id), eq(signingKinds.terms, name)));
    await this.events.record(work, TermsKept, {
      what: `does not offer the terms "${name}" any more`,
      clientId: null,
      jobId: null,
      before: { name },
      payload: { termsId },
    });
  }

  /** Which of these people have agreed to an edition, whatever they signed then. */
  async agreed(work: Work, termsId: string, contactIds: readonly string[]): Promise<Set<string>> {
    if (contactIds.length === 0) return new Set();
    const found = await work.tx
      .selectDistinct({ id: termsAgreed.contactId })
      .from(termsAgreed)
      .where(and(eq(termsAgreed.termsId, termsId), inArray(termsAgreed.contactId, [...contactIds])));
    return new Set(found.map(({ id }) => id));
  }

  /** Who agreed with which signature, of those asked for one document. */
  ofParties(work: Work, partyIds: readonly string[]): Promise<{ partyId: string; at: string }[]> {
    return work.tx
      .select({ partyId: termsAgreed.partyId, at: termsAgreed.at })
      .from(termsAgreed)
      .where(inArray(termsAgreed.partyId, [...partyIds]));
  }

  async agree(work: Work, termsId: string, { id, contactId }: { id: string; contactId: string | null }): Promise<void> {
    await work.tx.insert(termsAgreed).values({ firmId: work.firm.id, termsId, contactId: contactId!, partyId: id, at: work.now.toString() });
  }
}
