import { Controller, type MessageEvent, Req } from '@nestjs/common';
import type { Request } from 'express';
import { type Observable, interval, map, merge } from 'rxjs';
import * as routes from '@steady/contract/live.routes';
import { type AskedOutside, DoesOutside } from '../http/routes';
import { type Known } from '../identity';
import { LiveNotices } from './live';

const HEARTBEAT = 25_000;

@Controller()
export class LiveController {
  constructor(private readonly notices: LiveNotices) {}

  /** Server-sent events: a page that is open learns that something was confirmed, and reads again what it shows. */
  @DoesOutside(routes.live)
  live(_asked: AskedOutside<typeof routes.live>, @Req() request: Request & Known): Observable<MessageEvent> {
    const { firmId } = request.identity!;
    const progress = this.notices.progressOf(firmId).pipe(map(({ of, done, total }): MessageEvent => ({ type: 'progress', data: { of, done, total } })));
    const happened = this.notices.of(firmId).pipe(map(({ kinds }): MessageEvent => ({ type: 'happened', data: { kinds } })));
    return merge(happened, progress, interval(HEARTBEAT).pipe(map((): MessageEvent => ({ type: 'alive', data: {} }))));
  }
}
