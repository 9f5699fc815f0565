import { Injectable } from '@nestjs/common';
import { SIGNATURE } from '@steady/core/procedures';
import { type Evidence, lacksOfEvidence, signersFor } from '@steady/core/signing';
import type { AskSignature } from '@steady/contract/ask-signature';
import type { ManyAsked, SendPreview } from '@steady/contract/requests';
import type { GiveMany } from '@steady/contract/signing-kinds';
import type { Upload } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { AskBook, type JobOfClient, ManyJobs } from '../asks';
import { type ContactOfClient, ContactsService } from '../clients';
import { DocumentsService } from '../documents';
import { toSign } from './demands.service';
import { SignaturesService } from './signatures.service';
import { Signers } from './signers.service';
import { SigningKinds } from './signing-kinds.service';

interface Letter {
  file: Upload;
  evidence: Evidence;
  terms: string | null;
}

/** Gives one letter for signature to many clients: each gets it filed in its own job, and is asked by itself. */
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

  private async letter(work: Work, { kindId }: GiveMany): Promise<Letter> {
    const { letter, evidence, terms } = await this.kinds.get(work, kindId);
    if (letter === null) throw Problem.invalid([{ field: 'kindId', message: 'This kind has no letter of its own yet. Add it under Firm, Signing.' }]);
    return { file: letter, evidence, terms };
  }

  private async signers(work: Work, { clientId }: JobOfClient, input: GiveMany, { evidence }: Letter): Promise<ContactOfClient[]> {
    const people = await this.contacts.of(work, clientId, 'signs');
    return input.everybody ? people : signersFor(evidence, people);
  }

  private sorted(work: Work, input: GiveMany) {
    return this.many.sorted(work, input, async (job) => {
      const open = await this.book.ofJob(work, job.id, ['planned', 'with the client', 'with us']);
      if (open.some((ask) => ask.kind === SIGNATURE && ask.title === input.title)) return 'it is given for signature already';
      return (await this.contacts.of(work, job.clientId, 'signs')).length === 0 ? 'nobody signs for it' : null;
    });
  }

  /** The same as for one job, with the letter filed in it. */
  private async asked(work: Work, job: JobOfClient, input: GiveMany, letter: Letter): Promise<AskSignature> {
    const people = await this.signers(work, job, input, letter);
    const { title, dueOn, expiresOn, words, kindId } = input;
    const codes = letter.evidence.byText ? people.flatMap(({ id, mobile }) => (mobile === null ? [] : [{ contactId: id, number: mobile }])) : [];
    const { file } = letter;
    const documentId = await this.documents.file(work, file, { clientId: job.clientId, jobId: job.id });
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

  /** Who would be asked to sign it, and for whom it cannot be given; nothing is written. */
  async preview(work: Work, input: GiveMany): Promise<ManyAsked> {
    const letter = await this.letter(work, input);
    const { jobs, not } = await this.sorted(work, input);
    const looked: { job: JobOfClient; of: SendPreview }[] = [];
    for (const job of jobs) {
      const people = await this.signers(work, job, input, letter);
      const signers = (await this.whoSign.ofClient(work, people)).map((person) => toSign(work, letter.evidence, person, person.mobile));
      const [why] = lacksOfEvidence(letter.evidence, signers);
      if (why === undefined) looked.push({ job, of: await this.signatures.letterTo(work, job.id, input, people.slice(0, 1)) });
      else not.push({ jobId: job.id, job: job.name, client: job.client, why });
    }
    return { ...(await this.many.foreseen(work, looked)), not };
  }

  /** Gives it, each by itself: one to whom it cannot be given keeps none of the others from it. */
  async give(work: Work, input: GiveMany): Promise<ManyAsked> {
    const letter = await this.letter(work, input);
    return this.many.each(work, await this.sorted(work, input), async (job) => {
      const askId = await this.signatures.ask(work, job.id, await this.asked(work, job, input, letter));
      return { isUntold: (await this.book.partiesOf(work, askId)).some(({ state }) => state === 'to be told') };
    });
  }
}
