import { Injectable } from '@nestjs/common';
import { asc, eq, inArray, sql } from 'drizzle-orm';
import { answeredOf, questionsOf } from '@steady/core/questionnaires';
import type { QuestionnairePart, QuestionnaireTemplate } from '@steady/contract/questionnaires';
import type { Work } from '../../platform/work';
import { clientOfAsk } from '../asks';
import { ClientsService, factsOf } from '../clients';
import { questionnaireTemplates, questionnaires } from './questionnaires.tables';

/** Questionnaires as they are read in lists. */
@Injectable()
export class QuestionnaireQueries {
  constructor(private readonly clients: ClientsService) {}

  async standing(work: Work, askId: string) {
    const { sentInAt, sentInBy, sentBack, sentBackAt, lookedAt } = questionnaires;
    const [found] = await work.tx.select({ sentInAt, sentInBy, sentBack, sentBackAt, lookedAt }).from(questionnaires).where(eq(questionnaires.askId, askId));
    return found!;
  }

  async parts(work: Work, askIds: string[]): Promise<Map<string, QuestionnairePart>> {
    if (askIds.length === 0) return new Map();
    const found = await work.tx
      .select({ filled: questionnaires, clientId: sql<string>`${clientOfAsk(sql`${questionnaires.askId}`)}` })
      .from(questionnaires)
      .where(inArray(questionnaires.askId, askIds));
    const clients = await this.clients.those(work, [...new Set(found.map(({ clientId }) => clientId))]);
    return new Map(
      found.map(({ filled, clientId }) => {
        const client = clients.get(clientId);
        const { askId, definition, answers, sentInAt, sentInBy, sentBack, lookedAt } = filled;
        return [
          askId,
          { answered: answeredOf(definition, answers, client ? factsOf(client) : {}), sentInAt, sentInBy, sentBack: Object.keys(sentBack).length, lookedAt },
        ];
      }),
    );
  }

  async list(work: Work): Promise<QuestionnaireTemplate[]> {
    const found = await work.tx
      .select({
        template: questionnaireTemplates,
        asked: sql<number>`(select count(*)::int from questionnaires q where q.template_id = questionnaire_templates.id)`,
      })
      .from(questionnaireTemplates)
      .where(eq(questionnaireTemplates.firmId, work.firm.id))
      .orderBy(sql`${questionnaireTemplates.retiredAt} is not null`, sql`${questionnaireTemplates.name} collate "unicode"`, asc(questionnaireTemplates.id));
    return found.map(({ template: { id, name, version, definition, retiredAt }, asked }) => ({
      id,
      name,
      version,
      sections: definition.sections.length,
      questions: questionsOf(definition).length,
      asked,
      retired: retiredAt !== null,
    }));
  }
}
