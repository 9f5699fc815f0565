import { readFile } from 'node:fs/promises';
import { extname, join } from 'node:path';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { NextFunction, Request, RequestHandler, Response } from 'express';

const pack = promisify(gzip);
const KINDS: Record<string, string> = { '.js': 'text/javascript; charset=utf-8', '.css': 'text/css; charset=utf-8' };

/**
 * Sends scripts and styles of a folder packed, to browsers that take them so. Each is packed when it is first asked for and kept: their
 * names change with their content. What is of another kind, or not there, is left to whoever stands behind.
 */
export function compressed(folder: string): RequestHandler {
  const packed = new Map<string, Promise<Buffer | null>>();
  const packedOf = (name: string): Promise<Buffer | null> => {
    const known = packed.get(name);
    if (known) return known;
    const made = readFile(join(folder, name)).then(
      (bytes) => pack(bytes, { level: 9 }),
      () => null,
    );
    packed.set(name, made);
    return made;
  };
  return (request: Request, response: Response, next: NextFunction): void => {
    const [, name] = /^\/([\w.-]+)$/.exec(request.path) ?? [];
    const kind = name && KINDS[extname(name)];
    if (!kind || request.method !== 'GET' || request.headers.range || !request.acceptsEncodings('gzip')) return next();
    void packedOf(name).then((bytes) => {
      if (bytes === null) return next();
      response
        .set({ 'Content-Type': kind, 'Content-Encoding': 'gzip', 'Cache-Control': 'public, max-age=31536000, immutable', Vary: 'Accept-Encoding' })
        .send(bytes);
    }, next);
  };
}

/** Shorter answers gain nothing by it. */
const LEAST = 1_500;

/** Sends what is asked for packed, to browsers that take it so: for people on telephones, over slow lines. */
export function packedAnswers(): RequestHandler {
  return (request: Request, response: Response, next: NextFunction): void => {
    if (request.method !== 'GET' || !request.acceptsEncodings('gzip')) return next();
    const send = response.send.bind(response);
    response.send = (body: unknown) => {
      if (typeof body !== 'string' || body.length < LEAST) return send(body);
      void pack(body).then(
        (packed) => {
          response.set({ 'Content-Encoding': 'gzip', Vary: 'Accept-Encoding' });
          send(packed);
        },
        () => send(body),
      );
      return response;
    };
    next();
  };
}
