import { expect, it } from 'vitest';
import { whoIsTold } from '.';

const there = new Set(['orla', 'aoife', 'niamh']);

it.each([
  ['orla', 'aoife', 'niamh', ['orla', 'aoife']],
  ['orla', 'orla', 'niamh', ['orla']],
  [null, 'aoife', 'niamh', ['aoife']],
  ['gone', null, 'niamh', ['niamh']],
  ['gone', 'gone', 'niamh', ['niamh']],
  ['gone', null, null, []],
])('asked by %s, prepared by %s, managed by %s: %o are told', (askedById, preparerId, managerId, told) => {
  expect(whoIsTold({ askedById, preparerId, managerId }, there)).toEqual(told);
});
