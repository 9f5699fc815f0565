import type { Request, Response } from 'express';

/** Reads one cookie of a request. */
export function cookie(request: Request, name: string): string | null {
  for (const part of (request.headers.cookie ?? '').split(';')) {
    const at = part.indexOf('=');
    if (at > 0 && part.slice(0, at).trim() === name) return decoded(part.slice(at + 1).trim());
  }
  return null;
}

/** What a cookie says; nothing where it says nothing that we wrote. */
function decoded(value: string): string | null {
  try {
    return decodeURIComponent(value);
  } catch {
    return null;
  }
}

/** Sets a cookie that scripts cannot read and other sites cannot send; over TLS only where TLS is used. */
export function giveCookie(request: Request, response: Response, name: string, value: string, days: number): void {
  response.cookie(name, value, { httpOnly: true, sameSite: 'lax', secure: request.secure, path: '/', maxAge: days * 86_400_000 });
}

export function takeCookie(response: Response, name: string): void {
  response.clearCookie(name, { httpOnly: true, sameSite: 'lax', path: '/' });
}
