import { Controller, Header, type OnModuleInit, Req, type StreamableFile } from '@nestjs/common';
import type { Request } from 'express';
import { ClientWords } from '@steady/contract/requests';
import * as routes from '@steady/contract/requests-portal.routes';
import { FileStore, ResumedUploads, Uploads } from '../../platform/files';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { type Known } from '../../platform/identity';
import { sendDocument } from '../documents';
import { RequestAnswers } from './request-answers.service';

/** Requests as the client's people see and answer them. */
@Controller()
export class RequestsPortalController implements OnModuleInit {
  constructor(
    private readonly answers: RequestAnswers,
    private readonly uploads: Uploads,
    private readonly store: FileStore,
    private readonly resumed: ResumedUploads,
  ) {}

  onModuleInit(): void {
    this.resumed.register('portal', 'item', {
      may: (work, { of }) => this.answers.mayAnswer(work, of),
      record: async (work, file, { of }) => {
        await this.answers.upload(work, of, file);
        return {};
      },
    });
  }

  @DoesOutside(routes.upload)
  async upload({ at: { id: itemId } }: AskedOutside<typeof routes.upload>, @Req() request: Request & Known): Promise<void> {
    await this.uploads.take(
      request,
      (work) => this.answers.mayAnswer(work, itemId),
      (work, file) => this.answers.upload(work, itemId, file),
    );
  }

  @Does(routes.ask, { input: ClientWords })
  ask({ work, at: { id: itemId }, input }: Asked<typeof routes.ask>): Promise<void> {
    return this.answers.ask(work, itemId, input.text);
  }

  @Does(routes.words, { input: ClientWords })
  words({ work, at: { id: itemId }, input }: Asked<typeof routes.words>): Promise<void> {
    return this.answers.words(work, itemId, input.text);
  }

  @Does(routes.elsewhere, { input: ClientWords })
  elsewhere({ work, at: { id: itemId }, input }: Asked<typeof routes.elsewhere>): Promise<void> {
    return this.answers.elsewhere(work, itemId, input.text);
  }

  @Does(routes.takeBack)
  takeBack({ work, at: { id: answerId } }: Asked<typeof routes.takeBack>): Promise<void> {
    return this.answers.takeBack(work, answerId);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.example)
  async example({ work, at: { id: itemId } }: Asked<typeof routes.example>): Promise<StreamableFile> {
    const document = await this.answers.example(work, itemId);
    return sendDocument(work, this.store, document, document.name);
  }

  @Does(routes.doesNotApply, { input: ClientWords })
  doesNotApply({ work, at: { id: itemId }, input }: Asked<typeof routes.doesNotApply>): Promise<void> {
    return this.answers.doesNotApply(work, itemId, input.text);
  }
}
