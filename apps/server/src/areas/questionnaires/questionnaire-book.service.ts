import { Injectable } from '@nestjs/common';
import { and, desc, eq, isNotNull, ne } from 'drizzle-orm';
import { type Answer, type Answers, type Questionnaire, maskedAccount, questionsOf } from '@steady/core/questionnaires';
import { PrivateTexts } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Ask, AskBook } from '../asks';
import { ContactsService } from '../clients';
import { QUESTIONNAIRE } from './questionnaire-kind';
import { questionnaires } from './questionnaires.tables';

export type Filled = typeof questionnaires.$inferSelect;

export interface Asked {
  ask: Ask;
  filled: Filled;
}

const accountsOf = (definition: Questionnaire) => questionsOf(definition).flatMap(({ key, kind }) => (kind === 'bank account' ? [key] : []));

/** Questionnaires as clients were asked, with their answers, of which bank accounts are sealed. */
@Injectable()
export class QuestionnaireBook {
  constructor(
    private readonly texts: PrivateTexts,
    private readonly asks: AskBook,
    private readonly contacts: ContactsService,
  ) {}

  async of(work: Work, askId: string): Promise<Filled> {
    const [found] = await work.tx
      .select()
      .from(questionnaires)
      .where(and(eq(questionnaires.askId, askId), eq(questionnaires.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('questionnaire');
    return found;
  }

  /** A questionnaire to be filled in or looked at, held, if whoever acts may: of a client’s people those who get requests and were told. */
  async hold(work: Work, askId: string): Promise<Asked> {
    const ask = await this.asks.hold(work, askId);
    if (ask.kind !== QUESTIONNAIRE) throw Problem.notFound('questionnaire');
    await this.mustBeTheirs(work, ask);
    return { ask, filled: await this.of(work, askId) };
  }

  /** The same, to be read. */
  async read(work: Work, askId: string): Promise<Asked> {
    const filled = await this.of(work, askId);
    return { ask: await this.asks.get(work, askId), filled };
  }

  /** @throws Problem where a client’s person is not asked */
  async mustBeTheirs(work: Work, ask: Pick<Ask, 'id' | 'clientId'>): Promise<void> {
    if (work.actor.kind !== 'client') return;
    const turned = (await this.asks.partiesOf(work, ask.id)).some(({ turnSince }) => turnSince !== null);
    if (!turned || !(await this.contacts.hasPermission(work, work.actor.id, ask.clientId, 'getsRequests'))) throw Problem.notFound('questionnaire');
  }

  /** An answer as it is kept. */
  kept(work: Work, definition: Questionnaire, key: string, value: Answer): Answer {
    return accountsOf(definition).includes(key) ? this.texts.seal(work.firm, value as string) : value;
  }

  /** The answers as they were given. */
  opened(work: Work, { definition, answers }: Pick<Filled, 'definition' | 'answers'>): Answers {
    const opened: Record<string, Answer> = { ...answers };
    for (const key of accountsOf(definition)) if (opened[key] !== undefined) opened[key] = this.texts.open(work.firm, opened[key] as string);
    return opened;
  }

  /** The answers as they are shown, accounts masked; and which of them are. */
  shown(work: Work, of: Pick<Filled, 'definition' | 'answers'>): { answers: Answers; masked: string[] } {
    const answers: Record<string, Answer> = { ...this.opened(work, of) };
    const masked = accountsOf(of.definition).filter((key) => answers[key] !== undefined);
    for (const key of masked) answers[key] = maskedAccount(answers[key] as string);
    return { answers, masked };
  }

  /** What the client answered the last time by the same questionnaire. */
  async last(work: Work, { templateId, askId }: Filled, clientId: string): Promise<Filled | null> {
    const before = await work.tx
      .select()
      .from(questionnaires)
      .where(
        and(
          eq(questionnaires.firmId, work.firm.id),
          eq(questionnaires.templateId, templateId),
          ne(questionnaires.askId, askId),
          isNotNull(questionnaires.sentInAt),
        ),
      )
      .orderBy(desc(questionnaires.sentInAt));
    for (const one of before) if ((await this.asks.get(work, one.askId)).clientId === clientId) return one;
    return null;
  }

  async set(work: Work, filled: Filled, set: Partial<Filled>): Promise<void> {
    await work.tx.update(questionnaires).set(set).where(eq(questionnaires.id, filled.id));
  }
}
