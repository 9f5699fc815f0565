import { render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { SWRConfig } from 'swr';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { PortalMe } from '@steady/contract/requests';
import { readAt } from '../../app/api';
import type { Area, PortalParts } from '../../app/area';
import { Areas } from '../../app/brought';
import { PortalPage } from './portal-page';

const ME: PortalMe = { firm: 'Marram & Tern', name: 'Áine', today: '2026-03-11', looking: false, readOnly: false };
beforeEach(() => vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify(ME)))));
afterEach(() => vi.unstubAllGlobals());

const brings = (parts: PortalParts | undefined): Area => ({ usePortal: (me) => (me ? parts : undefined) });
const show = (areas: Area[]) =>
  render(
    <SWRConfig value={{ fetcher: readAt, provider: () => new Map() }}>
      <MemoryRouter>
        <Areas value={areas}>
          <PortalPage />
        </Areas>
      </MemoryRouter>
    </SWRConfig>,
  );
const of = (key: string, waits = false) => ({ key, shown: <p>{key}</p>, waits });

it('shows what is to be done of all areas, then what is done, and no thanks while something is asked', async () => {
  show([brings({ open: [of('a request')], done: [of('an old request')], whenQuiet: 'Thank you.' }), brings({ open: [of('a bill')], done: [] })]);
  expect(await screen.findByText('a bill')).toBeTruthy();
  expect(screen.getAllByText(/request|bill/).map((one) => one.textContent)).toEqual(['a request', 'a bill', 'an old request']);
  expect(screen.queryByText('Thank you.')).toBeNull();
});

it('says that nothing is asked where what is open is with the firm, in the words of whoever knows why', async () => {
  show([brings({ open: [of('with us', true)], done: [], whenQuiet: 'What you sent has come in.' }), brings({ open: [], done: [] })]);
  expect(await screen.findByText('What you sent has come in.')).toBeTruthy();
  expect(screen.getByText('with us')).toBeTruthy();
  expect(screen.queryByText('Done')).toBeNull();
});

it('waits until all areas have said what there is', async () => {
  const told: boolean[] = [];
  const silent: Area = { usePortal: (me) => void told.push(me !== undefined) };
  const { container } = show([brings({ open: [of('a request')], done: [] }), silent]);
  await vi.waitFor(() => expect(told).toContain(true));
  expect(container.textContent).toBe('');
});
