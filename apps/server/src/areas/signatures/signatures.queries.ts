import { Injectable } from '@nestjs/common';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { PortalSignaturePart, SignaturePart, SigningView } from '@steady/contract/signatures';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { asksThatWait, partiesThere } from '../asks';
import { askParties, asks } from '../asks/asks.tables';
import { documents } from '../documents/documents.tables';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { signatureDocuments, signings } from './signatures.tables';

/** What is signed, and how it was. */
@Injectable()
export class SignatureQueries {
  /** The document and the signatures of some asks, by their ids. */
  async parts(work: Work, askIds: string[]): Promise<Map<string, SignaturePart>> {
    const signed = await this.signings(work, askIds);
    const fields = await this.fieldCounts(work, askIds);
    return new Map(
      (await this.documentsOf(work, askIds)).map(({ askId, bytes: _bytes, ...document }) => [
        askId,
        {
          ...document,
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
    const theirs = (await this.fieldCounts(work, askIds)).filter((one) => one.contactId === work.actor.id);
    return new Map(
      (await this.documentsOf(work, askIds)).map(({ askId, documentName, bytes, expiresOn, copy }) => [
        askId,
        { documentName, bytes, expiresOn, fields: theirs.filter((one) => one.askId === askId).length, copy: copy && { name: copy.name, bytes: copy.bytes } },
      ]),
    );
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
      sql`select d.ask_id as id from signature_documents d where d.firm_id = ${work.firm.id} and d.expires_on < ${work.today.toString()} and d.ask_id in ${asksThatWait} order by 1`,
    );
    return found.map(({ id }) => id);
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
        bytes: documents.bytes,
        copy: { id: copies.id, name: copies.name, bytes: copies.bytes, sealedAt: sql<string>`${signatureDocuments.sealedAt}` },
        copyFault: signatureDocuments.copyFault,
      })
      .from(signatureDocuments)
      .innerJoin(documents, eq(documents.id, signatureDocuments.documentId))
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
