import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Temporal, addWorkingDays, civil, workingDaysIn } from '../calendar';
import { holidayCalendar } from '../holidays';
import { eachTimeInWords, sendsOn, wantedByThen } from '.';

const ireland = holidayCalendar('IE', { from: 2025, until: 2028 });
const DAY = fc.integer({ min: 0, max: 700 }).map((days) => Temporal.PlainDate.from('2026-01-01').add({ days }));

describe('a request that is asked with each job', () => {
  it.each([
    ['2026-04-01', '2026-03-31', 1, '2026-04-01'],
    // Begun late: it goes out at once, and not a month later.
    ['2026-04-09', '2026-03-31', 1, '2026-04-01'],
    ['2026-04-01', '2026-03-31', 15, '2026-04-15'],
    // Begun before its period is over: from then on.
    ['2026-03-02', '2026-03-31', 1, '2026-04-01'],
    ['2026-03-02', '2026-03-31', 20, '2026-03-20'],
    ['2026-02-28', '2026-01-31', 28, '2026-02-28'],
    ['2027-01-02', '2026-12-31', 3, '2027-01-03'],
    ['2026-03-02', '2026-02-28', 0, '2026-03-02'],
  ])('of a job that begins on %s, of a period until %s, goes out on day %i: %s', (start, end, day, on) => {
    expect(sendsOn({ startOn: civil(start), periodEnd: civil(end) }, day).toString()).toBe(on);
  });

  it('goes out within a month of the end of the period or the beginning of the job, whichever comes first', () => {
    fc.assert(
      fc.property(DAY, DAY, fc.integer({ min: 1, max: 28 }), (startOn, periodEnd, day) => {
        const first = Temporal.PlainDate.compare(startOn, periodEnd) <= 0 ? startOn : periodEnd.add({ days: 1 });
        const days = first.until(sendsOn({ startOn, periodEnd }, day)).days;
        expect(days).toBeGreaterThanOrEqual(0);
        expect(days).toBeLessThanOrEqual(31);
      }),
    );
  });

  it('says when that is', () => {
    expect(eachTimeInWords(0)).toBe('on the day on which the job begins');
    expect(eachTimeInWords(15)).toContain('on day 15 of the month');
  });
});

describe('what goes out later than planned', () => {
  it('is wanted as many working days later', () => {
    const plan = { sendOn: '2026-03-02', wantedBy: '2026-03-09' };
    expect(wantedByThen(plan, civil('2026-03-02'), ireland)).toBe('2026-03-09');
    // Five working days on from Wednesday the 11th: Saint Patrick’s Day and a weekend lie between.
    expect(wantedByThen(plan, civil('2026-03-11'), ireland)).toBe('2026-03-19');
  });

  it('leaves the client as many working days as it would have had', () => {
    fc.assert(
      fc.property(DAY, fc.integer({ min: 0, max: 30 }), fc.integer({ min: 1, max: 60 }), (sendOn, days, late) => {
        const today = sendOn.add({ days: late });
        const by = civil(wantedByThen({ sendOn: sendOn.toString(), wantedBy: addWorkingDays(sendOn, days, ireland).toString() }, today, ireland));
        expect(workingDaysIn(today.add({ days: 1 }), by, ireland).length).toBeGreaterThanOrEqual(days);
      }),
    );
  });
});
