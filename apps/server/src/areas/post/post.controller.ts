import { Controller, Get, Query } from '@nestjs/common';
import type { PostRoomMessage, SentMessage } from '@steady/contract/post';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { PostQueries } from './post.queries';

const id = (value?: string) => (value ? new IdPipe().transform(value) : undefined);

@Controller('api')
export class PostController {
  constructor(private readonly queries: PostQueries) {}

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
}
