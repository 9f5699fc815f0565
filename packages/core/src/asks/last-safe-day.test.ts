import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Temporal, civil, workingDaysIn } from '../calendar';
import { holidayCalendar } from '../holidays';
import { isPastSafe, lastSafeDay, lastSafeDayWorkings, lastSafeInWords } from '.';

const ireland = holidayCalendar('IE', { from: 2025, until: 2028 });
const RULES = { days: 5, consequence: 'A late fee of 10% applies.' };

describe('the last safe day', () => {
  it('lies so many working days before the deadline, over weekends and holidays', () => {
    // Back from Monday the 23rd: 20, 19, 18, 16 (the 17th is Saint Patrick’s Day), 13.
    expect(lastSafeDay(civil('2026-03-23'), RULES, ireland)!.toString()).toBe('2026-03-13');
    expect(lastSafeDayWorkings(civil('2026-03-23'), RULES, ireland)!.lines).toEqual([
      'The job is due Mon 23 Mar 2026.',
      'The work takes 5 working days, as agreed with clients: counted back over weekends, public holidays and closing days.',
      'Records have to be here by Fri 13 Mar 2026.',
    ]);
  });

  it('is none where the firm has agreed nothing', () => {
    expect(lastSafeDay(civil('2026-03-23'), { ...RULES, days: 0 }, ireland)).toBeNull();
    expect(lastSafeDayWorkings(civil('2026-03-23'), { ...RULES, days: 0 }, ireland)).toBeNull();
  });

  it('leaves the firm just the working days that it asks for, whatever the deadline', () => {
    const day = fc.integer({ min: 0, max: 700 }).map((days) => Temporal.PlainDate.from('2026-01-01').add({ days }));
    fc.assert(
      fc.property(day, fc.integer({ min: 1, max: 60 }), (deadline, days) => {
        const last = lastSafeDay(deadline, { ...RULES, days }, ireland)!;
        expect(workingDaysIn(last, deadline.subtract({ days: 1 }), ireland)).toHaveLength(days);
      }),
    );
  });
});

describe('records', () => {
  it.each([
    ['2026-03-13', null, '2026-03-13', false],
    ['2026-03-13', null, '2026-03-14', true],
    ['2026-03-13', '2026-03-12', '2026-04-01', false],
    ['2026-03-13', '2026-03-16', '2026-04-01', true],
    [null, null, '2026-04-01', false],
  ])('with the last safe day %s, in on %s, looked at on %s, are late: %s', (safe, all, today, late) => {
    expect(isPastSafe(safe, all, today)).toBe(late);
  });

  it('are asked for with the day while it is to come, and with what follows once it is over', () => {
    expect(lastSafeInWords('2026-03-13', RULES, '2026-03-13')).toBe(
      'We can be sure to file in time for what is here by Fri 13 Mar 2026. A late fee of 10% applies.',
    );
    expect(lastSafeInWords('2026-03-13', RULES, '2026-03-14')).toBe(
      'The last day on which we could be sure to file in time was Fri 13 Mar 2026. A late fee of 10% applies.',
    );
  });
});
