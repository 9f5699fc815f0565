import { randomBytes } from 'node:crypto';
import type { LoggerService } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';
import pino, { type Logger } from 'pino';
import type { Known } from '../identity';

/** Lines of JSON on standard output, for whoever runs the application: what was asked and how it went, never what was typed. */
export const openLog = (on: boolean): Logger => pino({ level: on ? 'info' : 'silent', base: null, timestamp: pino.stdTimeFunctions.isoTime });

/** What the framework and our own parts have to say, as lines of the same log. */
export class LogLines implements LoggerService {
  constructor(private readonly to: Logger) {}

  log(message: unknown, context?: unknown): void {
    this.to.info({ by: context }, String(message));
  }

  warn(message: unknown, context?: unknown): void {
    this.to.warn({ by: context }, String(message));
  }

  error(message: unknown, ...more: unknown[]): void {
    this.to.error({ by: more.at(-1) }, String(message));
  }
}

type Asked = Request & Known & { requestId?: string };

/** The id under which the log tells of a request. */
export const requestId = (request: Request): string => (request as Asked).requestId ?? '';

/** Gives each request an id and writes a line when it has ended: which route, as whom, how it went and how long it took. @param ended is told of it as well */
export function logRequests(to: Logger, ended: (method: string, route: string, status: number, seconds: number) => void) {
  return (request: Asked, response: Response, next: NextFunction): void => {
    const begun = performance.now();
    request.requestId = randomBytes(6).toString('hex');
    response.setHeader('X-Request-Id', request.requestId);
    response.on('close', () => {
      const { actor } = request.identity ?? {};
      // The route as it is declared: an address itself may hold a secret.
      const route = (request.route as { path?: string } | undefined)?.path ?? 'none';
      const ms = performance.now() - begun;
      ended(request.method, route, response.statusCode, ms / 1000);
      to.info({
        id: request.requestId,
        method: request.method,
        route,
        role: actor?.kind === 'staff' ? actor.role : (actor?.kind ?? 'nobody'),
        status: response.statusCode,
        ms: Math.round(ms),
      });
    });
    next();
  };
}
