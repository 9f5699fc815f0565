import { Controller, type MessageEvent, Req } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { Request } from 'express';
import { type Observable, concatMap, filter, from, interval, map, merge, of, takeUntil, takeWhile } from 'rxjs';
import * as routes from '@steady/contract/live.routes';
import { rows } from '../database';
import { type AskedOutside, DoesOutside } from '../http/routes';
import { type Identity, type Known, SESSION_COOKIE, StaffIdentities, cookie } from '../identity';
import { Works } from '../work';
import { type LiveNotice, LiveNotices } from './live';

const HEARTBEAT = 25_000;

@Controller()
export class LiveController {
  constructor(
    private readonly notices: LiveNotices,
    private readonly sessions: StaffIdentities,
    private readonly works: Works,
  ) {}

  /**
   * Server-sent events: a page that is open learns that something was confirmed, and reads again what it shows. Before each
   * word the session is looked at anew: nothing is told after its end, nor about clients that are not seen any more.
   */
  @DoesOutside(routes.live)
  live(_asked: AskedOutside<typeof routes.live>, @Req() request: Request & Known): Observable<MessageEvent> {
    const { firmId, actor } = request.identity!;
    const token = cookie(request, SESSION_COOKIE) ?? '';
    const progress = this.notices
      .progressOf(firmId, actor.id)
      .pipe(map(({ of: what, done, total }) => ({ type: 'progress', data: { of: what, done, total } })));
    const happened = this.notices
      .of(firmId)
      .pipe(map((notice) => ({ type: 'happened', data: { id: notice.id, topics: notice.topics, kinds: notice.kinds }, notice })));
    const alive = interval(HEARTBEAT).pipe(map(() => ({ type: 'alive', data: {} })));
    const look = this.notices.toLookAgain.pipe(map(() => ({ type: 'look', data: {} })));
    return merge(of({ type: 'alive', data: {} }), happened, progress, alive, look).pipe(
      concatMap((event) => from(this.sessions.find(token, false).then((identity) => ({ event, identity })))),
      takeWhile(({ identity }) => identity !== null),
      concatMap(({ event, identity }) => from(this.concerns(identity!, event as { notice?: LiveNotice }).then((seen) => ({ event, seen })))),
      filter(({ event, seen }) => seen && event.type !== 'look'),
      map(({ event: { type, data } }): MessageEvent => ({ type, data })),
      takeUntil(this.notices.ended),
    );
  }

  /** Whether a notice is about anything that whoever listens may see. */
  private async concerns(identity: Identity, { notice }: { notice?: LiveNotice }): Promise<boolean> {
    const { actor } = identity;
    if (!notice || notice.clientIds.includes(null) || (actor.kind === 'staff' && actor.allClients && actor.hiddenClient === null)) return true;
    const ids = JSON.stringify(notice.clientIds);
    const seen = await this.works.run(
      identity,
      (work) => rows(work.tx, sql`select 1 from clients where id in (select jsonb_array_elements_text(${ids}::jsonb)::uuid) limit 1`),
      { readOnly: true },
    );
    return seen.length > 0;
  }
}
