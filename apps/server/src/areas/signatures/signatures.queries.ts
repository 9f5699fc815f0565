import { Injectable } from '@nestjs/common';
import { eq, inArray } from 'drizzle-orm';
import type { PortalSignaturePart, SignaturePart, SigningView } from '@steady/contract/signatures';
import type { Work } from '../../platform/work';
import { askParties } from '../asks/asks.tables';
import { documents } from '../documents/documents.tables';
import { signatureDocuments, signings } from './signatures.tables';

/** What is signed, and how it was. */
@Injectable()
export class SignatureQueries {
  /** The document and the signatures of some asks, by their ids. */
  async parts(work: Work, askIds: string[]): Promise<Map<string, SignaturePart>> {
    const signed = await this.signings(work, askIds);
    return new Map(
      (await this.documentsOf(work, askIds)).map(({ askId, documentId, documentName }) => [
        askId,
        { documentId, documentName, signings: signed.filter((one) => one.askId === askId).map(({ askId: _ask, ...signing }) => signing) },
      ]),
    );
  }

  async portalParts(work: Work, askIds: string[]): Promise<Map<string, PortalSignaturePart>> {
    return new Map((await this.documentsOf(work, askIds)).map(({ askId, documentName, bytes }) => [askId, { documentName, bytes }]));
  }

  private async documentsOf(work: Work, askIds: string[]) {
    if (askIds.length === 0) return [];
    return work.tx
      .select({ askId: signatureDocuments.askId, documentId: documents.id, documentName: documents.name, bytes: documents.bytes })
      .from(signatureDocuments)
      .innerJoin(documents, eq(documents.id, signatureDocuments.documentId))
      .where(inArray(signatureDocuments.askId, askIds));
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
