import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { RoomView as Room } from '@steady/contract/almanac';
import { stage } from '../../../test/stage';
import { RoomView } from './room-view';

afterEach(cleanup);

const week = (booked: number, room = 2250) => ({ booked, room });
const ROOM: Room = {
  weeks: [
    { week: '2026-03-09', workingDays: 5, nobody: 0 },
    { week: '2026-03-16', workingDays: 4, nobody: 90 },
  ],
  people: [
    { memberId: 'niamh', name: 'Niamh Daly', weeks: [week(1200), week(2430)] },
    { memberId: 'tadhg', name: 'Tadhg Moran', weeks: [week(0), week(60, 0)] },
  ],
};
const show = async (room = ROOM) => {
  const frame = {
    page: ({ sum, children }: { sum: React.ReactNode; children: React.ReactNode }) => (
      <>
        <p aria-label="sum">{sum}</p>
        {children}
      </>
    ),
  };
  stage(<RoomView frame={frame} />, { answers: { 'GET /api/almanac/room': room } });
  await screen.findByRole('table', { name: 'Room of each person' });
};

describe('the room of people', () => {
  it('says who is over and who has most room now', async () => {
    await show();
    expect(screen.getByLabelText('sum').textContent).toBe('Niamh Daly, Tadhg Moran are over in 1 week; Tadhg Moran has most room this week, 37 h 30.');
  });

  it('says in each week what is free, what is over, and who is away', async () => {
    await show();
    expect(screen.getByRole('row', { name: /Niamh/ }).textContent).toContain('20 of 37.517.5 free40.5 of 37.5over by 3');
    expect(screen.getByRole('row', { name: /Tadhg/ }).textContent).toContain('1 of 0away, with work');
    expect(screen.getByRole('row', { name: /Nobody yet/ }).textContent).toBe('Nobody yet1.5');
  });

  it('says that nobody is over', async () => {
    await show({ weeks: ROOM.weeks.map((one) => ({ ...one, nobody: 0 })), people: [{ ...ROOM.people[0]!, weeks: [week(0), week(0)] }] });
    expect(screen.getByLabelText('sum').textContent).toMatch(/^Nobody is over in the next 2 weeks/);
    expect(screen.queryByRole('row', { name: /Nobody yet/ })).toBeNull();
  });
});
