import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import express, { type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { compressed, packedAnswers } from './compressed';
import { Problem } from './problem';

/** Headers and checks that stand before every route. */
export function secure(app: NestExpressApplication, proxies: string | null): void {
  app.set('trust proxy', proxies ?? false);
  app.disable('x-powered-by');
  const policy = {
    defaultSrc: ["'self'"],
    scriptSrc: ["'self'"],
    styleSrc: ["'self'"],
    imgSrc: ["'self'", 'data:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    objectSrc: ["'none'"],
    frameAncestors: ["'none'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    upgradeInsecureRequests: null,
  };
  const strict = helmet({ contentSecurityPolicy: { useDefaults: false, directives: policy }, strictTransportSecurity: false });
  // The page that shows the API's description brings styles of its own.
  const docs = helmet({
    contentSecurityPolicy: { useDefaults: false, directives: { ...policy, styleSrc: ["'self'", "'unsafe-inline'"] } },
    strictTransportSecurity: false,
  });
  app.use((request: Request, response: Response, next: NextFunction) => (request.path.startsWith('/api/docs') ? docs : strict)(request, response, next));
  app.use((request: Request, response: Response, next: NextFunction) => {
    // Behind TLS a browser comes back over TLS alone (RFC 6797).
    if (request.secure) response.setHeader('Strict-Transport-Security', 'max-age=31536000; includeSubDomains');
    next();
  });
  app.use('/api', (_request: Request, response: Response, next: NextFunction) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  app.use('/api/portal', packedAnswers());
  app.use(refuseOtherSites);
}

/** The host of an origin; nothing where it is none that a browser sends. */
const hostOf = (origin: string): string | null => (URL.canParse(origin) ? new URL(origin).host : null);

/** A change may only come from a page of this application, whatever cookies a browser sends along. */
function refuseOtherSites(request: Request, response: Response, next: NextFunction): void {
  if (['GET', 'HEAD', 'OPTIONS'].includes(request.method)) return next();
  const origin = request.header('origin');
  const foreign = request.header('sec-fetch-site') === 'cross-site' || (origin !== undefined && hostOf(origin) !== request.header('host'));
  if (!foreign) return next();
  const problem = Problem.of(403, 'other-site', 'Refused', 'This request came from another site.');
  response.status(403).type('application/problem+json').json(problem.view());
}

/** Serves the built web application; every address that is no file is a page of it. */
export function serveWeb(app: NestExpressApplication, folder: string): void {
  app.use('/assets', compressed(join(folder, 'assets')));
  app.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  app.use(express.static(folder, { index: false, maxAge: 0 }));
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || request.path.startsWith('/api')) return next();
    response.setHeader('Cache-Control', 'no-cache');
    // Clients and visitors have an entry of their own, which brings nothing of the firm's pages.
    response.sendFile(join(folder, /^\/(portal|drop-off|check-seal)(\/|$)/.test(request.path) ? 'portal.html' : 'index.html'));
  });
}
