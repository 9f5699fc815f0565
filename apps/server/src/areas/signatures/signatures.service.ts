import { Inject, Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { isOpenAsk, wantedOf } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { SIGNATURE } from '@steady/core/procedures';
import { type Given, type PageSize, type SignField, fieldsLeft, keptPlaces } from '@steady/core/signing';
import { counted, fullDate } from '@steady/core/words';
import type { SendPreview } from '@steady/contract/requests';
import type { AskSignature } from '@steady/contract/ask-signature';
import type { FieldsToSign, GiveSignature, NoteSignedOnPaper, OwnSignature } from '@steady/contract/signatures';
import { newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { FileStore, bytesOf } from '../../platform/files';
import { HeavyWork } from '../../platform/heavy';
import { Problem } from '../../platform/http/problem';
import { SETTINGS, type Settings } from '../../platform/settings';
import type { Work } from '../../platform/work';
import { AskLetters, AsksService, PeopleWhoSign, type Turn, senderNow } from '../asks';
import { type Client, ClientsService } from '../clients';
import { type Document, DocumentsService, FoldersService } from '../documents';
import { type Job, JobsService } from '../jobs';
import { InvitationsService, TemplatesService } from '../post';
import { SignatureDemands } from './demands.service';
import { SignatureFields } from './fields.service';
import { mustBeInTime } from './in-time';
import { signatureLetter } from './signature-kind';
import { signatureDocuments, signings } from './signatures.tables';
import { type Signer, Signers, idOfSigner, ofClient, whoIs } from './signers.service';
import { type SignatureEvent, SignedCopies } from './signed-copies.service';
import { SigningKinds } from './signing-kinds.service';
import { LookAtPdf, type PdfLooked } from './tasks';
import { TURN } from './turn';

export const SignatureGiven = eventKind<SignatureEvent>('signature given', 'signatures');
export const SignatureRefused = eventKind<SignatureEvent>('signature refused', 'signatures');

const NOT_TO_BE_SIGNED: Record<NonNullable<PdfLooked['wrong']>, string> = {
  protected: 'is protected by a password. Save it without one: whoever signs has to be able to read it.',
  broken: 'cannot be read as a PDF. Open it where it was made and save it anew.',
};

/** What to know of a document before it is given for signature. */
const warningsOf = (name: string, { seals, hasForm, hasScript, losesArchival }: PdfLooked): string[] => [
  ...(seals > 0 ? [`${name} is sealed already${seals > 1 ? `, ${seals} times` : ''}. That seal stays; ours is put behind it.`] : []),
  ...(hasForm ? [`${name} is a form: what is filled in elsewhere after it was sent is not in the signed copy.`] : []),
  ...(hasScript ? [`${name} has a script in it. Save it without: some programs warn of such files.`] : []),
  ...(losesArchival
    ? [
        `${name} is made to be kept for good (PDF/A) in a way that takes no attached record: its signed copy does not say so of itself. Save it as PDF/A-2 or PDF/A-3 where it should.`,
      ]
    : []),
];

/** For whom something is given for signature: a client, in one of its jobs or in none. */
export interface GivenFor {
  clientId: string;
  jobId: string | null;
}

/** Documents given for signature: to one person after the other, signed or refused in the portal, or noted as signed on paper. */
@Injectable()
export class SignaturesService {
  constructor(
    private readonly events: Events,
    private readonly asks: AsksService,
    private readonly people: PeopleWhoSign,
    private readonly signers: Signers,
    private readonly letters: AskLetters,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly documents: DocumentsService,
    private readonly folders: FoldersService,
    private readonly store: FileStore,
    private readonly heavy: HeavyWork,
    private readonly copies: SignedCopies,
    private readonly fields: SignatureFields,
    private readonly demands: SignatureDemands,
    private readonly kinds: SigningKinds,
    private readonly invitations: InvitationsService,
    private readonly templates: TemplatesService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  private async ofClient(work: Work, clientId: string, documentId: string, field: string): Promise<Document> {
    const document = await this.documents.get(work, documentId);
    if (document.clientId !== clientId) throw Problem.invalid([{ field, message: 'Choose a document of this client.' }]);
    return document;
  }

  /** The document to be signed: a PDF of the client, which looks the same to everybody who reads it. */
  private async toBeSigned(work: Work, clientId: string, documentId: string): Promise<Document> {
    const document = await this.ofClient(work, clientId, documentId, 'documentId');
    if (document.kind !== 'application/pdf')
      throw Problem.invalid([
        { field: 'documentId', message: `${document.name} is not a PDF. Save it as one: it has to look the same to everybody who signs.` },
      ]);
    return document;
  }

  /** What is found in the document itself. @throws Problem where nobody could sign it */
  private async looked(work: Work, document: Document): Promise<PdfLooked> {
    const { bytes: file } = await bytesOf(await this.store.read(work.firm, document.address), this.settings.uploadLimit);
    const looked = await this.heavy.run(LookAtPdf, { file });
    if (looked.wrong !== null) throw Problem.invalid([{ field: 'documentId', message: `${document.name} ${NOT_TO_BE_SIGNED[looked.wrong]}` }]);
    return looked;
  }

  /** The document that a client's person may keep once all have signed. @throws Problem as long as it is not made */
  async signedCopyFor(work: Work, partyId: string): Promise<Document> {
    const { ask } = await this.people.theirs(work, partyId, SIGNATURE);
    return this.copies.of(work, ask.id);
  }

  /** The letters that would go out, to those who sign first: the others are told when it is their turn. */
  async letterTo(
    work: Work,
    of: GivenFor,
    { title, dueOn, now, ...input }: Pick<AskSignature, 'title' | 'words' | 'dueOn' | 'now'>,
    first: readonly { id: string; wantedBy?: string | null }[],
  ): Promise<SendPreview> {
    const { client, job } = await this.whoseAndWhere(work, of);
    const words = await this.wordsFor(work, of, input);
    const about = { client: client.name, job: job?.name ?? null, lastSafe: null, sender: senderNow(work) };
    const all: SendPreview[] = [];
    for (const { id, wantedBy = null } of first) {
      const letter = signatureLetter(work.firm, { title, words, wantedBy: wantedOf({ wantedBy }, { wantedBy: dueOn }) }, about);
      all.push(await this.letters.preview(work, { kind: SIGNATURE, client, job }, letter, id, { now }));
    }
    const told = new Set<string>();
    const untold = all.flatMap(({ nobody }) => nobody).filter(({ name }) => !told.has(name) && told.add(name));
    return { ...all[0], messages: all.flatMap(({ messages }) => messages), nobody: untold };
  }

  /** What would go out, and what to know of the document before. */
  async preview(work: Work, of: GivenFor, input: AskSignature): Promise<SendPreview> {
    const { clientId } = of;
    const document = await this.toBeSigned(work, clientId, input.documentId);
    const people = await this.signers.chosen(work, clientId, input.signerIds, 'signerIds');
    await this.demands.foreseen(work, input, people);
    const places = signersOf(work, people, input);
    const first = places.filter(({ position }) => position === 0);
    const preview = await this.letterTo(work, of, input, ofClient(first));
    const looked = await this.looked(work, document);
    await this.fieldsOf(work, input, people.length, looked.pages);
    const neverIn = first.flatMap(({ id, name, lastInAt }) => (lastInAt === null && preview.messages.some(({ contactId }) => contactId === id) ? [name] : []));
    const ours = first.flatMap(({ name, isOurs }) => (isOurs ? [name] : []));
    const unseen = await this.folders.unseen(work, document, ofClient(people), 'sign');
    return { ...preview, neverIn, ours, warnings: [...unseen, ...warningsOf(document.name, looked)] };
  }

  /** Where it is signed: as it was put down; where nothing was said of it, as is kept for its kind. @throws Problem where a place lies where nothing can be signed */
  private async fieldsOf(work: Work, { fields, kindId }: AskSignature, signers: number, pages: readonly PageSize[]): Promise<readonly SignField[]> {
    const kept = fields === undefined && kindId !== undefined ? (await this.kinds.get(work, kindId)).fields : [];
    const places = fields ?? keptPlaces(kept, signers, pages, newId);
    this.fields.mustFit(places, signers, pages);
    return places;
  }

  /** The job for which a document is given, with its client. */
  async ofJob(work: Work, jobId: string): Promise<GivenFor> {
    return { clientId: (await this.jobs.get(work, jobId)).clientId, jobId };
  }

  private async whoseAndWhere(work: Work, { clientId, jobId }: GivenFor): Promise<{ client: Client; job: Job | null }> {
    return { client: await this.clients.get(work, clientId), job: jobId === null ? null : await this.jobs.get(work, jobId) };
  }

  /** What is said to those who sign, with what stands between braces filled in. */
  private async wordsFor(work: Work, of: GivenFor, { words }: Pick<AskSignature, 'words'>): Promise<string | null> {
    return words === undefined ? null : this.templates.fill(work, of, words, 'words');
  }

  /** Gives a document for signature, of a job or of none. */
  async ask(work: Work, of: GivenFor, input: AskSignature): Promise<string> {
    const { documentId, title, signerIds, together = [], dueOn, now, invite, keepPlacesAs, expiresOn } = input;
    const { client, job } = await this.whoseAndWhere(work, of);
    const document = await this.toBeSigned(work, client.id, documentId);
    const { pages } = await this.looked(work, document);
    const people = await this.signers.chosen(work, client.id, signerIds, 'signerIds');
    const fields = await this.fieldsOf(work, input, people.length, pages);
    const demands = await this.demands.foreseen(work, input, people);
    const { numbers: _, ...asked } = demands;
    const places = signersOf(work, people, input);
    const { ask } = await this.asks.open(work, {
      kind: SIGNATURE,
      client,
      job,
      title,
      words: await this.wordsFor(work, of, input),
      wantedBy: dueOn,
      phaseKey: job && phaseFor(job),
      parties: places.map(({ position, wantedBy, ...signer }) => ({ ...whoIs(signer), position, wantedBy })),
      what: `gave ${document.name} for signature to ${people.map(({ id, name }, at) => (at === 0 ? name : `${together.includes(id) ? ' and ' : ', then '}${name}`)).join('')}`,
      after: { title, dueOn, sha256: await this.store.contentHash(work.firm, document.address) },
      when: { now },
      fill: async (opened) => {
        await work.tx.insert(signatureDocuments).values({ ...asked, firmId: work.firm.id, askId: opened.id, documentId, expiresOn: expiresOn ?? null });
        const { parties } = await this.asks.withParties(work, opened.id);
        const inOrder = people.map(({ id }) => parties.find((party) => idOfSigner(party) === id)!);
        await this.fields.put(work, opened.id, fields, inOrder);
        await this.demands.put(work, demands, inOrder);
      },
    });
    if (demands.kindId !== null) await this.kinds.used(work, demands.kindId);
    if (keepPlacesAs && fields.length > 0) await this.kinds.keepPlaces(work, keepPlacesAs, fields, people.length);
    if (invite && client.way !== 'paper')
      for (const { id, email, lastInAt, position } of places)
        if (position === 0 && lastInAt === null && email !== null) await this.invitations.invite(work, id);
    return ask.id;
  }

  private async documentOf(work: Work, askId: string): Promise<Document> {
    const [found] = await work.tx.select({ id: signatureDocuments.documentId }).from(signatureDocuments).where(eq(signatureDocuments.askId, askId));
    return this.documents.get(work, found!.id);
  }

  /** The document that a client's person is asked to sign, or has signed. */
  async documentFor(work: Work, partyId: string): Promise<Document> {
    const { ask } = await this.people.theirs(work, partyId, SIGNATURE);
    return this.documentOf(work, ask.id);
  }

  /** What a person of the firm is asked to sign, or was. */
  async own(work: Work, partyId: string): Promise<OwnSignature> {
    const { party, ask } = await this.people.theirs(work, partyId, SIGNATURE);
    const { parties } = await this.asks.withParties(work, ask.id);
    const document = await this.documentOf(work, ask.id);
    const { expiresOn } = await this.demands.of(work, ask.id);
    return {
      partyId,
      askId: ask.id,
      title: ask.title,
      words: ask.words,
      clientId: ask.clientId,
      client: (await this.clients.get(work, ask.clientId)).name,
      jobId: ask.jobId,
      askedBy: ask.askedBy,
      askedAt: ask.askedAt,
      wantedBy: wantedOf(party, ask),
      expiresOn,
      doneBefore: parties.filter((one) => one.position < party.position && one.state === 'done').map((one) => one.name),
      stands: party.state === 'done' || party.state === 'refused' ? party.state : isOpenAsk(ask.state) && !ask.released ? 'wanted' : 'not needed',
      documentId: document.id,
      documentName: document.name,
      bytes: document.bytes,
    };
  }

  /** @throws Problem where the last day on which it could be signed is over, also before that was noted */
  private async mustNotBeOver(work: Work, askId: string): Promise<void> {
    const [{ expiresOn } = { expiresOn: null }] = await work.tx
      .select({ expiresOn: signatureDocuments.expiresOn })
      .from(signatureDocuments)
      .where(eq(signatureDocuments.askId, askId));
    if (expiresOn !== null && expiresOn < work.today.toString())
      throw Problem.refused('ask-ended', `This could be signed until ${fullDate(civil(expiresOn))}. Ask us for it anew, please.`);
  }

  /** Where a client's person signs, and what others filled in before them. */
  async fieldsFor(work: Work, partyId: string): Promise<FieldsToSign> {
    const { party, ask } = await this.people.theirs(work, partyId, SIGNATURE);
    return this.fields.toSign(work, party, (await this.asks.withParties(work, ask.id)).parties);
  }

  /** A signature given in the portal, with the name as it was written, what stands in its fields, and from where. */
  async sign(work: Work, partyId: string, input: GiveSignature, signedFrom: string | null): Promise<void> {
    const { signedAs, mark, initials } = input;
    const turn = await this.people.turn(work, partyId, TURN);
    await this.mustNotBeOver(work, turn.ask.id);
    const own = await this.fields.ofParty(work, turn.party);
    const filled = Object.fromEntries(Object.entries(input.fields ?? {}).filter(([id]) => own.some((field) => field.id === id)));
    const left = fieldsLeft(own, filled);
    if (left.length > 0) {
      const where = [...new Set(left.map((field) => field.page))].join(', ');
      throw Problem.invalid([{ field: 'fields', message: `${counted(left.length, 'field is', 'fields are')} still empty, on page ${where}.` }]);
    }
    const { textTo, agreed } = await this.demands.met(work, turn, input.termsId);
    const given: Given = { signature: mark ?? { way: 'typed', text: signedAs }, initials: initials ?? null, fields: filled };
    const what = `signed ${turn.ask.title} as "${signedAs}"${agreed === null ? '' : `, and agreed to ${agreed}`}`;
    await this.given(work, turn, { signedAs, signedFrom, signedAt: work.now.toString(), textTo, given }, what);
  }

  /** A signature given on paper, noted by a person of the firm; the scan, where there is one, is a document of the client. */
  async signedOnPaper(work: Work, partyId: string, { on, scanId }: NoteSignedOnPaper): Promise<void> {
    const turn = await this.people.turnNotedByUs(work, partyId, TURN);
    if (on > work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'This day is in the future.' }]);
    if (scanId) await this.ofClient(work, turn.ask.clientId, scanId, 'scanId');
    const signedAt = civil(on)
      .toZonedDateTime({ timeZone: work.firm.zone, plainTime: { hour: 12 } })
      .toInstant()
      .toString();
    const what = `noted that ${turn.party.name} signed ${turn.ask.title} on paper on ${fullDate(civil(on))}`;
    await this.given(work, turn, { signedAt, onPaperBy: work.actor.name, scanId: scanId ?? null }, what);
  }

  private async given(work: Work, { party, ask }: Turn, how: Omit<typeof signings.$inferInsert, 'firmId' | 'partyId' | 'sha256'>, what: string): Promise<void> {
    // What was signed is what is in the file, and that it is there and whole.
    const { address } = await this.documentOf(work, ask.id);
    const sha256 = await this.store.contentHash(work.firm, address);
    const identity = await this.demands.identityOf(work, { party, ask });
    await work.tx.insert(signings).values({ ...how, identity, firmId: work.firm.id, partyId: party.id, sha256 });
    const { given: _mark, ...told } = how;
    await this.events.record(work, SignatureGiven, {
      what,
      clientId: ask.clientId,
      jobId: ask.jobId,
      after: { ...told, sha256 },
      payload: { askId: ask.id },
    });
    const after = await this.asks.partyDone(work, { party, ask });
    if (after.state === 'done') await this.copies.plan(work, ask);
  }

  /** A client's person does not sign, and says why. Whoever would sign after them is not asked. */
  async refuse(work: Work, partyId: string, reason: string): Promise<void> {
    const turn = await this.people.turn(work, partyId, TURN);
    await this.asks.partyRefuses(work, turn, reason);
    const { ask } = turn;
    await this.events.record(work, SignatureRefused, {
      what: `refused to sign ${ask.title}: "${reason}"`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId: ask.id },
    });
  }
}

/**
 * Those who sign, with where each stands in the order, and by which day where that is not the day of all.
 * @throws Problem where such a day is over, or comes after that of all
 */
function signersOf<Person extends Pick<Signer, 'id' | 'name'>>(
  work: Work,
  people: readonly Person[],
  { together = [], days = [], dueOn }: Pick<AskSignature, 'together' | 'days' | 'dueOn'>,
): (Person & { position: number; wantedBy: string | null })[] {
  let position = -1;
  return people.map((person, at) => {
    const wantedBy = days.find(({ contactId }) => contactId === person.id)?.by ?? null;
    if (wantedBy !== null) mustBeInTime(work, { name: person.name, wantedBy }, dueOn, 'days');
    return { ...person, wantedBy, position: at > 0 && together.includes(person.id) ? position : (position += 1) };
  });
}

/** For which phase a signature given now counts: the next that is complete with one, or else the one in which the job stands. */
function phaseFor({ phases, phase }: Job): string {
  const ahead = phases.slice(
    Math.max(
      phases.findIndex((one) => one.key === phase),
      0,
    ),
  );
  return (ahead.find((one) => one.completion === 'signed') ?? ahead[0]!).key;
}
