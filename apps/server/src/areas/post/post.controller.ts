import { Body, Controller, Get, HttpCode, Param, Patch, Post, Query } from '@nestjs/common';
import { KeepTemplate, type TemplateView, type TriedTemplate, TryTemplate } from '@steady/contract/procedures';
import { type PostRoomMessage, type SentMessage, WriteMessage } from '@steady/contract/post';
import type { SendPreview } from '@steady/contract/requests';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, Once, type Work } from '../../platform/work';
import { PostQueries } from './post.queries';
import { PostService } from './post.service';
import { TemplatesService } from './templates.service';

const id = (value?: string) => (value ? new IdPipe().transform(value) : undefined);

@Controller('api')
export class PostController {
  constructor(
    private readonly queries: PostQueries,
    private readonly post: PostService,
    private readonly templates: TemplatesService,
  ) {}

  @Get('messages')
  @Needs('see clients')
  sent(@InWork() work: Work, @Query('client') clientId?: string, @Query('job') jobId?: string, @Query('before') before?: string): Promise<SentMessage[]> {
    return this.queries.sent(work, { clientId: id(clientId), jobId: id(jobId), before: id(before) });
  }

  /** The stand-in shows codes and links meant for clients: for people who may change clients only. */
  @Get('post-room')
  @Needs('grant clients')
  postRoom(@InWork() work: Work, @Query('before') before?: string): Promise<PostRoomMessage[]> {
    return this.queries.postRoom(work, id(before));
  }

  /** What waits to go out, the next first, and what could not be delivered. */
  @Get('messages/going-out')
  @Needs('see clients')
  goingOut(@InWork() work: Work): Promise<SentMessage[]> {
    return this.queries.goingOut(work);
  }

  /** What a message in a person's own words would be, and to whom it would go. */
  @Post('messages/preview')
  @HttpCode(200)
  @Needs('do work')
  preview(@InWork() work: Work, @Body() input: WriteMessage): Promise<SendPreview> {
    return this.templates.preview(work, input);
  }

  @Post('messages')
  @Once()
  @Needs('do work')
  async write(@InWork() work: Work, @Body() input: WriteMessage): Promise<{ written: number }> {
    return { written: await this.templates.write(work, input) };
  }

  @Post('messages/:id/withdraw')
  @HttpCode(204)
  @Needs('do work')
  withdraw(@InWork() work: Work, @Param('id', IdPipe) messageId: string): Promise<void> {
    return this.post.withdraw(work, messageId);
  }

  /** Has go out now what waits for its day, or could not be delivered. */
  @Post('messages/:id/again')
  @HttpCode(204)
  @Needs('do work')
  again(@InWork() work: Work, @Param('id', IdPipe) messageId: string): Promise<void> {
    return this.post.again(work, messageId);
  }

  @Get('message-templates')
  @Needs('see clients')
  kept(@InWork() work: Work): Promise<TemplateView[]> {
    return this.templates.list(work);
  }

  @Post('message-templates')
  @Needs('change services')
  async add(@InWork() work: Work, @Body() input: KeepTemplate): Promise<{ id: string }> {
    return { id: await this.templates.keep(work, null, input) };
  }

  @Patch('message-templates/:id')
  @HttpCode(204)
  @Needs('change services')
  async change(@InWork() work: Work, @Param('id', IdPipe) templateId: string, @Body() input: KeepTemplate): Promise<void> {
    await this.templates.keep(work, templateId, input);
  }

  @Post('message-templates/try')
  @HttpCode(200)
  @Needs('do work')
  try(@InWork() work: Work, @Body() input: TryTemplate): Promise<TriedTemplate> {
    return this.templates.try(work, input);
  }
}
