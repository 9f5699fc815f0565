import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { and, desc, eq, inArray, isNotNull } from 'drizzle-orm';
import type { Mark, SigningRecord, SigningStep } from '@steady/core/signing';
import type { FailedLine, First } from '@steady/contract/today';
import { Effects, Events, eventKind } from '../../platform/events';
import { FileStore, bytesOf } from '../../platform/files';
import { HeavyWork } from '../../platform/heavy';
import { Problem } from '../../platform/http/problem';
import { byItself, may } from '../../platform/identity';
import { SETTINGS, type Settings } from '../../platform/settings';
import { type Work, Works } from '../../platform/work';
import { type Ask, AsksService } from '../asks';
import { ClientsService, ContactsService } from '../clients';
import { type Document, DocumentsService } from '../documents';
import { OpenedThings } from '../portal';
import { SealsService } from '../seals';
import { SignatureFields } from './fields.service';
import { SignersTold } from './signers-told.service';
import { signatureDocuments, signings } from './signatures.tables';
import { StampCopy, type ToStamp } from './tasks';
import { TermsService } from './terms.service';

export type SignatureEvent = { askId: string };
/** What the portal says when somebody has come to the last page of a document. */
export const READ = 'last page';
/** Kind of the effect that makes the signed copy; its key is the id of the ask. */
const SIGNED_BY_ALL = 'make signed copy';

export const CopySealed = eventKind<SignatureEvent>('signed copy sealed', 'signatures');
export const CopyFailed = eventKind<SignatureEvent>('signed copy not made', 'signatures');

interface ToSeal {
  askId: string;
}
interface Sealed {
  file: Uint8Array;
  fingerprint: string;
  at: string;
}

/** Longer names are no names on other machines. */
const LONGEST_NAME = 120;
const nameOfCopy = (name: string) => `${name.replace(/\.pdf$/i, '').slice(0, LONGEST_NAME)}, signed.pdf`;

/** What comes back when all have signed: the document with its signing record behind it, sealed, filed beside the original. */
@Injectable()
export class SignedCopies implements OnModuleInit {
  constructor(
    private readonly works: Works,
    private readonly events: Events,
    private readonly effects: Effects,
    private readonly heavy: HeavyWork,
    private readonly store: FileStore,
    private readonly asks: AsksService,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly documents: DocumentsService,
    private readonly opened: OpenedThings,
    private readonly signers: SignersTold,
    private readonly seals: SealsService,
    private readonly fields: SignatureFields,
    private readonly terms: TermsService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  onModuleInit(): void {
    this.effects.register<ToSeal, Sealed>({
      kind: SIGNED_BY_ALL,
      isPure: true,
      outside: ({ askId }, _key, firmId) => this.make(firmId, askId),
      then: (work, { askId }, made) => this.file(work, askId, made),
      otherwise: (work, { askId }, error) => this.failed(work, askId, error),
    });
  }

  /** All have signed: the copy is made once that is confirmed, and after a crash at the next start. */
  async plan(work: Work, ask: Ask): Promise<void> {
    await this.effects.plan<ToSeal>(work, SIGNED_BY_ALL, ask.id, { askId: ask.id });
  }

  private async make(firmId: string, askId: string): Promise<Sealed> {
    const { firm, address, check, at, ...toDraw } = await this.works.run(byItself(firmId), async (work) => ({
      firm: work.firm,
      ...(await this.recordOf(work, askId)),
      check: await this.seals.published(work),
      at: work.now.toString(),
    }));
    const { bytes: original } = await bytesOf(await this.store.read(firm, address), this.settings.uploadLimit);
    const outside = this.settings.publicAddress ?? `http://${this.settings.host}:${this.settings.port}`;
    const { file, place } = await this.heavy.run(StampCopy, {
      original,
      ...toDraw,
      address: firm.address,
      check: { at: `${outside}/check-seal/${check.address}`, fingerprint: check.fingerprint },
      at,
    });
    const sealed = await this.seals.seal(firmId, file, place);
    // The record names the certificate: where another one took its place meanwhile, both are made anew.
    if (sealed.fingerprint !== check.fingerprint) throw new Error('The certificate of the seal was replaced meanwhile.');
    return { ...sealed, at };
  }

  private async recordOf(work: Work, askId: string): Promise<Pick<ToStamp, 'record' | 'filled' | 'marks' | 'recordFirst'> & { address: string }> {
    const { ask, parties } = await this.asks.withParties(work, askId);
    const [about] = await work.tx.select().from(signatureDocuments).where(eq(signatureDocuments.askId, askId));
    const document = await this.documents.get(work, about!.documentId);
    const signers: SigningRecord['signers'] = [];
    const marks: (Mark | null)[] = [];
    const steps: SigningStep[] = [{ at: ask.askedAt, who: ask.askedBy, did: 'gave it for signature' }];
    let sha256 = '';
    const given = await work.tx
      .select()
      .from(signings)
      .where(
        inArray(
          signings.partyId,
          parties.map(({ id }) => id),
        ),
      );
    for (const party of parties) {
      const signing = given.find(({ partyId }) => partyId === party.id);
      const { signedAt, signedAs, signedFrom, onPaperBy, scanId, textTo, identity } = signing!;
      const email = onPaperBy === null && party.contactId !== null ? (await this.contacts.get(work, party.contactId)).email : null;
      sha256 = signing!.sha256;
      const more = { ...(party.memberId === null ? {} : { isOurs: true }), ...(identity === null ? {} : { identity }) };
      signers.push({
        name: party.name,
        signedAs,
        at: moment(signedAt),
        email,
        from: signedFrom,
        textTo,
        ...more,
        notedBy: onPaperBy,
        hasScan: scanId !== null,
      });
      marks.push(signing!.given?.signature ?? null);
      if (party.turnSince !== null) steps.push({ at: party.turnSince, who: party.name, did: 'was asked' });
      steps.push({ at: signedAt, who: party.name, did: onPaperBy === null ? `signed it as “${signedAs}”` : 'signed it on paper' });
    }
    const terms = about!.termsId === null ? null : await this.terms.edition(work, about!.termsId);
    const agreed = await this.terms.ofParties(
      work,
      parties.map(({ id }) => id),
    );
    for (const { partyId, at } of agreed)
      steps.push({ at, who: parties.find(({ id }) => id === partyId)!.name, did: `agreed to ${terms!.name}, edition ${terms!.edition}` });
    for (const { at, by, name, refused, instead } of about!.replaced)
      steps.push({ at, who: by, did: `asked ${instead} in place of ${name}${refused === null ? '' : `, who had refused: “${refused}”`}` });
    for (const { name, firstAt } of await this.opened.by(work, 'ask', askId)) steps.push({ at: firstAt, who: name, did: 'opened it' });
    for (const { name, firstAt } of await this.opened.by(work, READ, askId)) steps.push({ at: firstAt, who: name, did: 'came to its last page' });
    const inOrder = steps.map((step) => ({ ...step, at: moment(step.at) })).sort((a, b) => a.at.localeCompare(b.at));
    const client = await this.clients.get(work, ask.clientId);
    const { name: firm, zone } = work.firm;
    return {
      record: {
        form: 'signing record 1',
        firm,
        client: client.name,
        title: ask.title,
        document: { name: document.name, bytes: document.bytes, sha256 },
        askedBy: ask.askedBy,
        signers,
        steps: inOrder,
        ...(terms === null ? {} : { terms: { name: terms.name, edition: terms.edition } }),
        zone,
      },
      filled: await this.fields.filled(work, askId),
      marks,
      address: document.address,
      recordFirst: about!.recordFirst,
    };
  }

  /** Files what was made beside the original, and tells everybody who signed that it is there. */
  private async file(work: Work, askId: string, { file, fingerprint, at }: Sealed): Promise<void> {
    const { ask, parties } = await this.asks.withParties(work, askId);
    const [given] = await work.tx.select().from(signatureDocuments).where(eq(signatureDocuments.askId, askId)).for('update');
    if (given!.signedCopyId !== null) return;
    const original = await this.documents.get(work, given!.documentId);
    const { clientId, jobId } = ask;
    const signedCopyId = await this.documents.file(
      work,
      { ...(await this.store.keepBytes(work.firm, file)), name: nameOfCopy(original.name) },
      { clientId, jobId, what: `signed by all, with its signing record`, ...(original.folderId === null ? {} : { folderId: original.folderId }) },
    );
    await work.tx.update(signatureDocuments).set({ signedCopyId, sealedAt: at, fingerprint, copyFault: null }).where(eq(signatureDocuments.askId, askId));
    await this.events.record(work, CopySealed, { what: `sealed the signed copy of ${ask.title}`, clientId, jobId, after: { fingerprint }, payload: { askId } });
    await this.signers.write(work, ask, parties, {
      subject: 'signed by all',
      says: (client) => [
        `“${ask.title}”, for ${client}, is signed by everybody who was asked. The signed copy, with the record of who signed when, is there for you.`,
      ],
      leadsTo: `/portal/asks/${askId}`,
      linkWords: 'Read and keep the signed copy',
    });
  }

  private async failed(work: Work, askId: string, error: string): Promise<void> {
    const { ask } = await this.asks.withParties(work, askId);
    await work.tx
      .update(signatureDocuments)
      .set({ copyFault: error.slice(0, 300) })
      .where(eq(signatureDocuments.askId, askId));
    await this.events.record(work, CopyFailed, {
      what: `could not make the signed copy of ${ask.title}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId },
    });
  }

  /** Copies that could not be made, for whoever may have them made again. */
  async failures(work: Work, most: number): Promise<First<FailedLine>> {
    if (!may(work.actor, 'do work')) return { rows: [], count: 0 };
    const found = await work.tx
      .select({ askId: signatureDocuments.askId, fault: signatureDocuments.copyFault })
      .from(signatureDocuments)
      .where(and(eq(signatureDocuments.firmId, work.firm.id), isNotNull(signatureDocuments.copyFault)))
      .orderBy(desc(signatureDocuments.id));
    const rows: FailedLine[] = [];
    for (const { askId, fault } of found.slice(0, most)) {
      const { ask } = await this.asks.withParties(work, askId);
      const { name: client } = await this.clients.get(work, ask.clientId);
      const what = `Signed copy of ${ask.title}`;
      rows.push({ id: askId, kind: 'signed copy', what, why: `it could not be made: ${fault}`, jobId: ask.jobId, client, at: ask.endedAt! });
    }
    return { rows, count: found.length };
  }

  /** Has a copy made again that could not be made. */
  async again(work: Work, askId: string): Promise<void> {
    await this.asks.withParties(work, askId);
    const [given] = await work.tx.select().from(signatureDocuments).where(eq(signatureDocuments.askId, askId));
    if (!given) throw Problem.notFound('signature');
    if (given.copyFault === null)
      throw Problem.refused('no-copy-failed', given.signedCopyId ? 'The signed copy is there.' : 'It is made by itself once all have signed.');
    await work.tx.update(signatureDocuments).set({ copyFault: null }).where(eq(signatureDocuments.askId, askId));
    await this.effects.again(work, SIGNED_BY_ALL, askId);
  }

  /** The signed copy of what an ask is about. @throws Problem as long as it is not made */
  async of(work: Work, askId: string): Promise<Document> {
    const [given] = await work.tx.select({ id: signatureDocuments.signedCopyId }).from(signatureDocuments).where(eq(signatureDocuments.askId, askId));
    if (!given?.id) throw Problem.notFound('signed copy');
    return this.documents.get(work, given.id);
  }
}

/** A moment of the database, as ISO text of one form. */
const moment = (at: string): string => new Date(at).toISOString();
