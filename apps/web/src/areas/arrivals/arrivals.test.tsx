import { fireEvent, screen } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import type { ArrivalView, DropOffDoor } from '@steady/contract/arrivals';
import { stage } from '../../../test/stage';
import { ArrivalPage } from './arrival-page';
import { DropOffPage } from './drop-off-page';

const ARRIVAL: ArrivalView = {
  id: 'a1',
  at: '2026-03-09T21:00:00Z',
  name: 'Fintan Roche',
  email: 'brid@dunmarra.example',
  files: 1,
  standing: 'new',
  holder: null,
  client: null,
  version: 1,
  message: 'I keep the books from this week on.',
  isEmptied: false,
  sent: [{ id: 'f1', name: 'mooring fees.pdf', bytes: 1_200, documentId: null }],
  known: [{ contactId: 'p1', name: 'Bríd Foley', mayBe: false, clients: [{ id: 'c1', name: 'Dunmarra Oysters Ltd' }] }],
  others: [],
  holderId: null,
  members: [],
  clientId: null,
  conversationId: null,
  decidedAt: null,
  decidedBy: null,
  reason: null,
  keptUntil: null,
};
const arrival = (more: Partial<ArrivalView> = {}, rights: Parameters<typeof stage>[1] = {}) =>
  stage(
    <Routes>
      <Route path="/post/arrivals/:id" element={<ArrivalPage />} />
    </Routes>,
    { at: '/post/arrivals/a1', answers: { 'GET /api/arrivals/a1': { ...ARRIVAL, ...more }, 'POST /api/arrivals/a1/refuse': null }, ...rights },
  );

describe('an arrival', () => {
  it('says who is known by the address, and that another name was given', async () => {
    arrival();
    expect(await screen.findByText('Another name was given.')).toBeDefined();
    expect(screen.getByRole('link', { name: 'Dunmarra Oysters Ltd' }).getAttribute('href')).toBe('/clients/c1');
    expect(screen.getByText('Nobody has it yet.', { exact: false })).toBeDefined();
    // Whoever may not change clients makes no prospects.
    expect(screen.queryByRole('button', { name: 'Make a prospect' })).toBeNull();
  });

  it('is refused with a reason, and says whether anybody is written to', async () => {
    const { asked } = arrival({}, { rights: ['do work', 'change clients'] });
    fireEvent.click(await screen.findByRole('button', { name: /^More with / }));
    fireEvent.click(await screen.findByRole('menuitem', { name: 'Refuse it' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Refuse' }));
    expect(await screen.findByText('Say why: it stays with the arrival.')).toBeDefined();
    fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'An advertisement.' } });
    fireEvent.change(screen.getByLabelText('What Fintan Roche is written'), { target: { value: 'Thank you.' } });
    fireEvent.click(await screen.findByRole('button', { name: 'Refuse, and write to Fintan Roche' }));
    expect(await screen.findByText('Refused; Fintan Roche is written to.')).toBeDefined();
    expect(asked.find(({ what }) => what === 'POST /api/arrivals/a1/refuse')!.sent).toEqual({ version: 1, reason: 'An advertisement.', tell: 'Thank you.' });
  });

  it('that was filed leads to the conversation, and can be done nothing with', async () => {
    arrival({
      standing: 'filed',
      clientId: 'c1',
      client: 'Dunmarra Oysters Ltd',
      conversationId: 'v1',
      decidedBy: 'Orla Keane',
      decidedAt: '2026-03-10T09:00:00Z',
    });
    expect((await screen.findByRole('link', { name: 'Go to the conversation' })).getAttribute('href')).toBe('/post/conversations/v1');
    expect(screen.queryByRole('button', { name: 'File with a client' })).toBeNull();
  });

  it('whose time was over shows nothing of what was left', async () => {
    arrival({
      standing: 'refused',
      isEmptied: true,
      message: '',
      sent: [],
      decidedBy: 'Orla Keane',
      decidedAt: '2026-01-10T09:00:00Z',
      reason: 'An advertisement.',
    });
    expect(await screen.findByText('Its words and files were destroyed when their time was over.')).toBeDefined();
    expect(screen.queryByRole('button', { name: /Take back/ })).toBeNull();
  });
});

describe('the public page', () => {
  const DOOR: DropOffDoor = {
    firm: 'Marram & Tern',
    welcome: 'Leave your papers here.',
    hours: null,
    isOn: true,
    hasLogo: false,
    zone: 'Europe/Dublin',
    today: '2026-03-11',
    mostFiles: 20,
    mostBytes: 200_000_000,
    sent: [],
  };
  const SENT = { id: 's1', at: '2026-03-11T09:00:00Z', name: 'Nora Vance', email: 'n•••@vance.example', message: 'My pottery.', files: [] };
  const door = (more: Partial<DropOffDoor> = {}) =>
    stage(
      <Routes>
        <Route path="/drop-off/:address" element={<DropOffPage />} />
      </Routes>,
      { at: '/drop-off/marram-tern', answers: { 'GET /api/drop-off/marram-tern': { ...DOOR, ...more } } },
    );

  it('that is off says so and takes nothing', async () => {
    door({ isOn: false });
    expect(await screen.findByText('Nothing is taken here at the moment. Please write or call.')).toBeDefined();
    expect(screen.queryByLabelText('Your message')).toBeNull();
  });

  it('asks for the code of what waits for one, with a step back that keeps what was typed', async () => {
    window.localStorage.setItem('draft drop-off marram-tern', JSON.stringify({ name: 'Nora Vance', email: 'wrong@vance.example', message: 'My pottery.' }));
    door({ sent: [{ ...SENT, waitsForCode: true, takesFiles: false }] });
    expect(await screen.findByText(/We sent a code to n•••@vance\.example/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'It was another address' }));
    expect((await screen.findByLabelText<HTMLInputElement>('Your message')).value).toBe('My pottery.');
    window.localStorage.clear();
  });

  it('shows what has arrived first, and then what else can be left', async () => {
    door({ sent: [{ ...SENT, waitsForCode: false, takesFiles: true }] });
    expect(await screen.findByRole('heading', { name: 'It has arrived, thank you' })).toBeDefined();
    expect(screen.getByText('My pottery.')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Leave something else' }));
    expect(await screen.findByLabelText('Your message')).toBeDefined();
  });
});
