import { createHash } from 'node:crypto';
import { type CallHandler, type ExecutionContext, Injectable, type NestInterceptor } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { sql } from 'drizzle-orm';
import type { Request, Response } from 'express';
import { type Observable, from, lastValueFrom } from 'rxjs';
import { HAPPENED, type Route } from '@steady/contract/route';
import { rows } from '../database';
import { Events, eventKind } from '../events/events';
import { Present } from '../http/present';
import { Problem } from '../http/problem';
import { OUTSIDE_WORK, ROUTE } from '../http/routes';
import type { Identity } from '../identity/actor';
import type { Known } from '../identity/access.guard';
import { type Work, Works } from './work';

const TakenAlong = eventKind<object>('list taken along', 'access');

type WorkRequest = Request & Known & { work?: Work };

/** Carries out each route of a known person in one transaction, confirmed when the route answers, undone when it fails. */
@Injectable()
export class WorkInterceptor implements NestInterceptor {
  constructor(
    private readonly reflector: Reflector,
    private readonly works: Works,
    private readonly present: Present,
    private readonly events: Events,
  ) {}

  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    const request = context.switchToHttp().getRequest<WorkRequest>();
    const { identity } = request;
    if (!identity || this.reflector.get<boolean | undefined>(OUTSIDE_WORK, context.getHandler())) return next.handle();
    const response = context.switchToHttp().getResponse<Response>();
    const { once, takesAlong } = this.reflector.get<Route>(ROUTE, context.getHandler());
    const handle = (): Promise<unknown> => lastValueFrom(next.handle() as Observable<unknown>, { defaultValue: undefined });
    return from(
      this.carried(identity, async () => {
        // Written down before anything leaves.
        if (takesAlong) await this.works.run(identity, (work) => this.noteTaken(work, takesAlong, request), { evenWhenLow: true });
        const answer = await this.works.run(
          identity,
          async (work) => {
            request.work = work;
            return once ? this.onceOnly(work, request, handle) : handle();
          },
          { readOnly: request.method === 'GET' },
        );
        // Whoever did it reads at once what it changed, and knows the notice about it as their own.
        const { topics, id } = request.work!;
        if (topics.size > 0 && !response.headersSent) response.setHeader(HAPPENED, `${id} ${[...topics].join(',')}`);
        return answer;
      }),
    );
  }

  private noteTaken(work: Work, what: string, { params: { kind } }: WorkRequest): Promise<void> {
    const as = kind === 'csv' || kind === 'xlsx' ? ` as ${kind.toUpperCase()}` : '';
    return this.events.record(work, TakenAlong, { what: `exported ${what}${as}`, payload: {} });
  }

  /** Tells the second of two who change a record at once what it is at present, as they may see it. */
  private async carried(identity: Identity, act: () => Promise<unknown>): Promise<unknown> {
    try {
      return await act();
    } catch (error) {
      if (!(error instanceof Problem) || error.changed === null) throw error;
      const { what, id } = error.changed;
      throw error.with(await this.works.run(identity, (work) => this.present.of(work, what, id), { readOnly: true }));
    }
  }

  private async onceOnly(work: Work, request: WorkRequest, handle: () => Promise<unknown>): Promise<unknown> {
    const key = request.header('idempotency-key');
    if (!key || key.length > 100)
      throw Problem.of(400, 'idempotency-key-needed', 'Not understood', 'This request wants an Idempotency-Key of at most 100 characters.');
    const hash = createHash('sha256')
      .update(JSON.stringify([request.method, request.path, request.body, work.actor.id]))
      .digest('hex');
    const fresh = await rows(
      work.tx,
      sql`insert into idempotency_keys (firm_id, key, request_hash, at) values (${work.firm.id}, ${key}, ${hash}, ${work.now.toString()}) on conflict do nothing returning key`,
    );
    if (fresh.length === 0) {
      const [known] = await rows<{ request_hash: string; response: unknown }>(
        work.tx,
        sql`select request_hash, response from idempotency_keys where key = ${key}`,
      );
      if (known?.request_hash !== hash)
        throw Problem.refused('done-already', 'This was sent before and is done. Look at the result; press again to do it once more.');
      return known.response;
    }
    const response = await handle();
    await work.tx.execute(
      sql`update idempotency_keys set response = ${JSON.stringify(response ?? null)}::jsonb where firm_id = ${work.firm.id} and key = ${key}`,
    );
    return response;
  }
}
