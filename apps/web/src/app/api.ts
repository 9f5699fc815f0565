import useSWR, { type SWRResponse, mutate } from 'swr';
import type { Problem } from '@steady/contract/problem';

/** A problem answer of the server, or that it could not be reached. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }

  /** What to say where there is no field to say it at: the first thing that is wrong with what was given, or the refusal itself. */
  get words(): string {
    return this.problem.errors?.[0]?.message ?? this.message;
  }
}

async function answer(response: Response): Promise<unknown> {
  if (response.ok) {
    const text = await response.text();
    return text ? (JSON.parse(text) as unknown) : null;
  }
  const isProblem = response.headers.get('content-type')?.includes('problem+json');
  throw new ProblemError(
    isProblem
      ? ((await response.json()) as Problem)
      : {
          type: 'about:blank',
          status: response.status,
          code: 'failed',
          title: 'Not done',
          detail: 'The server gave an answer that could not be read. Try again.',
        },
  );
}

async function call(path: string, init?: RequestInit): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new ProblemError({
      type: 'about:blank',
      status: 0,
      code: 'unreachable',
      title: 'Not reached',
      detail: 'Steady Almanac cannot be reached. What you typed is still here; try again in a moment.',
    });
  }
  return answer(response);
}

export const read = (path: string) => call(path);

const freshKey = () => Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');

/**
 * Changes something. Carries a key of its own, so that the server does it once even if the answer is lost on the way
 * and it is sent again.
 */
export async function send<T = null>(method: 'POST' | 'PATCH' | 'PUT' | 'DELETE', path: string, body?: unknown): Promise<T> {
  const headers = { 'Content-Type': 'application/json', 'Idempotency-Key': freshKey() };
  const result = (await call(path, { method, headers, ...(body === undefined ? {} : { body: JSON.stringify(body) }) })) as T;
  void refresh();
  return result;
}

/** Asks something that wants a body to be asked, and changes nothing. */
export const ask = <T>(path: string, body: unknown): Promise<T> =>
  call(path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }) as Promise<T>;

/** Sends one file. */
export async function upload<T = null>(path: string, file: File): Promise<T> {
  const form = new FormData();
  form.append('file', file);
  const result = (await call(path, { method: 'POST', body: form })) as T;
  void refresh();
  return result;
}

/** Reads again whatever open pages show. */
export const refresh = () => mutate(() => true);

/** Data of the server at a path; null waits. */
export const useData = <T>(path: string | null): SWRResponse<T, ProblemError> => useSWR<T, ProblemError>(path);

/** What the server says to something that wants a body to be asked; asked again when the body changes, null waits. */
export const useAsked = <T>(path: string | null, body: unknown): SWRResponse<T, ProblemError> =>
  useSWR<T, ProblemError, [string, string] | null>(path === null ? null : [path, JSON.stringify(body)], ([at, text]) => ask<T>(at, JSON.parse(text)), {
    keepPreviousData: true,
  });
