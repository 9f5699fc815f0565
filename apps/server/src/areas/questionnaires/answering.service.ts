import { Injectable } from '@nestjs/common';
import { type Answer, type Question, answersSent, askedKeys, questionsOf, wantingOf, whyNotAnswer } from '@steady/core/questionnaires';
import { counted } from '@steady/core/words';
import type { PutAnswer, QuestionnaireView, SendBackAnswer } from '@steady/contract/questionnaires';
import { Events, eventKind } from '../../platform/events';
import type { Upload } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { AskBook, AskLetters } from '../asks';
import { ClientsService, ContactsService, factsOf } from '../clients';
import { DocumentsService } from '../documents';
import { type Addressed, PostService } from '../post';
import { type Asked, type Filled, QuestionnaireBook } from './questionnaire-book.service';

export const QuestionnaireSentIn = eventKind<{ askId: string }>('questionnaire sent in', 'questionnaires');
export const AnswerSaved = eventKind<{ askId: string }>('answer saved', 'questionnaires');
export const AnswersSentBack = eventKind<{ askId: string }>('answer sent back', 'questionnaires');

/** What somebody may type half of: it is kept, and has to fit only when it is sent in. */
const WHOLE_ONLY = ['bank account', 'file', 'money', 'number'];

/** Questionnaires as they are filled in: by the client’s people, or by the firm for them. */
@Injectable()
export class QuestionnaireAnswering {
  constructor(
    private readonly events: Events,
    private readonly book: QuestionnaireBook,
    private readonly asks: AskBook,
    private readonly letters: AskLetters,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly documents: DocumentsService,
    private readonly post: PostService,
  ) {}

  async view(work: Work, askId: string): Promise<QuestionnaireView> {
    const filled = await this.book.of(work, askId);
    const ask = await this.asks.get(work, askId);
    await this.book.mustBeTheirs(work, ask);
    const client = await this.clients.get(work, ask.clientId);
    const { answers, masked } = this.book.shown(work, filled);
    const before = await this.book.last(work, filled, client.id);
    const lookedAt = new Set(questionsOf(filled.definition).flatMap(({ onlyIf }) => (onlyIf ? [JSON.stringify(onlyIf)] : [])));
    const facts = Object.fromEntries(Object.entries(factsOf(client)).filter(([name]) => [...lookedAt].some((one) => one.includes(`"${name}"`))));
    const isOver = ['withdrawn', 'expired', 'refused'].includes(ask.state);
    return {
      askId,
      title: ask.title,
      client: client.name,
      currency: work.firm.currency,
      definition: filled.definition,
      answers,
      facts,
      last: before && { answers: this.book.shown(work, before).answers, at: before.sentInAt! },
      sentBack: filled.sentBack,
      files: await this.filesOf(work, filled, before),
      masked,
      sentInAt: filled.sentInAt,
      isOpen: !isOver && (filled.sentInAt === null || Object.keys(filled.sentBack).length > 0),
    };
  }

  private async filesOf(work: Work, ...all: (Filled | null)[]): Promise<Record<string, string>> {
    const names: Record<string, string> = {};
    for (const one of all)
      for (const { key, kind } of one ? questionsOf(one.definition) : [])
        if (kind === 'file') for (const id of (one!.answers[key] as string[] | undefined) ?? []) names[id] = (await this.documents.get(work, id)).name;
    return names;
  }

  private questionOf({ filled }: Asked, key: string): Question {
    const question = questionsOf(filled.definition).find((one) => one.key === key);
    if (!question) throw Problem.notFound('question');
    return question;
  }

  /** @throws Problem where nothing can be answered any more, or that question was not sent back */
  private mustBeOpen({ ask, filled }: Asked, key: string): void {
    this.asks.mustBeOpen(ask);
    if (filled.sentInAt === null || key in filled.sentBack) return;
    throw Problem.refused('sent-in-already', 'This was sent in already, thank you. Write to us if something in it has changed.');
  }

  /** Keeps an answer as it is typed. */
  async put(work: Work, askId: string, { key, value }: PutAnswer): Promise<void> {
    const asked = await this.book.hold(work, askId);
    const question = this.questionOf(asked, key);
    this.mustBeOpen(asked, key);
    const { filled } = asked;
    if (question.kind === 'file') this.mustBeThere(filled, key, value);
    const answers = { ...filled.answers };
    if (value === null || value === undefined) delete answers[key];
    else {
      const why = whyNotAnswer(question, value);
      if (why !== null && (WHOLE_ONLY.includes(question.kind) || typeof value !== typeof answerLike(question)))
        throw Problem.invalid([{ field: 'value', message: why }]);
      answers[key] = this.book.kept(work, filled.definition, key, value);
    }
    await this.book.set(work, filled, { answers });
    await this.saved(work, asked);
  }

  /** Files are taken away one by one; which there are is said by sending them. */
  private mustBeThere({ answers }: Filled, key: string, value: Answer | null): void {
    const there = (answers[key] as string[] | undefined) ?? [];
    if (value !== null && !(Array.isArray(value) && value.every((id) => there.includes(id))))
      throw Problem.invalid([{ field: 'value', message: 'Send the file itself.' }]);
  }

  /** It is not written into the history each time: only that the page is to be read again. */
  private saved(work: Work, { ask }: Asked): Promise<void> {
    work.topics.add(AnswerSaved.topic);
    return this.events.tell(work, AnswerSaved, { what: '', clientId: ask.clientId, jobId: ask.jobId, payload: { askId: ask.id } });
  }

  async mayAddFile(work: Work, askId: string, key: string): Promise<void> {
    const asked = await this.book.hold(work, askId);
    if (this.questionOf(asked, key).kind !== 'file') throw Problem.notFound('question');
    this.mustBeOpen(asked, key);
    await this.documents.mayTakeIn(work, asked.ask.clientId);
  }

  async addFile(work: Work, askId: string, key: string, file: Upload): Promise<void> {
    await this.mayAddFile(work, askId, key);
    const asked = await this.book.hold(work, askId);
    const { clientId, jobId } = asked.ask;
    const documentId = await this.documents.file(work, file, { clientId, jobId, what: this.questionOf(asked, key).words.slice(0, 160) });
    const there = (asked.filled.answers[key] as string[] | undefined) ?? [];
    if (there.includes(documentId)) return;
    await this.book.set(work, asked.filled, { answers: { ...asked.filled.answers, [key]: [...there, documentId] } });
    await this.saved(work, asked);
  }

  /** Takes over what was answered the last time, where nothing is answered yet and the question is still asked the same way. */
  async sameAgain(work: Work, askId: string): Promise<void> {
    const asked = await this.book.hold(work, askId);
    const { ask, filled } = asked;
    this.asks.mustBeOpen(ask);
    if (filled.sentInAt !== null) throw Problem.refused('sent-in-already', 'This was sent in already, thank you.');
    const before = await this.book.last(work, filled, ask.clientId);
    if (!before) throw Problem.refused('no-last-time', 'There is no last time: answer the questions anew.');
    const last = this.book.opened(work, before);
    const answers = { ...filled.answers };
    for (const question of questionsOf(filled.definition)) {
      const { key, kind } = question;
      // What is confirmed, and what was sent, is of that time alone.
      if (answers[key] !== undefined || last[key] === undefined || kind === 'statement' || kind === 'file') continue;
      if (whyNotAnswer(question, last[key]) === null) answers[key] = this.book.kept(work, filled.definition, key, last[key]);
    }
    await this.book.set(work, filled, { answers });
    await this.saved(work, asked);
  }

  /** Sends it in: what is not asked is left out, what is required has to be there. */
  async sendIn(work: Work, askId: string): Promise<void> {
    const asked = await this.book.hold(work, askId);
    const { ask, filled } = asked;
    const back = Object.keys(filled.sentBack);
    if (filled.sentInAt !== null && back.length === 0) return;
    this.asks.mustBeOpen(ask);
    const client = await this.clients.get(work, ask.clientId);
    const facts = factsOf(client);
    const wanting = wantingOf(filled.definition, this.book.opened(work, filled), facts);
    if (wanting.length > 0)
      throw Problem.invalid(
        wanting.map(({ key, words, why }) => ({ field: key, message: `${words.slice(0, 80)}: ${why ?? 'still to be answered'}` })),
        `${counted(wanting.length, 'question')} still to be answered.`,
      );
    const { actor } = work;
    await this.book.set(work, filled, {
      answers: answersSent(filled.definition, filled.answers, facts),
      sentInAt: work.now.toString(),
      sentInBy: actor.name,
      sentInByContact: actor.kind === 'client' ? actor.id : null,
      sentBack: {},
      sentBackAt: null,
      lookedAt: null,
    });
    if (actor.kind === 'client') await this.letters.heard(work, ask);
    await this.events.record(work, QuestionnaireSentIn, {
      what: `sent in ${ask.title}${actor.kind === 'client' ? '' : ', for the client'}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId },
    });
    await this.asks.reckon(work, askId);
    if (actor.kind === 'client') await this.thank(work, asked, actor.id);
  }

  private async thank(work: Work, { ask }: Asked, contactId: string): Promise<void> {
    const contact = (await this.contacts.of(work, ask.clientId)).find(({ id }) => id === contactId);
    const client = await this.clients.get(work, ask.clientId);
    if (!contact || contact.email === null || client.way === 'paper') return;
    await this.post.sendTo(
      work,
      [contact as Addressed],
      {
        subject: `${work.firm.shortName}: thank you, ${ask.title}`,
        paragraphs: [`Your answers to ${ask.title} are here, for ${client.name}. We look at them now, and write to you where something is unclear.`],
        leadsTo: `/portal/asks/${ask.id}`,
        linkWords: 'What you answered',
        from: null,
        matter: `answers ${ask.id}`,
      },
      { clientId: ask.clientId, jobId: ask.jobId },
    );
  }

  /** An answer goes back to the client, with why; the others stay as they were sent in. */
  async sendBack(work: Work, askId: string, { key, reason }: SendBackAnswer): Promise<void> {
    const asked = await this.book.hold(work, askId);
    const { ask, filled } = asked;
    const question = this.questionOf(asked, key);
    if (filled.sentInAt === null) throw Problem.refused('not-sent-in', 'It was not sent in yet.');
    const client = await this.clients.get(work, ask.clientId);
    if (!askedKeys(filled.definition, filled.answers, factsOf(client)).has(key)) throw Problem.notFound('question');
    await this.book.set(work, filled, { sentBack: { ...filled.sentBack, [key]: reason }, sentBackAt: filled.sentBackAt ?? work.now.toString() });
    await this.events.record(work, AnswersSentBack, {
      what: `sent an answer back in ${ask.title}: "${question.words.slice(0, 80)}"`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      after: { reason },
      payload: { askId },
    });
    await this.asks.reckon(work, askId);
    await this.letters.tell(work, await this.asks.hold(work, askId), `${work.firm.shortName}: one more question, ${ask.title}`, [
      `${work.actor.name} has looked at your answers and asks again:`,
      `  - ${question.words}\n    ${reason}`,
    ]);
  }

  /** Somebody of the firm has looked at the answers. */
  async lookedAt(work: Work, askId: string): Promise<void> {
    const { ask, filled } = await this.book.hold(work, askId);
    if (filled.sentInAt === null || filled.lookedAt !== null) return;
    await this.book.set(work, filled, { lookedAt: work.now.toString() });
    await this.documents.lookedAt(
      work,
      questionsOf(filled.definition).flatMap(({ key, kind }) => (kind === 'file' ? ((filled.answers[key] as string[] | undefined) ?? []) : [])),
    );
    await this.events.record(work, AnswersSentBack, {
      what: `looked at the answers to ${ask.title}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId },
    });
    await this.asks.reckon(work, askId);
  }
}

/** A value of the type that answers to such a question have. */
const answerLike = ({ kind }: Question): unknown =>
  kind === 'yes or no' || kind === 'statement' ? true : ['short text', 'long text', 'one of', 'date'].includes(kind) ? '' : {};
