import { Controller } from '@nestjs/common';
import {
  AddItems,
  AskMany,
  ChangeKeptRequest,
  type ElsewhereView,
  KeepRequest,
  type KeptRequest,
  type ManyAsked,
  NoteElsewhere,
  Reply,
  type RequestAsLastTime,
  type RequestEachTime,
  SendBack,
  type SendPreview,
  SendRequest,
  TakeIn,
} from '@steady/contract/requests';
import * as routes from '@steady/contract/requests.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { EachTimeService } from './each-time.service';
import { ElsewhereService } from './elsewhere.service';
import { KeptRequests } from './kept-requests.service';
import { ManyRequests } from './many-requests.service';
import { RequestAnswers } from './request-answers.service';
import { RequestsService } from './requests.service';

@Controller()
export class RequestsController {
  constructor(
    private readonly requests: RequestsService,
    private readonly answers: RequestAnswers,
    private readonly many: ManyRequests,
    private readonly forLater: KeptRequests,
    private readonly each: EachTimeService,
    private readonly elsewhere: ElsewhereService,
  ) {}

  @Does(routes.preview, { input: SendRequest })
  preview({ work, at: { id: jobId }, input }: Asked<typeof routes.preview>): Promise<SendPreview> {
    return this.requests.preview(work, jobId, input);
  }

  @Does(routes.lastTime)
  lastTime({ work, at: { id: jobId } }: Asked<typeof routes.lastTime>): Promise<RequestAsLastTime[]> {
    return this.requests.lastTime(work, jobId);
  }

  @Does(routes.kept)
  kept({ work }: Asked<typeof routes.kept>): Promise<KeptRequest[]> {
    return this.forLater.list(work);
  }

  @Does(routes.keep, { input: KeepRequest })
  async keep({ work, input }: Asked<typeof routes.keep>): Promise<{ id: string }> {
    return { id: await this.forLater.keep(work, input, null) };
  }

  @Does(routes.changeKept, { input: ChangeKeptRequest })
  async changeKept({ work, at: { id }, input: { version, ...input } }: Asked<typeof routes.changeKept>): Promise<void> {
    await this.forLater.keep(work, input, { id, version });
  }

  @Does(routes.removeKept)
  removeKept({ work, at: { id } }: Asked<typeof routes.removeKept>): Promise<void> {
    return this.forLater.remove(work, id);
  }

  @Does(routes.previewMany, { input: AskMany })
  previewMany({ work, input }: Asked<typeof routes.previewMany>): Promise<ManyAsked> {
    return this.many.preview(work, input);
  }

  @Does(routes.sendMany, { input: AskMany })
  sendMany({ work, input }: Asked<typeof routes.sendMany>): Promise<ManyAsked> {
    return this.many.send(work, input);
  }

  @Does(routes.send, { input: SendRequest })
  async send({ work, at: { id: jobId }, input }: Asked<typeof routes.send>): Promise<{ id: string }> {
    const { id } = await this.requests.send(work, jobId, input);
    return { id };
  }

  @Does(routes.addItems, { input: AddItems })
  addItems({ work, at: { id: askId }, input }: Asked<typeof routes.addItems>): Promise<void> {
    return this.requests.addItems(work, askId, input);
  }

  @Does(routes.eachTime)
  eachTime({ work, at: { id: clientId } }: Asked<typeof routes.eachTime>): Promise<RequestEachTime[]> {
    return this.each.list(work, clientId);
  }

  @Does(routes.endEachTime)
  endEachTime({ work, at: { id } }: Asked<typeof routes.endEachTime>): Promise<void> {
    return this.each.end(work, id);
  }

  @Does(routes.fromElsewhere)
  fromElsewhere({ work, at: { id: clientId } }: Asked<typeof routes.fromElsewhere>): Promise<ElsewhereView[]> {
    return this.elsewhere.list(work, clientId);
  }

  @Does(routes.noteElsewhere, { input: NoteElsewhere })
  noteElsewhere({ work, at: { id }, input }: Asked<typeof routes.noteElsewhere>): Promise<void> {
    return this.elsewhere.note(work, id, input);
  }

  @Does(routes.endElsewhere)
  endElsewhere({ work, at: { id } }: Asked<typeof routes.endElsewhere>): Promise<void> {
    return this.elsewhere.end(work, id);
  }

  @Does(routes.accept)
  accept({ work, at: { id: itemId } }: Asked<typeof routes.accept>): Promise<void> {
    return this.requests.accept(work, itemId);
  }

  @Does(routes.reopen)
  reopen({ work, at: { id: itemId } }: Asked<typeof routes.reopen>): Promise<void> {
    return this.requests.reopen(work, itemId);
  }

  @Does(routes.sendBack, { input: SendBack })
  sendBack({ work, at: { id: itemId }, input }: Asked<typeof routes.sendBack>): Promise<void> {
    return this.requests.sendBack(work, itemId, input);
  }

  @Does(routes.takeIn, { input: TakeIn })
  takeIn({ work, at: { id: itemId }, input }: Asked<typeof routes.takeIn>): Promise<void> {
    return this.requests.takeIn(work, itemId, input);
  }

  @Does(routes.takeBack)
  takeBack({ work, at: { id: answerId } }: Asked<typeof routes.takeBack>): Promise<void> {
    return this.answers.takeBack(work, answerId);
  }

  @Does(routes.takeOut)
  takeOut({ work, at: { id: itemId } }: Asked<typeof routes.takeOut>): Promise<void> {
    return this.requests.takeOut(work, itemId);
  }

  @Does(routes.reply, { input: Reply })
  reply({ work, at: { id: itemId }, input }: Asked<typeof routes.reply>): Promise<void> {
    return this.requests.reply(work, itemId, input);
  }
}
