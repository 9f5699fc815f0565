import { Injectable } from '@nestjs/common';
import type { AskQuestionnaire } from '@steady/contract/questionnaires';
import type { SendPreview } from '@steady/contract/requests';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { AskLetters, AsksService, senderNow } from '../asks';
import { ClientsService } from '../clients';
import { JobsService } from '../jobs';
import { QUESTIONNAIRE, questionnaireLetter } from './questionnaire-kind';
import { questionnaires } from './questionnaires.tables';
import { QuestionnaireTemplates } from './templates.service';

/** Asks clients to fill in a questionnaire. */
@Injectable()
export class QuestionnaireAsking {
  constructor(
    private readonly asks: AsksService,
    private readonly letters: AskLetters,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly templates: QuestionnaireTemplates,
  ) {}

  private async from(work: Work, jobId: string, { templateId }: AskQuestionnaire) {
    const job = await this.jobs.get(work, jobId);
    const template = await this.templates.get(work, templateId);
    if (template.retiredAt !== null) throw Problem.invalid([{ field: 'templateId', message: `${template.name} is not offered any more.` }]);
    return { job, client: await this.clients.get(work, job.clientId), template };
  }

  /** What would go out. */
  async preview(work: Work, jobId: string, input: AskQuestionnaire): Promise<SendPreview> {
    const { job, client } = await this.from(work, jobId, input);
    const about = { client: client.name, job: job.name, lastSafe: null, sender: senderNow(work) };
    const letter = questionnaireLetter(work.firm, { ...input, wantedBy: input.dueOn }, about);
    const preview = await this.letters.preview(work, { kind: QUESTIONNAIRE, client, job }, letter, null, { now: input.now });
    return { ...preview, warnings: await this.letters.nobodyHears(work, job) };
  }

  async ask(work: Work, jobId: string, input: AskQuestionnaire): Promise<string> {
    const { job, client, template } = await this.from(work, jobId, input);
    const { ask } = await this.asks.open(work, {
      kind: QUESTIONNAIRE,
      client,
      job,
      title: input.title,
      words: input.words ?? null,
      wantedBy: input.dueOn,
      phaseKey: job.phase ?? '',
      parties: [{ contactId: null, name: client.name }],
      what: `asked for the questionnaire ${template.name}`,
      after: input,
      when: { now: input.now },
      fill: async (opened) => {
        await work.tx.insert(questionnaires).values({
          firmId: work.firm.id,
          askId: opened.id,
          templateId: template.id,
          templateVersion: template.version,
          definition: template.definition,
        });
      },
    });
    return ask.id;
  }
}
