import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Temporal, civil } from '../calendar';
import { type Kept, KEPT_FOR_GOOD, keepingOf, keptThrough, mayBeDue, yearlyListDay, yearsFor } from '.';

const TODAY = civil('2026-03-11');
const kept = (of: Partial<Kept> = {}): Kept => ({
  client: { name: 'Culver Ironworks', standing: 'former', endedOn: '2018-06-30' },
  years: 7,
  holds: [],
  decidedThrough: null,
  ...of,
});
const due = (of?: Partial<Kept>) => keepingOf(kept(of), yearlyListDay(TODAY), TODAY);

describe('how long things are kept', () => {
  it('is for good as long as the firm has set no period', () => {
    expect(yearsFor(KEPT_FOR_GOOD, 'messages')).toBeNull();
    expect(due({ years: null })).toEqual({ mayGo: false, through: null, why: 'the firm keeps it for good, as long as it has set no period' });
  });

  it('is as said of the folder before what is said of all documents, also where that is for good', () => {
    const periods = { kinds: { documents: 7, messages: 3 }, folders: { payroll: 5, deeds: null } };
    expect(yearsFor(periods, 'documents')).toBe(7);
    expect(yearsFor(periods, 'documents', 'payroll')).toBe(5);
    expect(yearsFor(periods, 'documents', 'deeds')).toBeNull();
    expect(yearsFor(periods, 'messages', 'payroll')).toBe(3);
  });

  it('is counted from the end of the engagement, to the 28th from a 29 February', () => {
    expect(keptThrough(civil('2020-02-29'), 7).toString()).toBe('2027-02-28');
    expect(due()).toMatchObject({ mayGo: true, why: '7 years from the end of the engagement on 30 Jun 2018: kept through 30 Jun 2025' });
  });

  it('ends for the yearly list with the year: what ran out since waits for the next', () => {
    expect(due({ client: { name: 'A', standing: 'former', endedOn: '2018-12-31' } }).mayGo).toBe(true);
    expect(due({ client: { name: 'A', standing: 'former', endedOn: '2019-01-01' } }).mayGo).toBe(false);
  });

  it('is over for nothing of a client as long as the shortest period is not, nor where there is none', () => {
    const periods = { kinds: { documents: 7, messages: null }, folders: { payroll: 5 } };
    expect(mayBeDue(periods, '2020-12-31', civil('2026-01-01'))).toBe(true);
    expect(mayBeDue(periods, '2021-01-01', civil('2026-01-01'))).toBe(false);
    expect(mayBeDue(periods, null, civil('2026-01-01'))).toBe(false);
    expect(mayBeDue(KEPT_FOR_GOOD, '1990-01-01', civil('2026-01-01'))).toBe(false);
  });

  it('does not run while the engagement goes on, nor after the client came back', () => {
    for (const standing of ['active', 'prospect'] as const) {
      expect(due({ client: { name: 'Culver Ironworks', standing, endedOn: '2010-01-01' } })).toMatchObject({
        mayGo: false,
        why: 'the engagement of Culver Ironworks has not ended',
      });
    }
  });

  it('yields to a hold until that is lifted or over', () => {
    const reason = 'inspection of 2024';
    expect(due({ holds: [{ reason, until: null }] })).toMatchObject({ mayGo: false, why: 'everything of Culver Ironworks is held: inspection of 2024' });
    expect(due({ holds: [{ reason, until: '2026-03-11' }] }).why).toContain('is held until 11 Mar 2026');
    expect(due({ holds: [{ reason, until: '2026-03-10' }] }).mayGo).toBe(true);
  });

  it('is longer where somebody decided so, and never shorter', () => {
    expect(due({ decidedThrough: '2027-12-31' })).toMatchObject({ mayGo: false, why: 'it was decided to keep it through 31 Dec 2027' });
    expect(due({ decidedThrough: '2019-12-31' }).through?.toString()).toBe('2025-06-30');
  });

  it('is never over before its last day, and a longer period never ends earlier', () => {
    const day = fc.integer({ min: 0, max: 20_000 }).map((days) => civil('1990-01-01').add({ days }));
    fc.assert(
      fc.property(day, fc.integer({ min: 0, max: 100 }), fc.integer({ min: 0, max: 100 }), day, (ended, years, more, on) => {
        const at = (count: number) => keepingOf(kept({ client: { name: 'A', standing: 'former', endedOn: ended.toString() }, years: count }), on, on);
        const { through, mayGo } = at(years);
        expect(mayGo).toBe(Temporal.PlainDate.compare(on, through!) > 0);
        if (at(years + more).mayGo) expect(mayGo).toBe(true);
      }),
    );
  });
});
