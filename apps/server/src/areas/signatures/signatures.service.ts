import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { SendPreview } from '@steady/contract/requests';
import type { AskSignature, NoteSignedOnPaper } from '@steady/contract/signatures';
import { Events, eventKind } from '../../platform/events';
import { FileStore } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Client, ClientsMerged, ClientsService, type Contact, ContactsService, moveToClient } from '../clients';
import { type Document, DocumentsService } from '../documents';
import { type Job, JobsService, TasksService } from '../jobs';
import { type Draft, PostService } from '../post';
import { signatureRequests, signers } from './signatures.tables';

type SignatureRequest = typeof signatureRequests.$inferSelect;
type Signer = typeof signers.$inferSelect;
type SignatureEvent = { requestId: string };

export const SignatureAsked = eventKind<SignatureEvent>('signature asked');
export const SignatureGiven = eventKind<SignatureEvent>('signature given');
export const SignatureRefused = eventKind<SignatureEvent>('signature refused');
export const SignatureWithdrawn = eventKind<SignatureEvent>('signature withdrawn');

interface Found {
  signer: Signer;
  request: SignatureRequest;
}

/** Documents given for signature: to one person after the other, signed or refused in the portal, or noted as signed on paper. */
@Injectable()
export class SignaturesService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly documents: DocumentsService,
    private readonly post: PostService,
    private readonly store: FileStore,
  ) {}

  onModuleInit(): void {
    this.events.on(ClientsMerged, (work, { payload }) => moveToClient(work, payload, signatureRequests));
  }

  private draft(work: Work, client: Client, job: Job, about: { title: string; words?: string | null; dueOn: string }, contactId: string): Draft {
    const from = work.actor.kind === 'staff' ? `${work.actor.name} of ${work.firm.name}` : work.firm.name;
    return {
      subject: `${work.firm.shortName}: for your signature, ${about.title}`,
      paragraphs: [
        `${from} asks you to read and sign "${about.title}", for ${client.name}${job.name === about.title ? '' : `, ${job.name}`}.`,
        ...(about.words ? [about.words] : []),
        `Please sign it, or say why you do not, by ${fullDate(civil(about.dueOn))}.`,
      ],
      ...{ leadsTo: '/portal', linkWords: 'Read and sign it here', to: 'signs', contactId },
    };
  }

  /** Those who sign, in order. @throws Problem when one of them has no say in signing for the client. */
  private async chosen(work: Work, clientId: string, ids: string[]): Promise<Contact[]> {
    const sign = await this.contacts.of(work, clientId, 'signs');
    return ids.map((id) => {
      const person = sign.find((one) => one.id === id);
      if (!person) throw Problem.invalid([{ field: 'signerIds', message: 'Choose people who sign for this client. Who does is said at the client.' }]);
      return person;
    });
  }

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

  /** What would go out, to the first who signs: the others are told when it is their turn. */
  async preview(work: Work, jobId: string, input: AskSignature): Promise<SendPreview> {
    const job = await this.jobs.get(work, jobId);
    const client = await this.clients.get(work, job.clientId);
    await this.toBeSigned(work, client.id, input.documentId);
    const [first] = await this.chosen(work, client.id, input.signerIds);
    return this.post.preview(work, client, this.draft(work, client, job, input, first!.id));
  }

  /** Gives a document of a job for signature. */
  async ask(work: Work, jobId: string, { documentId, title, signerIds, dueOn, words }: AskSignature): Promise<string> {
    const job = await this.jobs.get(work, jobId);
    if (job.phase === null) throw Problem.refused('job-finished', 'The job is finished. Begin a new one to have something signed.');
    if (dueOn < work.today.toString()) throw Problem.invalid([{ field: 'dueOn', message: 'This day is over. Give the client some days.' }]);
    const document = await this.toBeSigned(work, job.clientId, documentId);
    const people = await this.chosen(work, job.clientId, signerIds);
    const phaseKey = phaseFor(job);
    const [request] = await work.tx
      .insert(signatureRequests)
      .values({
        ...{ firmId: work.firm.id, clientId: job.clientId, jobId, phaseKey, documentId, title, words: words ?? null, dueOn },
        ...{ askedAt: work.now.toString(), askedBy: work.actor.name, state: 'waiting' },
      })
      .returning();
    await work.tx
      .insert(signers)
      .values(
        people.map(({ id, name }, position) => ({ firmId: work.firm.id, requestId: request!.id, position, contactId: id, name, state: 'waiting' as const })),
      );
    await this.events.record(work, SignatureAsked, {
      what: `gave ${document.name} for signature to ${people.map((person) => person.name).join(', then ')}`,
      ...{ clientId: job.clientId, jobId, payload: { requestId: request!.id } },
      after: { title, dueOn, sha256: await this.store.contentHash(work.firm, document.address) },
    });
    await this.tasks.sent(work, jobId, phaseKey, 'given for signature');
    await this.nextTurn(work, request!);
    return request!.id;
  }

  /** Tells the next who signs that it is their turn; when nobody is left, the document is signed. */
  private async nextTurn(work: Work, request: SignatureRequest): Promise<void> {
    const next = (await this.inOrder(work, request.id)).find((signer) => signer.state === 'waiting');
    if (next) {
      await work.tx.update(signers).set({ turnSince: work.now.toString() }).where(eq(signers.id, next.id));
      await this.tell(work, request, next);
    } else await this.end(work, request, { state: 'signed', reason: null });
    await this.jobs.reckonOwed(work, request.jobId);
  }

  /** Writes to the one whose turn it is. @returns whether they can be written to */
  private async write(work: Work, request: SignatureRequest, { contactId }: Signer): Promise<boolean> {
    const client = await this.clients.get(work, request.clientId);
    const job = await this.jobs.get(work, request.jobId);
    const { to } = await this.post.recipients(work, client, 'signs', contactId);
    if (!to.some((person) => person.id === contactId)) return false;
    await this.post.send(work, client, this.draft(work, client, job, request, contactId), { clientId: client.id, jobId: job.id });
    return true;
  }

  /** Tells the one whose turn it is; where nobody can be written to, a task stands for it. */
  private async tell(work: Work, request: SignatureRequest, signer: Signer): Promise<void> {
    if (await this.write(work, request, signer)) return;
    await this.tasks.addTask(work, request.jobId, request.phaseKey, {
      ...{ key: taskOf(signer.id), name: `Have "${request.title}" signed on paper by ${signer.name}`, role: 'preparer', estimate: 15 },
      advice: 'Nobody can be written to. It is ticked when the signature is noted under "Requests" of this job.',
    });
  }

  /** Tells the one whose turn it is once more. */
  async remind(work: Work, requestId: string): Promise<void> {
    const request = await this.waiting(work, requestId);
    if (request.state === 'refused') throw Problem.refused('signature-ended', 'This was refused. Take it back, then give it again.');
    const next = (await this.inOrder(work, requestId)).find((signer) => signer.state === 'waiting')!;
    if (!(await this.write(work, request, next)))
      throw Problem.refused('nobody-to-write-to', `${next.name} cannot be written to. Have it signed on paper, then note it here.`);
    await this.events.record(work, SignatureAsked, {
      what: `reminded ${next.name} to sign ${request.title}`,
      ...{ clientId: request.clientId, jobId: request.jobId, payload: { requestId } },
    });
  }

  private inOrder(work: Work, requestId: string): Promise<Signer[]> {
    return work.tx.select().from(signers).where(eq(signers.requestId, requestId)).orderBy(asc(signers.position));
  }

  private async waiting(work: Work, requestId: string): Promise<SignatureRequest> {
    const [request] = await work.tx
      .select()
      .from(signatureRequests)
      .where(and(eq(signatureRequests.id, requestId), eq(signatureRequests.firmId, work.firm.id)))
      .for('update');
    if (!request) throw Problem.notFound('signature request');
    if (request.state === 'signed' || request.state === 'withdrawn')
      throw Problem.refused('signature-ended', request.state === 'signed' ? 'Everybody has signed it already.' : 'It was taken back already.');
    return request;
  }

  /** The signer, whose turn it has to be. A client's person finds only what is theirs to sign. */
  private async turnOf(work: Work, signerId: string): Promise<Found> {
    const [found] = await work.tx
      .select({ signer: signers, request: signatureRequests })
      .from(signers)
      .innerJoin(signatureRequests, eq(signatureRequests.id, signers.requestId))
      .where(and(eq(signers.id, signerId), eq(signers.firmId, work.firm.id)))
      .for('update');
    if (!found) throw Problem.notFound('signature request');
    if (work.actor.kind === 'client') {
      const theirs = found.signer.contactId === work.actor.id && found.signer.turnSince !== null;
      if (!theirs || !(await this.contacts.hasSay(work, work.actor.id, found.request.clientId, 'signs'))) throw Problem.notFound('signature request');
    }
    if (found.request.state === 'withdrawn') throw Problem.refused('signature-ended', 'This was taken back. Nothing has to be signed.');
    if (found.signer.state === 'signed') throw Problem.refused('signed-already', 'This is signed already, thank you.');
    if (found.request.state === 'refused') throw Problem.refused('signature-ended', 'This was refused. Nothing has to be signed.');
    if (found.signer.turnSince === null) throw Problem.refused('not-their-turn', 'Somebody before them has not signed yet.');
    return found;
  }

  /** The document that a client's person is asked to sign, or has signed. */
  async documentFor(work: Work, signerId: string): Promise<Document> {
    const [found] = await work.tx
      .select({ contactId: signers.contactId, turnSince: signers.turnSince, clientId: signatureRequests.clientId, documentId: signatureRequests.documentId })
      .from(signers)
      .innerJoin(signatureRequests, eq(signatureRequests.id, signers.requestId))
      .where(and(eq(signers.id, signerId), eq(signers.firmId, work.firm.id)));
    if (!found || found.contactId !== work.actor.id || found.turnSince === null || !(await this.contacts.hasSay(work, work.actor.id, found.clientId, 'signs')))
      throw Problem.notFound('document');
    return this.documents.get(work, found.documentId);
  }

  /** A signature given in the portal, with the name as it was written and from where. */
  async sign(work: Work, signerId: string, signedAs: string, signedFrom: string | null): Promise<void> {
    const found = await this.turnOf(work, signerId);
    await this.given(work, found, { signedAs, signedFrom, signedAt: work.now.toString() }, `signed ${found.request.title} as "${signedAs}"`);
  }

  /** A signature given on paper, noted by a person of the firm; the scan, where there is one, is a document of the client. */
  async signedOnPaper(work: Work, signerId: string, { on, scanId }: NoteSignedOnPaper): Promise<void> {
    const found = await this.turnOf(work, signerId);
    if (on > work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'This day lies ahead.' }]);
    if (scanId) await this.ofClient(work, found.request.clientId, scanId, 'scanId');
    const signedAt = civil(on)
      .toZonedDateTime({ timeZone: work.firm.zone, plainTime: { hour: 12 } })
      .toInstant()
      .toString();
    const what = `noted that ${found.signer.name} signed ${found.request.title} on paper on ${fullDate(civil(on))}`;
    await this.given(work, found, { signedAt, onPaperBy: work.actor.name, scanId: scanId ?? null }, what);
  }

  private async given(work: Work, { signer, request }: Found, how: Partial<Signer>, what: string): Promise<void> {
    // What was signed is what is in the file, and that it is there and whole.
    const { address } = await this.documents.get(work, request.documentId);
    const sha256 = await this.store.contentHash(work.firm, address);
    await work.tx
      .update(signers)
      .set({ ...how, state: 'signed', sha256 })
      .where(eq(signers.id, signer.id));
    await this.events.record(work, SignatureGiven, {
      ...{ what, clientId: request.clientId, jobId: request.jobId, after: { ...how, sha256 }, payload: { requestId: request.id } },
    });
    await this.tasks.settle(work, request.jobId, taskOf(signer.id));
    await this.nextTurn(work, request);
  }

  /** A client's person does not sign, and says why. Whoever would sign after them is not asked. */
  async refuse(work: Work, signerId: string, reason: string): Promise<void> {
    const { signer, request } = await this.turnOf(work, signerId);
    await work.tx.update(signers).set({ state: 'refused' }).where(eq(signers.id, signer.id));
    await this.end(work, request, { state: 'refused', reason: `${signer.name}: ${reason}` });
    await this.events.record(work, SignatureRefused, {
      what: `refused to sign ${request.title}: "${reason}"`,
      ...{ clientId: request.clientId, jobId: request.jobId, payload: { requestId: request.id } },
    });
    await this.jobs.reckonOwed(work, request.jobId);
  }

  /** Takes back what was given for signature. What somebody has signed stays on record. */
  async withdraw(work: Work, requestId: string, reason: string): Promise<void> {
    const request = await this.waiting(work, requestId);
    await this.end(work, request, { state: 'withdrawn', reason });
    await this.events.record(work, SignatureWithdrawn, {
      what: `took back ${request.title}, given for signature: ${reason}`,
      ...{ clientId: request.clientId, jobId: request.jobId, payload: { requestId } },
    });
    await this.jobs.reckonOwed(work, request.jobId);
  }

  private async end(work: Work, { id, jobId }: SignatureRequest, set: Pick<SignatureRequest, 'state' | 'reason'>): Promise<void> {
    for (const signer of await this.inOrder(work, id)) await this.tasks.settle(work, jobId, taskOf(signer.id), true);
    await work.tx
      .update(signatureRequests)
      .set({ ...set, endedAt: work.now.toString() })
      .where(eq(signatureRequests.id, id));
  }
}

/** For which phase a signature given now counts: the next that is complete with one, or else the one in which the job stands. */
function phaseFor({ phases, phase }: Job): string {
  const ahead = phases.slice(phases.findIndex((one) => one.key === phase));
  return (ahead.find((one) => one.completion === 'signed') ?? ahead[0]!).key;
}

/** The key of the task that stands for a signer who cannot be written to. */
const taskOf = (signerId: string) => `sign ${signerId}`;
