import { Injectable } from '@nestjs/common';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { InChain, PortalSignaturePart, SignaturePart, SigningView } from '@steady/contract/signatures';
import type { AskState } from '@steady/core/asks';
import { coveredNumber } from '@steady/core/signing';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { AskBook, type AskParty, asksThere, partiesThere } from '../asks';
import { askParties, asks } from '../asks/asks.tables';
import { ContactsService } from '../clients';
import { documents } from '../documents/documents.tables';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { CodesByText } from './codes-by-text.service';
import { signatureDocuments, signingKinds, signings, terms } from './signatures.tables';
import { TermsService } from './terms.service';

/** What is signed, and how it was. */
@Injectable()
export class SignatureQueries {
  constructor(
    private readonly book: AskBook,
    private readonly contacts: ContactsService,
    private readonly byText: CodesByText,
    private readonly terms: TermsService,
  ) {}

  /** The document and the signatures of some asks, by their ids. */
  async parts(work: Work, askIds: string[]): Promise<Map<string, SignaturePart>> {
    const signed = await this.signings(work, askIds);
    const fields = await this.fieldCounts(work, askIds);
    const codes = await this.codes(work, askIds);
    return new Map(
      (await this.documentsOf(work, askIds)).map(({ askId, bytes: _bytes, termsId: _terms, mayHandOn: _may, ...document }) => [
        askId,
        {
          ...document,
          codes: codes.filter((one) => one.askId === askId).map(({ askId: _ask, ...code }) => code),
          signings: signed.filter((one) => one.askId === askId).map(({ askId: _ask, ...signing }) => signing),
          fields: {
            count: fields.filter((one) => one.askId === askId).length,
            pages: new Set(fields.flatMap((one) => (one.askId === askId ? [one.page] : []))).size,
          },
        },
      ]),
    );
  }

  /** What the portal shows of these asks: the document and its size in bytes. */
  async portalParts(work: Work, askIds: string[]): Promise<Map<string, PortalSignaturePart>> {
    const isTheirs = (one: { contactId: string | null }) => one.contactId === work.actor.id;
    const theirs = (await this.fieldCounts(work, askIds)).filter(isTheirs);
    const codes = (await this.codes(work, askIds)).filter(isTheirs);
    const parts = new Map<string, PortalSignaturePart>();
    for (const { askId, documentName, bytes, expiresOn, copy, termsId, mayHandOn } of await this.documentsOf(work, askIds)) {
      const code = codes.find((one) => one.askId === askId);
      parts.set(askId, {
        documentName,
        bytes,
        expiresOn,
        terms: termsId === null ? null : await this.termsOf(work, termsId),
        textTo: code ? coveredNumber(code.number) : null,
        isConfirmed: code?.isConfirmed ?? false,
        handOnTo: mayHandOn ? await this.mayTakeOver(work, askId) : [],
        chain: (await this.book.partiesOf(work, askId)).map((party) => inChain(party, work.actor.id)),
        fields: theirs.filter((one) => one.askId === askId).length,
        copy: copy && { name: copy.name, bytes: copy.bytes },
      });
    }
    return parts;
  }

  /** What signatures bring to a client's whole file. */
  async wholeFile(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    const found = await work.tx
      .select({ title: asks.title, document: documents.name, signer: askParties.name, signing: signings })
      .from(signings)
      .innerJoin(askParties, eq(askParties.id, signings.partyId))
      .innerJoin(asks, eq(asks.id, askParties.askId))
      .innerJoin(signatureDocuments, eq(signatureDocuments.askId, asks.id))
      .innerJoin(documents, eq(documents.id, signatureDocuments.documentId))
      .where(eq(asks.clientId, id))
      .orderBy(asc(asks.askedAt), asc(asks.id), asc(askParties.position));
    return table(
      'signatures',
      found.map(({ title, document, signer, signing }) => ({
        title,
        document,
        signer,
        'signed at': signing.signedAt,
        'signed as': signing.signedAs,
        'signed from': signing.signedFrom,
        'code by text message to': signing.textTo,
        'identity confirmed': signing.identity,
        'noted as signed on paper by': signing.onPaperBy,
        sha256: signing.sha256,
      })),
    );
  }

  /** Which of these documents somebody was asked to sign, or show how somebody did. */
  async given(work: Work, documentIds: string[]): Promise<ReadonlyMap<string, string>> {
    const signed = await work.tx
      .select({ id: signatureDocuments.documentId })
      .from(signatureDocuments)
      .where(and(inArray(signatureDocuments.documentId, documentIds), eq(signatureDocuments.isOver, false)));
    const scans = await work.tx.select({ id: signings.scanId }).from(signings).where(inArray(signings.scanId, documentIds));
    const copies = await work.tx
      .select({ id: signatureDocuments.signedCopyId })
      .from(signatureDocuments)
      .where(and(inArray(signatureDocuments.signedCopyId, documentIds), eq(signatureDocuments.isOver, false)));
    return new Map([
      ...copies.map(({ id }) => [id!, 'it is what was signed'] as const),
      ...scans.map(({ id }) => [id!, 'it shows how a document was signed'] as const),
      ...signed.map(({ id }) => [id, 'it was given for signature'] as const),
    ]);
  }

  /** Asks whose last day is over and that not all have signed. */
  async runOut(work: Work): Promise<string[]> {
    const found = await rows<{ id: string }>(
      work.tx,
      sql`select d.ask_id as id from signature_documents d where d.firm_id = ${work.firm.id} and d.expires_on < ${work.today.toString()}
            and d.ask_id in (select a.id from ${asksThere} a where a.state in ('planned', 'with the client', 'with us') and not a.released) order by 1`,
    );
    return found.map(({ id }) => id);
  }

  /**
   * What of a job is to be signed before its return is filed, and is not: what was given last of each kind counts. Where all of a kind
   * was withdrawn, nothing of it is signed.
   */
  async notToFile(work: Work, jobId: string): Promise<string[]> {
    const found = await rows<{ title: string; state: AskState }>(
      work.tx,
      sql`select distinct on (coalesce(d.kind_id, d.id)) a.title, a.state from signature_documents d join ${asksThere} a on a.id = d.ask_id
          where a.job_id = ${jobId} and d.holds_filing order by coalesce(d.kind_id, d.id), (a.state = 'withdrawn'), a.asked_at desc, a.id desc`,
    );
    return found
      .filter(({ state }) => state !== 'done')
      .map(({ title, state }) => `"${title}" is not signed${state === 'with the client' ? ' by all yet' : `, it is ${state}`}`);
  }

  /** What the person in the portal is to agree to, or has. */
  private async termsOf(work: Work, termsId: string): Promise<PortalSignaturePart['terms']> {
    const { id, name, edition, text } = await this.terms.edition(work, termsId);
    return { id, name, edition, text, isAgreed: (await this.terms.agreed(work, termsId, [work.actor.id!])).size > 0 };
  }

  /** Who else of the client signs for it, and is not asked. */
  private async mayTakeOver(work: Work, askId: string): Promise<{ id: string; name: string }[]> {
    const { clientId } = await this.book.get(work, askId);
    const asked = await this.book.partiesOf(work, askId);
    const people = await this.contacts.of(work, clientId, 'signs');
    return people.filter(({ id }) => !asked.some(({ contactId }) => contactId === id)).map(({ id, name }) => ({ id, name }));
  }

  /** To which numbers codes go, and which were typed a short while ago. */
  private async codes(
    work: Work,
    askIds: string[],
  ): Promise<{ askId: string; partyId: string; contactId: string | null; number: string; isConfirmed: boolean }[]> {
    if (askIds.length === 0) return [];
    const found = await rows<{ askId: string; partyId: string; contactId: string | null; number: string; confirmedAt: string | null }>(
      work.tx,
      sql`select p.ask_id as "askId", t.party_id as "partyId", p.contact_id as "contactId", t.number, t.confirmed_at as "confirmedAt"
          from text_codes t join ${partiesThere} p on p.id = t.party_id where p.ask_id in (select jsonb_array_elements_text(${JSON.stringify(askIds)}::jsonb)::uuid)`,
    );
    return found.map(({ confirmedAt, ...of }) => ({ ...of, isConfirmed: this.byText.isConfirmed(work, { confirmedAt }) }));
  }

  private async fieldCounts(work: Work, askIds: string[]): Promise<{ askId: string; page: number; contactId: string | null }[]> {
    if (askIds.length === 0) return [];
    return rows(
      work.tx,
      sql`select f.ask_id as "askId", f.page, p.contact_id as "contactId" from signature_fields f join ${partiesThere} p on p.id = f.party_id
          where f.ask_id in (select jsonb_array_elements_text(${JSON.stringify(askIds)}::jsonb)::uuid)`,
    );
  }

  private async documentsOf(work: Work, askIds: string[]) {
    if (askIds.length === 0) return [];
    const copies = alias(documents, 'copies');
    const found = await work.tx
      .select({
        askId: signatureDocuments.askId,
        documentId: documents.id,
        documentName: documents.name,
        expiresOn: signatureDocuments.expiresOn,
        kind: signingKinds.name,
        evidence: signatureDocuments.evidence,
        holdsFiling: signatureDocuments.holdsFiling,
        mayHandOn: signatureDocuments.mayHandOn,
        termsId: signatureDocuments.termsId,
        terms: { name: terms.name, edition: terms.edition },
        bytes: documents.bytes,
        copy: { id: copies.id, name: copies.name, bytes: copies.bytes, sealedAt: sql<string>`${signatureDocuments.sealedAt}` },
        copyFault: signatureDocuments.copyFault,
      })
      .from(signatureDocuments)
      .innerJoin(documents, eq(documents.id, signatureDocuments.documentId))
      .leftJoin(signingKinds, eq(signingKinds.id, signatureDocuments.kindId))
      .leftJoin(terms, eq(terms.id, signatureDocuments.termsId))
      .leftJoin(copies, eq(copies.id, signatureDocuments.signedCopyId))
      .where(inArray(signatureDocuments.askId, askIds));
    return found.map((one) => ({ ...one, copy: one.copy?.id ? one.copy : null }));
  }

  private async signings(work: Work, askIds: string[]): Promise<(SigningView & { askId: string })[]> {
    if (askIds.length === 0) return [];
    const { partyId, signedAt, signedAs, onPaperBy, scanId } = signings;
    return work.tx
      .select({ askId: askParties.askId, partyId, signedAt, signedAs, onPaperBy, scanId })
      .from(signings)
      .innerJoin(askParties, eq(askParties.id, partyId))
      .where(inArray(askParties.askId, askIds));
  }
}

const STANDS = { done: 'signed', asked: 'asked', 'to be told': 'asked', ahead: 'later', refused: 'refused' } as const;

/** One who signs, as the others see them. */
const inChain = ({ name, contactId, memberId, state, doneAt }: AskParty, who: string | null): InChain => ({
  name,
  isYou: contactId !== null && contactId === who,
  isOfFirm: memberId !== null,
  stands: STANDS[state],
  at: doneAt,
});
