import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { approvedText } from '@steady/core/asks';
import type { AskApproval } from '@steady/contract/approvals';
import type { SendPreview } from '@steady/contract/requests';
import { Events, eventKind } from '../../platform/events';
import { FileStore } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { AskLetters, AsksService, PeopleWhoSign, senderNow } from '../asks';
import { ClientsService } from '../clients';
import { type Document, DocumentsService, FoldersService } from '../documents';
import { JobsService } from '../jobs';
import { APPROVAL, approvalLetter } from './approval-kind';
import { approvalTicks, approvals } from './approvals.tables';

type ApprovalEvent = { askId: string };
export const ApprovalGiven = eventKind<ApprovalEvent>('approval given', 'approvals');
export const NotApproved = eventKind<ApprovalEvent>('not approved', 'approvals');

const TURN = {
  kind: APPROVAL,
  done: { code: 'approved-already', words: 'This is approved already, thank you.' },
  waits: 'Somebody before you has not approved it yet.',
};

/** Figures and documents that a client’s people approve by a tick, kept word for word with their hash. */
@Injectable()
export class ApprovalsService {
  constructor(
    private readonly events: Events,
    private readonly asks: AsksService,
    private readonly people: PeopleWhoSign,
    private readonly letters: AskLetters,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly documents: DocumentsService,
    private readonly folders: FoldersService,
    private readonly store: FileStore,
  ) {}

  private async from(work: Work, jobId: string, { documentId, contactIds }: AskApproval) {
    const job = await this.jobs.get(work, jobId);
    const client = await this.clients.get(work, job.clientId);
    const document = documentId === undefined ? null : await this.documents.get(work, documentId);
    if (document && document.clientId !== client.id) throw Problem.invalid([{ field: 'documentId', message: 'Choose a document of this client.' }]);
    const people = await this.people.chosen(work, client.id, contactIds, 'contactIds');
    return { job, client, document, people };
  }

  /** What would go out, to the first who approves: the others are told when it is their turn. */
  async preview(work: Work, jobId: string, input: AskApproval): Promise<SendPreview> {
    const { job, client, document, people } = await this.from(work, jobId, input);
    const about = { client: client.name, job: job.name, lastSafe: null, sender: senderNow(work) };
    const letter = approvalLetter(work.firm, { ...input, wantedBy: input.dueOn }, about);
    const preview = await this.letters.preview(work, { kind: APPROVAL, client, job }, letter, people[0]!.id, { now: input.now });
    return { ...preview, warnings: document ? await this.folders.unseen(work, document, people, 'approve') : [] };
  }

  private async hashOf(work: Work, words: string | null, document: Document | null): Promise<string> {
    const bytes = document ? await this.store.contentHash(work.firm, document.address) : null;
    return createHash('sha256')
      .update(approvedText({ words: words ?? '', document: bytes }))
      .digest('hex');
  }

  async ask(work: Work, jobId: string, input: AskApproval): Promise<string> {
    const { job, client, document, people } = await this.from(work, jobId, input);
    const { title, words } = input;
    const sha256 = await this.hashOf(work, words, document);
    const { ask } = await this.asks.open(work, {
      kind: APPROVAL,
      client,
      job,
      title,
      words,
      wantedBy: input.dueOn,
      phaseKey: job.phase ?? '',
      parties: people.map(({ id, name }) => ({ contactId: id, name })),
      what: `asked ${people.map(({ name }) => name).join(', then ')} to approve ${title}`,
      after: { title, words, document: document?.name ?? null, sha256 },
      when: { now: input.now },
      fill: async (opened) => {
        await work.tx.insert(approvals).values({ firmId: work.firm.id, askId: opened.id, documentId: document?.id ?? null, sha256 });
      },
    });
    return ask.id;
  }

  private async documentOf(work: Work, askId: string): Promise<Document | null> {
    const [found] = await work.tx.select({ documentId: approvals.documentId }).from(approvals).where(eq(approvals.askId, askId));
    return found?.documentId ? this.documents.get(work, found.documentId) : null;
  }

  /** The document that whoever is in the portal is asked to approve, or has. */
  async documentFor(work: Work, partyId: string): Promise<Document> {
    const { ask } = await this.people.theirs(work, partyId, APPROVAL);
    const document = await this.documentOf(work, ask.id);
    if (!document) throw Problem.notFound('document');
    return document;
  }

  async approve(work: Work, partyId: string): Promise<void> {
    const turn = await this.people.turn(work, partyId, TURN);
    const { ask, party } = turn;
    const [asked] = await work.tx.select({ sha256: approvals.sha256 }).from(approvals).where(eq(approvals.askId, ask.id));
    // What is approved is what was asked for, and that the document is there and whole.
    const sha256 = await this.hashOf(work, ask.words, await this.documentOf(work, ask.id));
    if (sha256 !== asked!.sha256)
      throw Problem.refused('changed-meanwhile-approval', 'What is to be approved was changed since it was asked. We ask you anew.');
    await work.tx.insert(approvalTicks).values({ firmId: work.firm.id, partyId, at: work.now.toString(), sha256 });
    await this.events.record(work, ApprovalGiven, {
      what: `approved ${ask.title}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      after: { by: party.name, sha256 },
      payload: { askId: ask.id },
    });
    await this.asks.partyDone(work, turn);
  }

  /** They do not approve it, and say why. Whoever would come after them is not asked. */
  async refuse(work: Work, partyId: string, reason: string): Promise<void> {
    const turn = await this.people.turn(work, partyId, TURN);
    await this.asks.partyRefuses(work, turn, reason);
    const { ask } = turn;
    await this.events.record(work, NotApproved, {
      what: `did not approve ${ask.title}: "${reason}"`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId: ask.id },
    });
  }
}
