import { expect, it } from 'vitest';
import { THING_STATES, countIn, isForFirm, isOwed } from '.';

it('lies with the client, with the firm, or with nobody any more, and never with both', () => {
  expect(THING_STATES.filter(isOwed)).toEqual(['missing', 'sent back']);
  expect(THING_STATES.filter((state) => isOwed(state) && isForFirm(state))).toEqual([]);
  expect(THING_STATES.filter((state) => !isOwed(state) && !isForFirm(state))).toEqual(['received', 'from elsewhere']);
});

it('counts what is there of what is wanted, without what comes from elsewhere and what the firm confirms itself', () => {
  expect(countIn(['received', 'missing', 'from elsewhere', 'to confirm', 'came in'])).toEqual({ done: 1, of: 3 });
  expect(countIn([])).toEqual({ done: 0, of: 0 });
});
