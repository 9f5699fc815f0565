import { describe, expect, it } from 'vitest';
import { fillIn, withWholeLinks } from '.';

describe('filling in', () => {
  it('puts details into the words, however they are spaced and spelled', () => {
    expect(fillIn('{Client}: {job} is due { due date }.', { client: 'Dunmarra', job: 'VAT return', 'due date': '23 Mar 2026' })).toEqual({
      text: 'Dunmarra: VAT return is due 23 Mar 2026.',
      missing: [],
      unknown: [],
    });
  });

  it('leaves standing, and names once, what is not known or no detail at all', () => {
    expect(fillIn('{fee} {fee} {manager} {sum} {constructor}', { fee: null, manager: '' })).toEqual({
      text: '{fee} {fee} {manager} {sum} {constructor}',
      missing: ['fee', 'manager'],
      unknown: ['sum', 'constructor'],
    });
  });

  it('does not read braces in what was filled in', () => {
    expect(fillIn('{client}', { client: '{fee}', fee: '1' }).text).toBe('{fee}');
  });
});

it.each([
  ['See it here: /portal/door/abc-1.', 'See it here: https://work.example/portal/door/abc-1.'],
  ['/join/x\n\n/portal', 'https://work.example/join/x\n\nhttps://work.example/portal'],
  ['either/or, and/portal, 24/7', 'either/or, and/portal, 24/7'],
  ['https://elsewhere.example/portal stays', 'https://elsewhere.example/portal stays'],
])('links of the application become whole addresses in %j', (body, whole) => {
  expect(withWholeLinks(body, 'https://work.example/')).toBe(whole);
});
