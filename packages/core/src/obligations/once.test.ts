import { describe, expect, it } from 'vitest';
import { civil } from '../calendar';
import { LINE_ANCHORS, type LineTerms, Reckoner, doubtOf } from '.';

const once = (more: Partial<LineTerms>) =>
  new Reckoner()
    .line(
      {
        rhythm: 'one-off',
        anchor: 'calendar',
        anchorOn: null,
        startsOn: '2026-03-11',
        endsOn: null,
        cutShort: true,
        pauses: [],
        rules: [],
        ownDue: { count: 5, unit: 'working days' },
        leadDays: 14,
        targetDays: 1,
        takesExtensions: false,
        ...more,
      },
      { vatGroup: 'Jan-Feb', yearEnd: '12-31' },
      { today: civil('2026-03-11'), ahead: 3, horizon: civil('2027-03-11') },
    )
    .streams[0]!.obligations.map(({ iso }) => `${iso.end} due ${iso.due} begins ${iso.beginsOn}`);

describe('work done once', () => {
  it('is for the day given, whatever periods are counted by', () => {
    for (const anchor of LINE_ANCHORS) expect(once({ anchor, anchorOn: '2026-05-20' }), anchor).toEqual(['2026-05-20 due 2026-05-27 begins 2026-05-13']);
  });

  it('is for the day on which it starts where none is given', () => {
    for (const anchor of LINE_ANCHORS) expect(once({ anchor }), anchor).toEqual(['2026-03-11 due 2026-03-18 begins 2026-03-11']);
  });

  it('keeps two lines apart that start on different days', () => {
    const reckoner = new Reckoner();
    const ends = ['2026-03-11', '2026-09-01'].map(
      (startsOn) =>
        reckoner.line(
          {
            rhythm: 'one-off',
            anchor: 'calendar',
            anchorOn: null,
            startsOn,
            endsOn: null,
            cutShort: true,
            pauses: [],
            rules: [],
            ownDue: { count: 0, unit: 'days' },
            leadDays: 0,
            targetDays: 0,
            takesExtensions: false,
          },
          {},
          { today: civil('2026-03-11'), ahead: 1, horizon: civil('2027-03-11') },
        ).streams[0]!.obligations[0]!.iso.end,
    );
    expect(ends).toEqual(['2026-03-11', '2026-09-01']);
  });
});

describe('work that does not begin by itself', () => {
  it('is that of a period which ended before the line began, or more than two years ago', () => {
    expect(doubtOf('2000-12-31', '2026-03-11', '2026-03-11')).toBe('its period ended before the service began');
    expect(doubtOf('2024-03-10', '2020-01-01', '2026-03-11')).toBe('its period ended more than two years ago');
    expect(doubtOf('2024-03-11', '2020-01-01', '2026-03-11')).toBeNull();
    expect(doubtOf('2026-03-11', '2026-03-11', '2026-03-11')).toBeNull();
  });
});
