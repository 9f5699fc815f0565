import { Injectable } from '@nestjs/common';
import { clientFact } from '@steady/core/clients';
import { detailInWords } from '@steady/core/details';
import { type FactDefinition, factInWords } from '@steady/core/facts';
import { type Answers, type Filled as IntoFact, answerInWords, changedSince, intoRecord, questionsOf } from '@steady/core/questionnaires';
import { ChangeClient } from '@steady/contract/clients';
import type { FilledIn, IntoRecord } from '@steady/contract/questionnaires';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { checked } from '../../platform/http/validation';
import type { Work } from '../../platform/work';
import { ClientEffects } from '../almanac';
import { type Client, ClientQueries, ClientsService, ContactsService, clientWith } from '../clients';
import { type Asked, QuestionnaireBook } from './questionnaire-book.service';

export const AnswersTakenOver = eventKind<{ askId: string }>('answers taken over', 'questionnaires');

/** Answers on their way into the record: shown as before and after, with the dates that would move, taken over by a press. */
@Injectable()
export class AnswersIntoRecord {
  constructor(
    private readonly events: Events,
    private readonly book: QuestionnaireBook,
    private readonly clients: ClientsService,
    private readonly queries: ClientQueries,
    private readonly contacts: ContactsService,
    private readonly effects: ClientEffects,
  ) {}

  /** What the answers would change, as far as they were sent in. */
  private async fills(work: Work, { filled }: Asked, client: Client): Promise<IntoFact[]> {
    if (filled.sentInAt === null) return [];
    const names = new Set((await this.contacts.of(work, client.id)).map(({ name }) => name.toLocaleLowerCase()));
    return intoRecord(filled.definition, this.book.opened(work, filled), (into, answer) => {
      if ('fact' in into) return client[into.fact as keyof Client];
      if ('detail' in into) return client.details[into.detail];
      const { name } = answer as { name: string };
      return names.has(name.toLocaleLowerCase()) ? answer : undefined;
    });
  }

  /** The client as it would be with these. */
  private changed(client: Client, fills: readonly IntoFact[]): ChangeClient {
    const of = (place: 'fact' | 'detail') =>
      Object.fromEntries(fills.flatMap(({ into, after }) => (place in into ? [[(into as Record<typeof place, string>)[place], after] as const] : [])));
    return clientWith(client, of('fact'), of('detail'));
  }

  /** What keeps the record from being so, by fact. */
  private async faults(client: Client, fills: readonly IntoFact[]): Promise<Map<string, string>> {
    try {
      await checked(ChangeClient, this.changed(client, fills));
      return new Map();
    } catch (problem) {
      if (!(problem instanceof Problem)) throw problem;
      const { errors = [] } = problem.more;
      return new Map(errors.map(({ field, message }) => [field.split('.')[0]!, message]));
    }
  }

  async look(work: Work, askId: string): Promise<IntoRecord> {
    const asked = await this.book.read(work, askId);
    const { ask, filled } = asked;
    const client = await this.clients.get(work, ask.clientId);
    const fills = await this.fills(work, asked, client);
    const faults = await this.faults(client, fills);
    const before = await this.book.last(work, filled, client.id);
    const now = this.book.opened(work, filled);
    const sound = fills.filter(({ into }) => !('fact' in into && faults.has(into.fact)));
    return {
      filled: await this.inWords(work, asked, fills, faults),
      changed: before && filled.sentInAt !== null ? changedSince(filled.definition, this.book.opened(work, before), now) : [],
      effect: sound.some(({ into }) => 'fact' in into) ? await this.effects.effect(work, { ...client, ...this.asRow(client, sound) }) : null,
    };
  }

  private asRow(client: Client, fills: readonly IntoFact[]): Partial<Client> {
    const { details, ...facts } = this.changed(client, fills);
    return { ...(facts as unknown as Partial<Client>), details: details ?? {} };
  }

  private async inWords(work: Work, { filled }: Asked, fills: readonly IntoFact[], faults: ReadonlyMap<string, string>): Promise<FilledIn[]> {
    const details = new Map((await this.queries.details(work)).map((one) => [one.id, one]));
    const questions = new Map(questionsOf(filled.definition).map((one) => [one.key, one]));
    const answers: Answers = this.book.opened(work, filled);
    return fills.map(({ key, into, before, after }) => {
      const question = questions.get(key)!;
      const fact: FactDefinition | undefined = 'fact' in into ? clientFact(into.fact) : undefined;
      const detail = 'detail' in into ? details.get(into.detail) : undefined;
      const says = (value: unknown) => {
        if (question.kind === 'bank account') return answerInWords(question, value as string);
        if (fact) return factInWords(fact, value);
        return detail ? detailInWords(detail.kind, value as never) : answerInWords(question, answers[key]!);
      };
      return {
        key,
        words: question.words,
        place: fact?.label ?? detail?.name ?? 'a contact of the client',
        before: before === undefined ? null : says(before),
        after: says(after),
        why: 'detail' in into && !detail ? 'This detail is not kept any more.' : 'fact' in into ? (faults.get(into.fact) ?? null) : null,
      };
    });
  }

  /** Takes over what was chosen: facts and details in one change, people one by one. */
  async takeOver(work: Work, askId: string, keys: readonly string[]): Promise<void> {
    const asked = await this.book.hold(work, askId);
    const client = await this.clients.standing(work, asked.ask.clientId);
    const chosen = (await this.fills(work, asked, client)).filter(({ key }) => keys.includes(key));
    // What somebody else took over meanwhile stands there already.
    if (chosen.length === 0) return;
    const faults = await this.faults(client, chosen);
    const wrong = chosen.filter(({ into }) => 'fact' in into && faults.has(into.fact));
    if (wrong.length > 0) throw Problem.invalid(wrong.map(({ key, into }) => ({ field: key, message: faults.get((into as { fact: string }).fact)! })));
    if (chosen.some(({ into }) => !('contact' in into))) await this.clients.change(work, client.id, this.changed(client, chosen));
    for (const { into, after } of chosen)
      if ('contact' in into) {
        const { name, relation } = after as { name: string; relation?: string };
        await this.contacts.add(work, client.id, { name, role: relation?.slice(0, 60), getsRequests: false, signs: false, pays: false });
      }
    const questions = new Map(questionsOf(asked.filled.definition).map((one) => [one.key, one.words]));
    await this.events.record(work, AnswersTakenOver, {
      what: `took over from ${asked.ask.title}: ${chosen.map(({ key }) => questions.get(key)!.slice(0, 60)).join('; ')}`,
      clientId: client.id,
      jobId: asked.ask.jobId,
      payload: { askId },
    });
  }
}
