import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Temporal, addWorkingDays, civil, workingDaysIn } from '../calendar';
import { holidayCalendar } from '../holidays';
import { eachTimeInWords, sendsOn, wantedByThen } from '.';

const ireland = holidayCalendar('IE', { from: 2025, until: 2028 });
const DAY = fc.integer({ min: 0, max: 700 }).map((days) => Temporal.PlainDate.from('2026-01-01').add({ days }));

describe('a request that is asked with each job', () => {
  it.each([
    ['2026-03-01', 1, '2026-03-01'],
    ['2026-03-02', 1, '2026-04-01'],
    ['2026-01-31', 28, '2026-02-28'],
    ['2026-12-15', 3, '2027-01-03'],
    ['2026-03-02', 0, '2026-03-02'],
  ])('of a job that begins on %s goes out on day %i: %s', (start, day, on) => {
    expect(sendsOn(civil(start), day).toString()).toBe(on);
  });

  it('never goes out before its job begins, nor more than a month later', () => {
    fc.assert(
      fc.property(DAY, fc.integer({ min: 0, max: 28 }), (start, day) => {
        const days = start.until(sendsOn(start, day)).days;
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
