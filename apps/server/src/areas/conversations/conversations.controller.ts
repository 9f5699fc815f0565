import { Controller, Header, Req, type StreamableFile } from '@nestjs/common';
import type { Request } from 'express';
import {
  type ConversationChoice,
  type ConversationLine,
  ConversationPeople,
  type ConversationView,
  ConversationsAsked,
  FileInto,
  HandOverConversation,
  OpenConversation,
  SayWords,
} from '@steady/contract/conversations';
import * as routes from '@steady/contract/conversations.routes';
import { FileStore, Uploads } from '../../platform/files';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { sendDocument } from '../documents';
import { ConversationBook } from './conversation-book.service';
import { ConversationQueries } from './conversations.queries';
import { ConversationsService } from './conversations.service';

@Controller()
export class ConversationsController {
  constructor(
    private readonly queries: ConversationQueries,
    private readonly conversations: ConversationsService,
    private readonly book: ConversationBook,
    private readonly uploads: Uploads,
    private readonly store: FileStore,
  ) {}

  @Does(routes.list, { query: ConversationsAsked })
  list({ work, query }: Asked<typeof routes.list>): Promise<ConversationLine[]> {
    return this.queries.list(work, query);
  }

  @Does(routes.choice)
  choice({ work, at: { id } }: Asked<typeof routes.choice>): Promise<ConversationChoice> {
    return this.queries.choice(work, id);
  }

  @Does(routes.view)
  view({ work, at: { id } }: Asked<typeof routes.view>): Promise<ConversationView> {
    return this.queries.view(work, id);
  }

  @Does(routes.open, { input: OpenConversation })
  async open({ work, input }: Asked<typeof routes.open>): Promise<{ id: string }> {
    return { id: await this.conversations.open(work, input) };
  }

  @Does(routes.say, { input: SayWords })
  say({ work, at: { id }, input }: Asked<typeof routes.say>): Promise<void> {
    return this.conversations.say(work, id, input.text);
  }

  @DoesOutside(routes.addFile)
  async addFile({ at: { id } }: AskedOutside<typeof routes.addFile>, @Req() request: Request & Known): Promise<void> {
    await this.uploads.take(
      request,
      (work) => this.conversations.mayAdd(work, id),
      (work, file) => this.conversations.addFile(work, id, file),
    );
  }

  @Does(routes.seen)
  async seen({ work, at: { id } }: Asked<typeof routes.seen>): Promise<void> {
    await this.book.hold(work, id);
    await this.book.seen(work, id);
  }

  @Does(routes.setPeople, { input: ConversationPeople })
  setPeople({ work, at: { id }, input }: Asked<typeof routes.setPeople>): Promise<void> {
    return this.conversations.setPeople(work, id, input);
  }

  @Does(routes.handOver, { input: HandOverConversation })
  handOver({ work, at: { id }, input }: Asked<typeof routes.handOver>): Promise<void> {
    return this.conversations.handOver(work, id, input.memberId);
  }

  @Does(routes.end)
  end({ work, at: { id } }: Asked<typeof routes.end>): Promise<void> {
    return this.conversations.end(work, id);
  }

  @Does(routes.openAgain)
  openAgain({ work, at: { id } }: Asked<typeof routes.openAgain>): Promise<void> {
    return this.conversations.openAgain(work, id);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.file)
  async file({ work, at: { id } }: Asked<typeof routes.file>): Promise<StreamableFile> {
    const content = await this.conversations.contentOf(work, id);
    return sendDocument(work, this.store, content, content.name);
  }

  @Does(routes.fileIn, { input: FileInto })
  async fileIn({ work, at: { id }, input }: Asked<typeof routes.fileIn>): Promise<{ id: string }> {
    return { id: await this.conversations.fileIn(work, id, input) };
  }
}
