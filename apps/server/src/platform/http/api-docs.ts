import type { INestApplication } from '@nestjs/common';
import { SwaggerModule } from '@nestjs/swagger';
import type { NextFunction, Request, Response } from 'express';
import { apiDescription } from './api-description';
import { Problem } from './problem';

/** The description of all routes, read at /api/docs and as JSON at /api/docs-json by those who may; to others there is no such page. */
export function serveApiDocs(app: INestApplication, mayRead: (request: Request) => Promise<boolean>): void {
  app.use('/api', (request: Request, response: Response, next: NextFunction) => {
    if (!/^\/docs(-|\/|$)/.test(request.path)) return next();
    void mayRead(request).then((may) => {
      if (may) return next();
      const problem = Problem.notFound('page');
      response.status(problem.status).type('application/problem+json').json(problem.view());
    }, next);
  });
  SwaggerModule.setup('api/docs', app, () => apiDescription(), { customSiteTitle: 'Steady Almanac, API' });
}
