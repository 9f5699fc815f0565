import { describe, expect, it } from 'vitest';
import { civil } from '../calendar';
import { type IdentityConfirmed, confirmedAs, identityInWords, isGood } from '.';

const one = (more: Partial<IdentityConfirmed> = {}): IdentityConfirmed => ({
  way: 'papers seen',
  what: 'passport',
  on: '2026-03-02',
  goodUntil: null,
  by: 'Niamh Daly',
  ...more,
});
const TODAY = civil('2026-03-11');

describe('a confirmed identity', () => {
  it.each([
    ['without an end', {}, true],
    ['on its last day', { goodUntil: '2026-03-11' }, true],
    ['the day after', { goodUntil: '2026-03-10' }, false],
    ['noted for a day to come', { on: '2026-03-12' }, false],
    ['on its first day', { on: '2026-03-11' }, true],
  ])('%s is good: %s', (_, more, good) => expect(isGood(one(more), TODAY)).toBe(good));

  it('counts as the firm asks, the latest of those that are good', () => {
    const check = one({ way: 'check passed', what: 'Checker', on: '2026-02-01' });
    const old = one({ on: '2026-01-05', what: 'driving licence' });
    const over = one({ on: '2026-03-09', goodUntil: '2026-03-10' });
    const all = [check, old, one(), over];
    expect(confirmedAs('papers seen', all, TODAY)?.what).toBe('passport');
    expect(confirmedAs('check passed', all, TODAY)).toBe(check);
    expect(confirmedAs('either', [check, old], TODAY)).toBe(check);
    expect(confirmedAs('either', [over], TODAY)).toBeNull();
    expect(confirmedAs('check passed', [old], TODAY)).toBeNull();
  });

  it('says how', () => {
    expect(identityInWords(one({ way: 'check passed', what: 'Checker' }))).toBe('identity check passed on Mon 2 Mar 2026 (Checker)');
  });
});
