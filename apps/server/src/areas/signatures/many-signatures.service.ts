import { Injectable } from '@nestjs/common';
import type { AskState } from '@steady/core/asks';
import { SIGNATURE } from '@steady/core/procedures';
import { type Evidence, lacksOfEvidence, signersFor } from '@steady/core/signing';
import type { AskSignature } from '@steady/contract/ask-signature';
import type { ManyAsked, SendPreview } from '@steady/contract/requests';
import type { GiveMany } from '@steady/contract/signing-kinds';
import type { Upload } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { AskBook, type AskedIn, ManyJobs } from '../asks';
import { type ContactOfClient, ContactsService } from '../clients';
import { DocumentsService } from '../documents';
import type { Job } from '../jobs';
import { toSign } from './demands.service';
import { type GivenFor, SignaturesService } from './signatures.service';
import { Signers } from './signers.service';
import { SigningKinds } from './signing-kinds.service';

type Target = AskedIn & GivenFor;

const OPEN: AskState[] = ['planned', 'with the client', 'with us'];

interface Letter {
  file: Upload;
  evidence: Evidence;
  terms: string | null;
}

/** Gives one letter for signature to many clients: each gets it filed in its own job, or with the client, and is asked by itself. */
@Injectable()
export class ManySignatures {
  constructor(
    private readonly signatures: SignaturesService,
    private readonly kinds: SigningKinds,
    private readonly documents: DocumentsService,
    private readonly contacts: ContactsService,
    private readonly book: AskBook,
    private readonly many: ManyJobs,
    private readonly whoSign: Signers,
  ) {}

  private async letter(work: Work, { kindId }: Pick<GiveMany, 'kindId'>): Promise<Letter> {
    const { letter, evidence, terms } = await this.kinds.get(work, kindId);
    if (letter === null) throw Problem.invalid([{ field: 'kindId', message: 'This kind has no letter of its own yet. Add it under Firm, Signing.' }]);
    return { file: letter, evidence, terms };
  }

  private async signers(work: Work, { clientId }: Target, input: Pick<GiveMany, 'everybody'>, { evidence }: Letter): Promise<ContactOfClient[]> {
    const people = await this.contacts.of(work, clientId, 'signs');
    return input.everybody ? people : signersFor(evidence, people);
  }

  private async sorted(work: Work, input: GiveMany): Promise<{ jobs: Target[]; not: ManyAsked['not'] }> {
    const alone: Target[] = [];
    const notAlone: ManyAsked['not'] = [];
    const { jobs, not } = await this.many.sorted(
      work,
      input,
      (job) => this.whyNot(work, job.clientId, this.book.ofJob(work, job.id, OPEN), input.title),
      async (clients) => {
        for (const { id, name: client } of clients) {
          const why = await this.whyNot(work, id, this.book.ofClientAlone(work, id, OPEN), input.title);
          if (why === null) alone.push({ id, name: '', clientId: id, client, jobId: null });
          else notAlone.push({ jobId: id, job: '', client, why });
        }
      },
    );
    return { jobs: [...jobs.map((job) => ({ ...job, jobId: job.id })), ...alone], not: [...not, ...notAlone] };
  }

  private async whyNot(work: Work, clientId: string, open: Promise<{ kind: string; title: string }[]>, title: string): Promise<string | null> {
    if ((await open).some((ask) => ask.kind === SIGNATURE && ask.title === title)) return 'it is given for signature already';
    return (await this.contacts.of(work, clientId, 'signs')).length === 0 ? 'nobody signs for it' : null;
  }

  /** The same as for one, with the letter filed in its job, or with the client where no job of it is open. */
  private async asked(work: Work, to: Target, input: Omit<GiveMany, 'jobIds' | 'clientIds'>, letter: Letter): Promise<AskSignature> {
    const people = await this.signers(work, to, input, letter);
    const { title, dueOn, expiresOn, words, kindId } = input;
    const codes = letter.evidence.byText ? people.flatMap(({ id, mobile }) => (mobile === null ? [] : [{ contactId: id, number: mobile }])) : [];
    const { file } = letter;
    const { clientId, jobId } = to;
    const documentId = await this.documents.file(work, file, { clientId, jobId });
    return {
      documentId,
      kindId,
      title,
      dueOn,
      signerIds: people.map(({ id }) => id),
      ...(expiresOn ? { expiresOn } : {}),
      ...(words ? { words } : {}),
      ...(letter.terms === null ? {} : { terms: letter.terms }),
      ...(codes.length > 0 ? { codes } : {}),
    };
  }

  /** What is too little of what is asked of those who would sign; null where nothing is. */
  private async lacks(work: Work, people: readonly ContactOfClient[], { evidence }: Letter): Promise<string | null> {
    const signers = (await this.whoSign.ofClient(work, people)).map((person) => toSign(work, evidence, person, person.mobile));
    return lacksOfEvidence(evidence, signers)[0] ?? null;
  }

  /** Who would be asked to sign it, and for whom it cannot be given; nothing is written. */
  async preview(work: Work, input: GiveMany): Promise<ManyAsked> {
    const letter = await this.letter(work, input);
    const { jobs, not } = await this.sorted(work, input);
    const looked: { job: Target; of: SendPreview }[] = [];
    for (const job of jobs) {
      const people = await this.signers(work, job, input, letter);
      try {
        const why = await this.lacks(work, people, letter);
        if (why === null) looked.push({ job, of: await this.signatures.letterTo(work, job, input, people.slice(0, 1)) });
        else not.push({ jobId: job.id, job: job.name, client: job.client, why });
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        not.push({ jobId: job.id, job: job.name, client: job.client, why: error.words });
      }
    }
    return { ...(await this.many.foreseen(work, looked)), not };
  }

  /** Gives it, each by itself: one to whom it cannot be given keeps none of the others from it. */
  async give(work: Work, input: GiveMany): Promise<ManyAsked> {
    const letter = await this.letter(work, input);
    return this.many.each(work, await this.sorted(work, input), async (job) => {
      const askId = await this.signatures.ask(work, job, await this.asked(work, job, input, letter));
      return { isUntold: await this.isUntold(work, askId) };
    });
  }

  private async isUntold(work: Work, askId: string): Promise<boolean> {
    return (await this.book.partiesOf(work, askId)).some(({ state }) => state === 'to be told');
  }

  /** Who would sign the letter of a kind in a job, in order; or why it cannot be given, in words. */
  private async inJob(
    work: Work,
    job: Pick<Job, 'id' | 'name' | 'clientId'>,
    kindId: string,
  ): Promise<{ to: Target; letter: Letter; people: ContactOfClient[] } | { why: string }> {
    const kind = await this.kinds.get(work, kindId);
    if (kind.letter === null) return { why: 'It has no letter of its own: choose the document.' };
    const letter = await this.letter(work, { kindId });
    const to = { id: job.id, name: job.name, clientId: job.clientId, client: '', jobId: job.id };
    const people = await this.signers(work, to, { everybody: false }, letter);
    const isNobody = (await this.contacts.of(work, job.clientId, 'signs')).length === 0;
    const why = isNobody ? 'Nobody signs for this client. Set who does on its page, under Contacts.' : await this.lacks(work, people, letter);
    return why === null ? { to, letter, people } : { why };
  }

  /** Who would sign it first. */
  async firstInJob(work: Work, job: Pick<Job, 'id' | 'name' | 'clientId'>, kindId: string): Promise<{ id: string } | { why: string }> {
    const found = await this.inJob(work, job, kindId);
    return 'why' in found ? found : { id: found.people[0]!.id };
  }

  /**
   * Gives the letter of a kind in one job, under its name and with its words.
   * @returns what was asked; or why it could not be, in words: it has no letter of its own, nobody signs, or too little is known of who does
   */
  async giveInJob(
    work: Work,
    job: Pick<Job, 'id' | 'name' | 'clientId'>,
    kindId: string,
    dueOn: string,
  ): Promise<{ askId: string; isUntold: boolean } | { why: string }> {
    const found = await this.inJob(work, job, kindId);
    if ('why' in found) return found;
    const { name: title, words } = await this.kinds.get(work, kindId);
    const input = { kindId, title, dueOn, everybody: false, ...(words === null ? {} : { words }) };
    const askId = await this.signatures.ask(work, found.to, await this.asked(work, found.to, input, found.letter));
    return { askId, isUntold: await this.isUntold(work, askId) };
  }
}
