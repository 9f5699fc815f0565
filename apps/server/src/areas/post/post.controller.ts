import { Controller, Req } from '@nestjs/common';
import type { Request } from 'express';
import { AnswerLetter } from '@steady/contract/conversations';
import { type PostRoomMessage, type SentMessage, WriteMessage } from '@steady/contract/post';
import * as routes from '@steady/contract/post.routes';
import { KeepTemplate, type TemplateView, type TriedTemplate, TryTemplate } from '@steady/contract/procedures';
import { OfRecord } from '@steady/contract/queries';
import type { SendPreview } from '@steady/contract/requests';
import { SendingRules } from '@steady/contract/sending';
import { MailTaken } from '../../outside/post';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { Works } from '../../platform/work';
import { InvitationsService } from './invitations.service';
import { PacingService } from './pacing.service';
import { PostQueries } from './post.queries';
import { PostService } from './post.service';
import { TemplatesService } from './templates.service';

@Controller()
export class PostController {
  constructor(
    private readonly queries: PostQueries,
    private readonly post: PostService,
    private readonly templates: TemplatesService,
    private readonly pacing: PacingService,
    private readonly invitations: InvitationsService,
    private readonly mail: MailTaken,
    private readonly works: Works,
  ) {}

  @Does(routes.sent, { query: OfRecord })
  sent({ work, query: { client: clientId, job: jobId, before } }: Asked<typeof routes.sent>): Promise<SentMessage[]> {
    return this.queries.sent(work, { clientId: clientId, jobId: jobId, before: before });
  }

  /** The stand-in shows codes and links meant for clients: for people who may change clients only. */
  @Does(routes.postRoom, { query: OfRecord })
  postRoom({ work, query: { before } }: Asked<typeof routes.postRoom>): Promise<PostRoomMessage[]> {
    return this.queries.postRoom(work, before);
  }

  @DoesOutside(routes.answer, { input: AnswerLetter })
  async answer({ at: { id }, input: { subject, text, from } }: AskedOutside<typeof routes.answer>, @Req() request: Request & Known): Promise<void> {
    const identity = request.identity!;
    const letter = await this.works.run(identity, (work) => this.queries.answered(work, id), { readOnly: true });
    await this.mail.hand(identity.firmId, { to: letter.to, from: from ?? letter.from, subject, text });
  }

  /** What waits to go out, the next first, and what could not be delivered. */
  @Does(routes.goingOut)
  goingOut({ work }: Asked<typeof routes.goingOut>): Promise<SentMessage[]> {
    return this.queries.goingOut(work);
  }

  /** What a message in a person's own words would be, and to whom it would go. */
  @Does(routes.preview, { input: WriteMessage })
  preview({ work, input }: Asked<typeof routes.preview>): Promise<SendPreview> {
    return this.templates.preview(work, input);
  }

  @Does(routes.invite)
  invite({ work, at: { id } }: Asked<typeof routes.invite>): Promise<void> {
    return this.invitations.invite(work, id);
  }

  @Does(routes.write, { input: WriteMessage })
  async write({ work, input }: Asked<typeof routes.write>): Promise<{ written: number }> {
    return { written: await this.templates.write(work, input) };
  }

  @Does(routes.withdraw)
  withdraw({ work, at: { id: messageId } }: Asked<typeof routes.withdraw>): Promise<void> {
    return this.post.withdraw(work, messageId);
  }

  /** Has go out now what waits for its day, or could not be delivered. */
  @Does(routes.again)
  again({ work, at: { id: messageId } }: Asked<typeof routes.again>): Promise<void> {
    return this.post.again(work, messageId);
  }

  @Does(routes.rules)
  rules({ work }: Asked<typeof routes.rules>): SendingRules {
    return this.pacing.view(work);
  }

  @Does(routes.keepRules, { input: SendingRules })
  keepRules({ work, input }: Asked<typeof routes.keepRules>): Promise<void> {
    return this.pacing.keep(work, input);
  }

  @Does(routes.kept)
  kept({ work }: Asked<typeof routes.kept>): Promise<TemplateView[]> {
    return this.templates.list(work);
  }

  @Does(routes.add, { input: KeepTemplate })
  async add({ work, input }: Asked<typeof routes.add>): Promise<{ id: string }> {
    return { id: await this.templates.keep(work, null, input) };
  }

  @Does(routes.change, { input: KeepTemplate })
  async change({ work, at: { id: templateId }, input }: Asked<typeof routes.change>): Promise<void> {
    await this.templates.keep(work, templateId, input);
  }

  @Does(routes.tryOut, { input: TryTemplate })
  try({ work, input }: Asked<typeof routes.tryOut>): Promise<TriedTemplate> {
    return this.templates.try(work, input);
  }
}
