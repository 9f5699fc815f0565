import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { PacketView, PapersView } from '@steady/contract/papers';
import { stage } from '../../../test/stage';
import { PapersPage } from './papers-page';

const PLACE = '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0a03';
const packet = (client: string, more: Partial<PacketView> = {}): PacketView => ({
  askId: `a-${client}`,
  clientId: 'c1',
  client,
  jobId: 'j1',
  job: 'Income tax 2025',
  title: 'Papers',
  kind: 'packet',
  address: ['3 Drying Lane', 'Rinnmore'],
  things: ['Rent book', 'Receipts'],
  printedAt: null,
  code: null,
  ...more,
});
const PAPERS: PapersView = {
  id: 'p1',
  number: 12,
  clientId: 'c1',
  client: 'The Drying Loft',
  jobId: null,
  job: null,
  what: 'A blue folder',
  came: 'dropped off',
  broughtBy: 'Peadar',
  at: '2026-03-09T09:00:00Z',
  by: 'Aoife Ryan',
  placeId: PLACE,
  place: 'Shelf 2',
  givenBackAt: null,
  givenBackTo: null,
};
const show = (packets: PacketView[], papers: PapersView[] = [], at = '/papers') =>
  stage(<PapersPage />, {
    at,
    rights: ['do work'],
    answers: {
      'GET /api/packets': packets,
      'GET /api/papers': papers,
      'GET /api/places': [
        { id: PLACE, name: 'Shelf 2', papers: 1, isRetired: false },
        { id: 'old', name: 'Old cupboard', papers: 0, isRetired: true },
      ],
      'POST /api/packets/posted': null,
      'POST /api/papers/p1/give-back': null,
      'POST /api/papers/p1/move': null,
      'POST /api/places': { id: 'new' },
      'POST /api/places/old/retire': null,
      'GET /api/packets/found': { clientId: 'c1', jobId: 'j9' },
    },
  });

describe('what is to be printed', () => {
  it('says to whom, what, and who has no address; what is printed is ticked as posted', async () => {
    const { asked } = show([
      packet('The Drying Loft', { printedAt: '2026-03-11T08:00:00Z', code: 'P-7-9' }),
      packet('Thatch and Reed', { kind: 'follow-up', address: [] }),
    ]);
    const thatch = (await screen.findByText('Thatch and Reed')).closest('tr')!;
    expect(thatch.textContent).toContain('no address known');
    expect(thatch.textContent).toContain('letter that asks again: Papers');
    expect(screen.getByText('P-7-9')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Posted: 1 printed' }));
    await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/packets/posted')?.sent).toEqual({ askIds: ['a-The Drying Loft'] }));
    expect(await screen.findByText('Posted: 1 client knows from today.')).toBeDefined();
  });

  it('is nothing where every client on paper knows', async () => {
    show([]);
    expect(await screen.findByText('Nothing is to be printed: every client on paper knows what is wanted.')).toBeDefined();
    expect(screen.queryByRole('button', { name: /Print/ })).toBeNull();
  });

  it('the code on a label leads to its job', async () => {
    show([]);
    fireEvent.change(await screen.findByLabelText('Code on a label'), { target: { value: 'P-7-9' } });
    fireEvent.click(screen.getByRole('button', { name: 'Open' }));
    await waitFor(() => expect(screen.getByLabelText('address').textContent).toBe('/jobs/j9/requests'));
  });
});

describe('what lies where', () => {
  it('stands by place, is found, moved and given back to whoever brought it', async () => {
    const { asked } = show([], [PAPERS], '/papers?view=lying');
    const row = (await screen.findByText('A blue folder')).closest('tr')!;
    expect(row.textContent).toContain('dropped off by Peadar, 2 days here');
    expect(screen.getByText('Shelf 2').tagName).toBe('TH');
    fireEvent.change(screen.getByLabelText('Find'), { target: { value: 'green' } });
    expect(screen.getByText('Nothing here is called “green”.')).toBeDefined();
    fireEvent.change(screen.getByLabelText('Find'), { target: { value: 'blue' } });
    fireEvent.click(screen.getByRole('button', { name: 'Given back' }));
    const leaf = await screen.findByRole('dialog');
    expect(within(leaf).getByLabelText<HTMLInputElement>('Who fetched them').value).toBe('Peadar');
    fireEvent.click(within(leaf).getByRole('button', { name: 'They were given back' }));
    await waitFor(() => expect(asked.find(({ what }) => what.endsWith('give-back'))?.sent).toEqual({ to: 'Peadar' }));
  });

  it('places are added and retired, and those retired are not offered', async () => {
    const { asked } = show([], [PAPERS], '/papers?view=lying');
    fireEvent.click(await screen.findByRole('button', { name: 'Places' }));
    const leaf = await screen.findByRole('dialog', { name: 'Places' });
    fireEvent.change(within(leaf).getByLabelText('A new place'), { target: { value: 'Shelf 9' } });
    fireEvent.click(within(leaf).getByRole('button', { name: 'Add this place' }));
    await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/places')?.sent).toEqual({ name: 'Shelf 9' }));
    fireEvent.click(within(leaf).getByRole('button', { name: 'Use it again' }));
    await waitFor(() => expect(asked.some(({ what }) => what === 'POST /api/places/old/retire')).toBe(true));
  });
});
