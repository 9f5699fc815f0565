import { createHash, timingSafeEqual } from 'node:crypto';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { NextFunction, Request, Response } from 'express';
import { Problem } from '../http/problem';
import type { Metrics } from './metrics.service';

const hashOf = (text: string): Buffer => createHash('sha256').update(text).digest();

/** Serves the figures at /metrics to whoever shows the token (RFC 6750, "Authorization: Bearer ..."). */
export function serveMetrics(app: NestExpressApplication, metrics: Metrics, token: string): void {
  const wanted = hashOf(`Bearer ${token}`);
  app.use('/metrics', (request: Request, response: Response, next: NextFunction) => {
    if (!timingSafeEqual(hashOf(request.header('authorization') ?? ''), wanted)) {
      const problem = Problem.of(401, 'token-wanted', 'Not allowed', 'Show the token that METRICS_TOKEN holds, as "Authorization: Bearer ...".');
      response.status(401).setHeader('WWW-Authenticate', 'Bearer').type('application/problem+json').json(problem.view());
      return;
    }
    metrics
      .text()
      .then(({ type, text }) => response.setHeader('Cache-Control', 'no-store').type(type).send(text))
      .catch(next);
  });
}
