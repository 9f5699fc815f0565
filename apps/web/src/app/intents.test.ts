import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Route } from '@steady/contract/route';
import { ProblemError, send } from './api';

const declared = import.meta.glob<Record<string, Route>>('../../../../packages/contract/src/*.routes.ts', { eager: true });
const once = Object.values(declared)
  .flatMap((file) => Object.values(file))
  .filter((route) => route.once)
  .map((route) => [`${route.method} ${route.path}`, route] as const);

/** Any route with any body: what is sent does not matter here. */
const sendAny = send as unknown as (route: Route, given: object, input: unknown) => Promise<unknown>;

type Answer = 'lost' | number;
let answers: Answer[] = [];
let keys: (string | null)[] = [];

beforeEach(() => {
  keys = [];
  vi.stubGlobal('fetch', (_path: string, init?: RequestInit) => {
    keys.push(new Headers(init?.headers).get('Idempotency-Key'));
    const next = answers.shift() ?? 204;
    if (next === 'lost') return Promise.reject(new TypeError('the line was cut'));
    const problem = { type: 'x', status: next, code: 'x', title: 'x', detail: 'x' };
    return Promise.resolve(
      next < 300
        ? new Response(null, { status: 204 })
        : new Response(JSON.stringify(problem), { status: next, headers: { 'content-type': 'application/problem+json' } }),
    );
  });
});
afterEach(() => vi.unstubAllGlobals());

/** Presses a button once for each answer. @returns which presses carried the same key, as letters */
async function presses(route: Route, given: Answer[], bodies: unknown[] = []): Promise<string> {
  answers = [...given];
  for (const at of given.keys()) {
    try {
      await sendAny(route, { id: '1', other: '2' }, bodies[at] ?? { text: 'a' });
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
    }
  }
  const met = [...new Set(keys)];
  return keys.map((key) => 'ABCDEF'[met.indexOf(key)]).join('');
}

describe('what is declared to be done once', () => {
  it('is a good part of what is sent', () => {
    expect(once.length).toBeGreaterThan(35);
  });

  it.each(once)('%s carries the same key until an answer has come, and another one after', async (_, route) => {
    expect(await presses(route, ['lost', 'lost', 204, 204])).toBe('AAAB');
  });

  it.each([
    ['a fault of the server may have come after it was done', [500, 204, 204], 'AAB'],
    ['a refusal is an answer', [422, 204], 'AB'],
    ['what was changed after a lost answer is still the same act', ['lost', 204], 'AA'],
  ] as [string, Answer[], string][])('%s', async (_, given, letters) => {
    expect(await presses(once[0]![1], given, [{ text: 'a' }, { text: 'b' }])).toBe(letters);
  });

  it('two things on their way to one address at the same time have a key each; the same thing twice has one', async () => {
    answers = [204, 204, 204];
    const route = once[0]![1];
    const press = (text: string) => sendAny(route, { id: '1', other: '2' }, { text });
    await Promise.all([press('a'), press('b'), press('a')]);
    expect(keys[0]).not.toBe(keys[1]);
    expect(keys[0]).toBe(keys[2]);
  });
});
