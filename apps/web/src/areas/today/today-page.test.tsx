import { render, screen, waitFor, within } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { SWRConfig } from 'swr';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { TodayView } from '@steady/contract/today';
import { readAt } from '../../app/api';
import type { Area } from '../../app/area';
import { Areas } from '../../app/brought';
import { Keys } from '../../app/keys';
import { SignedIn } from '../../app/session';
import { TodayPage } from './today-page';

const SESSION = {
  id: 'me',
  name: 'Orla Keane',
  role: 'manager',
  rights: ['see clients'],
  today: '2026-03-11',
  firm: { name: 'Marram & Tern', shortName: 'M&T', currency: 'EUR', zone: 'Europe/Dublin', country: 'IE' },
};
const TODAY = { failed: { rows: [], count: 0 }, overdue: { rows: [], count: 2 } } as unknown as TodayView;

/** What the server answers, by the end of the address. */
const answers: Record<string, unknown> = {};
beforeEach(() => {
  Object.assign(answers, { session: SESSION, today: TODAY });
  vi.stubGlobal('fetch', (address: string) => {
    const asked = Object.keys(answers).find((path) => address.split('?')[0]!.endsWith(path));
    return Promise.resolve(new Response(JSON.stringify(asked ? answers[asked] : []), { status: asked ? 200 : 404 }));
  });
});
afterEach(() => vi.unstubAllGlobals());

const show = (areas: Area[], at = '/today') =>
  render(
    <SWRConfig value={{ fetcher: readAt, provider: () => new Map(), dedupingInterval: 0 }}>
      <MemoryRouter initialEntries={[at]}>
        <Areas value={areas}>
          <Keys>
            <SignedIn>
              <TodayPage />
            </SignedIn>
          </Keys>
        </Areas>
      </MemoryRouter>
    </SWRConfig>,
  );

const row = (words: string) => () => (
  <tr>
    <td>{words}</td>
  </tr>
);

it('puts the lines of areas in their order, below titles that neighbours share, and leaves out what there is none of', async () => {
  show([
    { today: { groups: [{ at: 20, title: 'Waits', count: () => 1, Rows: row('without anybody to write to one') }] } },
    {
      today: {
        groups: [
          { at: 10, title: 'Waits', id: 'waits', count: () => 2, says: () => ({ words: 'two jobs wait' }), Rows: row('two wait') },
          {
            at: 5,
            title: 'Overdue',
            id: 'overdue',
            count: (today) => (today as unknown as { overdue: { count: number } }).overdue.count,
            says: () => ({ words: '2 are overdue', late: true }),
            Rows: row('VAT return'),
          },
          { at: 30, title: 'On hold', count: () => 0, says: () => ({ words: 'nothing is on hold' }), Rows: row('never') },
        ],
      },
    },
  ]);
  const lines = within(await screen.findByRole('table', { name: 'Needs attention now' })).getAllByRole('row');
  expect(lines.map((line) => line.textContent)).toEqual(['Overdue', 'VAT return', 'Waits', 'two wait', 'without anybody to write to one']);
  const said = screen.getByText(/2 are overdue/).closest('p')!;
  expect(said.textContent).toBe('2 are overdue, two jobs wait, nothing is on hold.');
  expect(within(said).getByRole('link', { name: 'two jobs wait' }).getAttribute('href')).toBe('#waits');
});

it('shows nobody what they have no right to, and says so where nothing is left', async () => {
  show([
    {
      today: {
        groups: [{ at: 1, title: 'Bills', needs: 'see fees', count: () => 1, Rows: row('a bill') }],
        notes: [
          { at: 1, title: ({ currency }) => `Unbilled, ${currency}`, needs: 'see fees', isShown: () => true, Body: () => <p>1,000.00</p> },
          { at: 2, title: () => 'Room', isShown: () => true, Body: () => <p>3 of 5 h</p> },
          { at: 3, title: () => 'Going out', isShown: () => false, Body: () => <p>never</p> },
        ],
      },
    },
  ]);
  expect(await screen.findByText(/Nothing to do right now/)).toBeTruthy();
  expect(screen.getByText('3 of 5 h')).toBeTruthy();
  for (const hidden of ['a bill', '1,000.00', 'never']) expect(screen.queryByText(hidden)).toBeNull();
});

it('begins with what is one’s own where that was asked for, and ends with it elsewhere', async () => {
  const own: Area = {
    today: { own: () => <p>my tasks</p>, ownSays: () => ({ words: '3 tasks of yours', beside: '1 overdue' }), above: () => <p>a phone note</p> },
  };
  const order = () => screen.getAllByText(/my tasks|a phone note|Nothing to do/).map((one) => one.textContent.slice(0, 12));
  const { unmount } = show([own], '/today?whose=mine');
  await waitFor(() => expect(order()).toEqual(['a phone note', 'my tasks', 'Nothing to d']));
  expect(screen.getByText(/3 tasks of yours/).closest('p')!.textContent).toBe('3 tasks of yours (1 overdue).');
  unmount();
  show([own]);
  await waitFor(() => expect(order()).toEqual(['a phone note', 'Nothing to d', 'my tasks']));
  expect(screen.queryByText(/3 tasks of yours/)).toBeNull();
});
