import { Controller, Header, type OnModuleInit, Req, StreamableFile } from '@nestjs/common';
import type { Request } from 'express';
import {
  AskQuestionnaire,
  type IntoRecord,
  KeepQuestionnaire,
  PutAnswer,
  type QuestionnaireTemplate,
  type QuestionnaireTemplateView,
  type QuestionnaireView,
  SendBackAnswer,
  TakeOver,
} from '@steady/contract/questionnaires';
import * as portal from '@steady/contract/questionnaires-portal.routes';
import * as routes from '@steady/contract/questionnaires.routes';
import type { SendPreview } from '@steady/contract/requests';
import { ResumedUploads, Uploads } from '../../platform/files';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { Works } from '../../platform/work';
import { QuestionnaireAnswering } from './answering.service';
import { QuestionnaireAsking } from './asking.service';
import { QuestionnairePrint } from './print.service';
import { QuestionnaireQueries } from './questionnaires.queries';
import { AnswersIntoRecord } from './record.service';
import { QuestionnaireTemplates } from './templates.service';

@Controller()
export class QuestionnairesController {
  constructor(
    private readonly queries: QuestionnaireQueries,
    private readonly templates: QuestionnaireTemplates,
    private readonly asking: QuestionnaireAsking,
    private readonly answering: QuestionnaireAnswering,
    private readonly record: AnswersIntoRecord,
    private readonly printing: QuestionnairePrint,
    private readonly works: Works,
    private readonly uploads: Uploads,
  ) {}

  @Does(routes.list)
  list({ work }: Asked<typeof routes.list>): Promise<QuestionnaireTemplate[]> {
    return this.queries.list(work);
  }

  @Does(routes.view)
  view({ work, at: { id } }: Asked<typeof routes.view>): Promise<QuestionnaireTemplateView> {
    return this.templates.view(work, id);
  }

  @Does(routes.add, { input: KeepQuestionnaire })
  async add({ work, input }: Asked<typeof routes.add>): Promise<{ id: string }> {
    return { id: await this.templates.add(work, input) };
  }

  @Does(routes.change, { input: KeepQuestionnaire })
  change({ work, at: { id }, input }: Asked<typeof routes.change>): Promise<void> {
    return this.templates.change(work, id, input);
  }

  @Does(routes.retire)
  retire({ work, at: { id } }: Asked<typeof routes.retire>): Promise<void> {
    return this.templates.retire(work, id, true);
  }

  @Does(routes.offerAgain)
  offerAgain({ work, at: { id } }: Asked<typeof routes.offerAgain>): Promise<void> {
    return this.templates.retire(work, id, false);
  }

  @Does(routes.useSupplied)
  useSupplied({ work }: Asked<typeof routes.useSupplied>): Promise<void> {
    return this.templates.useSupplied(work);
  }

  @Does(routes.preview, { input: AskQuestionnaire })
  preview({ work, at: { id }, input }: Asked<typeof routes.preview>): Promise<SendPreview> {
    return this.asking.preview(work, id, input);
  }

  @Does(routes.ask, { input: AskQuestionnaire })
  async ask({ work, at: { id }, input }: Asked<typeof routes.ask>): Promise<{ id: string }> {
    return { id: await this.asking.ask(work, id, input) };
  }

  @Does(routes.answers)
  answers({ work, at: { id } }: Asked<typeof routes.answers>): Promise<QuestionnaireView> {
    return this.answering.view(work, id);
  }

  @Does(routes.putAnswer, { input: PutAnswer })
  putAnswer({ work, at: { id }, input }: Asked<typeof routes.putAnswer>): Promise<void> {
    return this.answering.put(work, id, input);
  }

  @DoesOutside(routes.addFile)
  async addFile({ at: { id, key } }: AskedOutside<typeof routes.addFile>, @Req() request: Request & Known): Promise<void> {
    await this.uploads.take(
      request,
      (work) => this.answering.mayAddFile(work, id, key),
      (work, file) => this.answering.addFile(work, id, key, file),
    );
  }

  @Does(routes.sameAgain)
  sameAgain({ work, at: { id } }: Asked<typeof routes.sameAgain>): Promise<void> {
    return this.answering.sameAgain(work, id);
  }

  @Does(routes.sendIn)
  sendIn({ work, at: { id } }: Asked<typeof routes.sendIn>): Promise<void> {
    return this.answering.sendIn(work, id);
  }

  @Does(routes.sendBack, { input: SendBackAnswer })
  sendBack({ work, at: { id }, input }: Asked<typeof routes.sendBack>): Promise<void> {
    return this.answering.sendBack(work, id, input);
  }

  @Does(routes.lookedAt)
  lookedAt({ work, at: { id } }: Asked<typeof routes.lookedAt>): Promise<void> {
    return this.answering.lookedAt(work, id);
  }

  @Does(routes.intoRecord)
  intoRecord({ work, at: { id } }: Asked<typeof routes.intoRecord>): Promise<IntoRecord> {
    return this.record.look(work, id);
  }

  @Does(routes.takeOver, { input: TakeOver })
  takeOver({ work, at: { id }, input }: Asked<typeof routes.takeOver>): Promise<void> {
    return this.record.takeOver(work, id, input.keys);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @DoesOutside(routes.print)
  async print({ at: { id } }: AskedOutside<typeof routes.print>, @Req() request: Request & Known): Promise<StreamableFile> {
    const draw = await this.works.run(request.identity!, (work) => this.printing.print(work, id), { readOnly: true });
    return new StreamableFile(await draw(), { type: 'application/pdf', disposition: 'inline; filename="questionnaire.pdf"' });
  }
}

/** Questionnaires as the client’s people fill them in. */
@Controller()
export class QuestionnairesPortalController implements OnModuleInit {
  constructor(
    private readonly answering: QuestionnaireAnswering,
    private readonly uploads: Uploads,
    private readonly resumed: ResumedUploads,
  ) {}

  onModuleInit(): void {
    this.resumed.register('portal', 'question', {
      may: (work, { of, part }) => this.answering.mayAddFile(work, of, part),
      record: async (work, file, { of, part }) => {
        await this.answering.addFile(work, of, part, file);
        return {};
      },
    });
  }

  @Does(portal.view)
  view({ work, at: { id } }: Asked<typeof portal.view>): Promise<QuestionnaireView> {
    return this.answering.view(work, id);
  }

  @Does(portal.putAnswer, { input: PutAnswer })
  putAnswer({ work, at: { id }, input }: Asked<typeof portal.putAnswer>): Promise<void> {
    return this.answering.put(work, id, input);
  }

  @DoesOutside(portal.addFile)
  async addFile({ at: { id, key } }: AskedOutside<typeof portal.addFile>, @Req() request: Request & Known): Promise<void> {
    await this.uploads.take(
      request,
      (work) => this.answering.mayAddFile(work, id, key),
      (work, file) => this.answering.addFile(work, id, key, file),
    );
  }

  @Does(portal.sameAgain)
  sameAgain({ work, at: { id } }: Asked<typeof portal.sameAgain>): Promise<void> {
    return this.answering.sameAgain(work, id);
  }

  @Does(portal.sendIn)
  sendIn({ work, at: { id } }: Asked<typeof portal.sendIn>): Promise<void> {
    return this.answering.sendIn(work, id);
  }
}
