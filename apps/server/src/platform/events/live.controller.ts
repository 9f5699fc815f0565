import { Controller, type MessageEvent, Req, Sse } from '@nestjs/common';
import type { Request } from 'express';
import { type Observable, interval, map, merge } from 'rxjs';
import { type Known, Needs } from '../identity';
import { OutsideWork } from '../work';
import { LiveNotices } from './live';

const HEARTBEAT = 25_000;

@Controller('api/live')
export class LiveController {
  constructor(private readonly notices: LiveNotices) {}

  /** Server-sent events: a page that is open learns that something was confirmed, and reads again what it shows. */
  @Sse()
  @Needs('see clients')
  @OutsideWork()
  live(@Req() request: Request & Known): Observable<MessageEvent> {
    const { firmId } = request.identity!;
    const progress = this.notices.progressOf(firmId).pipe(map(({ of, done, total }): MessageEvent => ({ type: 'progress', data: { of, done, total } })));
    const happened = this.notices.of(firmId).pipe(map(({ kinds }): MessageEvent => ({ type: 'happened', data: { kinds } })));
    return merge(happened, progress, interval(HEARTBEAT).pipe(map((): MessageEvent => ({ type: 'alive', data: {} }))));
  }
}
