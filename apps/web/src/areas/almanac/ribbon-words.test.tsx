import { fireEvent, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { AlmanacView, ObligationView } from '@steady/contract/almanac';
import { stage } from '../../../test/stage';
import { RibbonHead, RibbonSpan, RibbonSum, canMove } from './ribbon-words';

const week = (monday: string, booked = 0, room = 2_400) => ({ week: monday, workingDays: 5, booked, room });
const ALMANAC: AlmanacView = { weeks: [week('2026-03-09'), week('2026-04-27')], rows: [], total: 14, overdue: 0, soonNotBegun: 0, earlierOverdue: 0 };
const DEADLINE = { id: 'o1', jobId: 'j1', leads: true, status: 'open', jobStatus: 'open' } as ObligationView;

const sum = (more: Partial<AlmanacView>, byTarget = false) =>
  stage(
    <p aria-label="sum">
      <RibbonSum of={{ ...ALMANAC, ...more }} byTarget={byTarget} onOverdue={() => undefined} />
    </p>,
  )
    .getByLabelText('sum')
    .textContent.trim();

describe('what matters of eight weeks', () => {
  it('is how much falls in them and that nothing is late', () => {
    expect(sum({})).toBe('14 deadlines in these eight weeks: none overdue, 0 within a week and not begun.');
  });

  it('counts our own targets where the almanac goes by them', () => {
    expect(sum({ total: 1 }, true)).toContain('1 target in these eight weeks');
  });

  it('is what is overdue, and which weeks hold more than there is room for', () => {
    const said = sum({ overdue: 3, soonNotBegun: 2, weeks: [week('2026-03-09', 3_000), week('2026-03-16', 2_460), week('2026-03-23', 100)] });
    expect(said).toBe('14 deadlines in these eight weeks: 3 overdue, 2 within a week and not begun. 2 weeks hold 11 hours more than there is room for.');
  });
});

it('names its weeks, the year once where it is the same', () => {
  const of = (first: string, last: string) => {
    document.body.innerHTML = '';
    stage(<RibbonSpan of={{ ...ALMANAC, weeks: [week(first), week(last)] }} away={false} onGo={() => undefined} onBack={() => undefined} />);
    return screen.getByText(/ to /).textContent;
  };
  expect(of('2026-03-09', '2026-04-27')).toBe('9 Mar to 3 May 2026');
  expect(of('2025-12-08', '2026-01-26')).toBe('8 Dec 2025 to 1 Feb 2026');
});

describe('the head of a week', () => {
  const head = (more: Partial<Parameters<typeof RibbonHead>[0]> = {}) =>
    stage(<RibbonHead week="2026-03-16" deadlines={[DEADLINE]} hint={null} asList={false} earlier={0} onOverdue={() => undefined} {...more} />, {
      rights: ['do work'],
    });

  it('tells how a row is moved only where one can be', () => {
    const { unmount } = head();
    expect(screen.getByText(/Drag a row onto a week/)).toBeDefined();
    unmount();
    head({ deadlines: [{ ...DEADLINE, status: 'filed' }] });
    expect(screen.queryByText(/Drag a row onto a week/)).toBeNull();
    expect(screen.getByText('1 deadline, 1 filed')).toBeDefined();
  });

  it('says what dropping would do instead, while a row is dragged', () => {
    head({ hint: 'That is after its deadline' });
    expect(screen.getByText('That is after its deadline')).toBeDefined();
    expect(screen.queryByText(/Drag a row onto a week/)).toBeNull();
  });

  it('leads to what is overdue from before', () => {
    let led = 0;
    head({ earlier: 4, onOverdue: () => (led += 1) });
    fireEvent.click(screen.getByRole('button', { name: '4 overdue from before these weeks' }));
    expect(led).toBe(1);
  });
});

it('moves our target only of a deadline that leads a job which goes on', () => {
  expect(canMove(DEADLINE)).toBe(true);
  for (const more of [{ jobId: null }, { leads: false }, { status: 'filing' }, { jobStatus: 'finished' }] as Partial<ObligationView>[])
    expect(canMove({ ...DEADLINE, ...more }), JSON.stringify(more)).toBe(false);
});
