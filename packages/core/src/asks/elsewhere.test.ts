import { expect, it } from 'vitest';
import { type WantedItem, elsewhereInWords, lacksOfRequest, mayTakeBack, sameThing } from '.';

it.each([
  ['Bank Statement, March 2026', 'bank statement'],
  ['Bank  statement', 'bank statement'],
  ['Relevé de compte, Q1 2026', 'releve de compte'],
  ['Sales invoices, Spain', 'sales invoices, spain'],
])('%s is the same thing as "%s"', (name, thing) => {
  expect(sameThing(name)).toBe(thing);
});

it('says where a thing comes from', () => {
  expect(elsewhereInWords({ source: 'bank feed', saidBy: null })).toBe('bank feed');
  expect(elsewhereInWords({ source: 'our books', saidBy: 'Seán' })).toBe('our books, said Seán');
});

const item = (name: string, state: WantedItem['state']): WantedItem => ({ id: name, name, state, since: '2026-03-02T09:00:00Z', question: null, came: null });

it('is asked of nobody: a request is done when all the rest is, also where there is no rest', () => {
  expect(lacksOfRequest([item('Bank statement', 'from elsewhere'), item('Invoices', 'asked')])).toMatchObject({
    client: [{ what: 'Invoices' }],
    ended: null,
  });
  expect(lacksOfRequest([item('Bank statement', 'from elsewhere'), item('Invoices', 'accepted')]).ended).toBe('done');
  expect(lacksOfRequest([item('Bank statement', 'from elsewhere')]).ended).toBe('done');
  expect(lacksOfRequest([item('Bank statement', 'taken out')]).ended).toBeNull();
});

it('can no more be taken back by the client', () => {
  const answer = { kind: 'file' as const, at: '2026-03-02T09:00:00Z', takenBackAt: null, lookedAt: null };
  expect(mayTakeBack(answer, { state: 'from elsewhere', sentBackAt: null })).toBe(false);
  expect(mayTakeBack(answer, { state: 'answered', sentBackAt: null })).toBe(true);
});
