import { Controller, Header, type OnModuleInit, Req, type StreamableFile } from '@nestjs/common';
import type { Request } from 'express';
import { BeginConversation, type PortalConversation, type PortalConversationView, SayWords } from '@steady/contract/conversations';
import * as routes from '@steady/contract/conversations-portal.routes';
import { FileStore, ResumedUploads, Uploads } from '../../platform/files';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { sendDocument } from '../documents';
import { ConversationQueries } from './conversations.queries';
import { ConversationsService } from './conversations.service';
import { PortalConversations } from './portal-conversations.service';

/** Conversations as the client’s people see and lead them. */
@Controller()
export class ConversationsPortalController implements OnModuleInit {
  constructor(
    private readonly queries: ConversationQueries,
    private readonly portal: PortalConversations,
    private readonly conversations: ConversationsService,
    private readonly uploads: Uploads,
    private readonly store: FileStore,
    private readonly resumed: ResumedUploads,
  ) {}

  onModuleInit(): void {
    this.resumed.register('portal', 'conversation', {
      may: (work, { of }) => this.portal.mayAdd(work, of),
      record: async (work, file, { of }) => {
        await this.portal.addFile(work, of, file);
        return {};
      },
    });
  }

  @Does(routes.list)
  list({ work }: Asked<typeof routes.list>): Promise<PortalConversation[]> {
    return this.queries.inPortal(work);
  }

  @Does(routes.view)
  view({ work, at: { id } }: Asked<typeof routes.view>): Promise<PortalConversationView> {
    return this.queries.oneInPortal(work, id);
  }

  @Does(routes.begin, { input: BeginConversation })
  async begin({ work, input }: Asked<typeof routes.begin>): Promise<{ id: string }> {
    return { id: await this.portal.begin(work, input) };
  }

  @Does(routes.say, { input: SayWords })
  say({ work, at: { id }, input }: Asked<typeof routes.say>): Promise<void> {
    return this.portal.say(work, id, input.text);
  }

  @DoesOutside(routes.addFile)
  async addFile({ at: { id } }: AskedOutside<typeof routes.addFile>, @Req() request: Request & Known): Promise<void> {
    await this.uploads.take(
      request,
      (work) => this.portal.mayAdd(work, id),
      (work, file) => this.portal.addFile(work, id, file),
    );
  }

  @Does(routes.seen)
  seen({ work, at: { id } }: Asked<typeof routes.seen>): Promise<void> {
    return this.portal.seen(work, id);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.file)
  async file({ work, at: { id } }: Asked<typeof routes.file>): Promise<StreamableFile> {
    const content = await this.conversations.contentOf(work, id);
    return sendDocument(work, this.store, content, content.name);
  }
}
