import { expect, it } from 'vitest';
import { doneInWords, inParts } from './together';

it('does very many in parts, in their order, and adds up what was done and what not', async () => {
  const ids = Array.from({ length: 1_201 }, (_, at) => `d${at}`);
  const parts: string[][] = [];
  const done = await inParts(ids, (documentIds) => {
    parts.push(documentIds);
    return Promise.resolve({ done: documentIds.length - 1, not: [{ name: documentIds[0]!, why: 'is a bill' }] });
  });
  expect(parts.map((part) => part.length)).toEqual([500, 500, 201]);
  expect(parts.flat()).toEqual(ids);
  expect(done).toEqual({ done: 1_198, not: [0, 500, 1_000].map((at) => ({ name: `d${at}`, why: 'is a bill' })) });
});

it('says what was done, and of at most three why not', () => {
  expect(doneInWords('Took out', { done: 1, not: [] })).toBe('Took out 1 document.');
  const not = ['Lease', 'Bill 1', 'Bill 2', 'Bill 3', 'Bill 4'].map((name) => ({ name, why: 'stays' }));
  expect(doneInWords('Took out', { done: 0, not })).toBe('Took out 0 documents. Lease stays. Bill 1 stays. Bill 2 stays. And 2 more.');
});
