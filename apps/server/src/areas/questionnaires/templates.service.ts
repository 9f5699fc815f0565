import { Injectable } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import { SUPPLIED_QUESTIONNAIRES } from '@steady/core/supplied';
import type { KeepQuestionnaire, QuestionnaireTemplateView } from '@steady/contract/questionnaires';
import { newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { questionnaireTemplates } from './questionnaires.tables';

export const QuestionnaireKept = eventKind<{ templateId: string }>('questionnaire kept', 'questionnaires');
type Template = typeof questionnaireTemplates.$inferSelect;

/** The questionnaires of the firm. What was asked keeps the questions that it was asked with. */
@Injectable()
export class QuestionnaireTemplates {
  constructor(private readonly events: Events) {}

  async get(work: Work, id: string): Promise<Template> {
    const [found] = await work.tx
      .select()
      .from(questionnaireTemplates)
      .where(and(eq(questionnaireTemplates.id, id), eq(questionnaireTemplates.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('questionnaire');
    return found;
  }

  async view(work: Work, id: string): Promise<QuestionnaireTemplateView> {
    const { name, version, definition, retiredAt } = await this.get(work, id);
    return { id, name, version, definition, retired: retiredAt !== null };
  }

  async add(work: Work, { name, definition }: Pick<KeepQuestionnaire, 'name' | 'definition'>): Promise<string> {
    await this.mustBeNew(work, name);
    const id = newId();
    await work.tx.insert(questionnaireTemplates).values({ id, firmId: work.firm.id, name, definition });
    await this.record(work, id, `added the questionnaire ${name}`);
    return id;
  }

  /** A new version; clients who are asked already go on with the one that they have. */
  async change(work: Work, id: string, { name, definition, version }: KeepQuestionnaire): Promise<void> {
    const before = await this.get(work, id);
    if (before.version !== version) throw Problem.stale('questionnaire', id);
    if (before.name !== name) await this.mustBeNew(work, name);
    await this.set(work, before, { name, definition }, `changed the questionnaire ${name}: version ${version + 1}`);
  }

  async retire(work: Work, id: string, retired: boolean): Promise<void> {
    const before = await this.get(work, id);
    if ((before.retiredAt !== null) === retired) return;
    const set = { retiredAt: retired ? work.now.toString() : null };
    await this.set(work, before, set, retired ? `offers the questionnaire ${before.name} no more` : `offers the questionnaire ${before.name} again`);
  }

  private async set(work: Work, { id, version }: Template, set: Partial<Template>, what: string): Promise<void> {
    const changed = await work.tx
      .update(questionnaireTemplates)
      .set({ ...set, version: version + 1 })
      .where(and(eq(questionnaireTemplates.id, id), eq(questionnaireTemplates.version, version)))
      .returning({ id: questionnaireTemplates.id });
    if (changed.length === 0) throw Problem.stale('questionnaire', id);
    await this.record(work, id, what);
  }

  /** Adds those that are supplied and of whose name there is none. */
  async useSupplied(work: Work): Promise<void> {
    const names = await this.names(work);
    for (const { name, definition } of SUPPLIED_QUESTIONNAIRES) if (!names.has(name)) await this.add(work, { name, definition });
  }

  private async names(work: Work): Promise<Set<string>> {
    const found = await work.tx
      .select({ name: questionnaireTemplates.name })
      .from(questionnaireTemplates)
      .where(eq(questionnaireTemplates.firmId, work.firm.id));
    return new Set(found.map(({ name }) => name));
  }

  private async mustBeNew(work: Work, name: string): Promise<void> {
    if ((await this.names(work)).has(name)) throw Problem.invalid([{ field: 'name', message: 'There is a questionnaire of this name already.' }]);
  }

  private record(work: Work, templateId: string, what: string): Promise<void> {
    return this.events.record(work, QuestionnaireKept, { what, payload: { templateId } });
  }
}
