import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { ClientView } from '@steady/contract/clients';
import { stage } from '../../../test/stage';
import { AppointmentLeaf } from './appointment-leaf';
import { PapersLeaf } from './take-in-leaf';

const PLACE = '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0a04';
const ITEM = '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0a05';
const CLIENT = { id: 'c1', name: 'The Drying Loft' } as ClientView;
const PLACES = [{ id: PLACE, name: 'Shelf 2', papers: 0, isRetired: false }];
const ROW = { id: 'r1', itemId: ITEM, state: 'missing', what: 'Rent book', job: 'Income tax 2025' };

it('notes papers with their place, and takes in what was asked for and is among them', async () => {
  const { asked } = stage(<PapersLeaf client={CLIENT} onClose={() => undefined} />, {
    rights: ['do work'],
    answers: {
      'GET /api/places': PLACES,
      'GET /api/missing': { rows: [ROW, { ...ROW, id: 'r2', itemId: null, what: 'To confirm' }], more: false, total: 2, said: '' },
      'POST /api/clients/c1/papers': { id: 'p1' },
    },
  });
  const here = () => fireEvent.click(screen.getByRole('button', { name: 'They are here' }));
  await screen.findByRole('option', { name: 'Shelf 2' });
  here();
  expect(await screen.findByText('Say what came: "a blue folder with receipts".')).toBeDefined();
  fireEvent.change(screen.getByLabelText('What came'), { target: { value: 'A blue folder' } });
  fireEvent.click(screen.getByLabelText('by post'));
  fireEvent.change(screen.getByLabelText('Where they lie'), { target: { value: PLACE } });
  expect(screen.queryByText('To confirm')).toBeNull();
  fireEvent.click(await screen.findByLabelText(/Rent book/));
  here();
  await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ what: 'A blue folder', came: 'by post', placeId: PLACE, itemIds: [ITEM] }));
  expect(await screen.findByText('Noted. The slip for the client is ready.')).toBeDefined();
});

it('says where places are added when the firm has none', async () => {
  stage(<PapersLeaf client={CLIENT} onClose={() => undefined} />, { rights: ['do work'], answers: { 'GET /api/places': [] } });
  expect(await screen.findByText(/The firm has no places yet/)).toBeDefined();
});

it('makes an appointment for one of the open jobs', async () => {
  const { asked } = stage(<AppointmentLeaf client={CLIENT} onClose={() => undefined} />, {
    rights: ['do work'],
    answers: { 'GET /api/jobs': { rows: [{ id: 'j1', name: 'Income tax 2025' }] }, 'POST /api/jobs/j1/appointment': null, 'GET /api/team': [] },
  });
  fireEvent.change(await screen.findByLabelText('Day'), { target: { value: 'Thu 19 Mar' } });
  fireEvent.change(screen.getByLabelText('Time'), { target: { value: '14:30' } });
  fireEvent.click(screen.getByRole('button', { name: 'Make the appointment' }));
  await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ what: 'Signing at the office', on: '2026-03-19', at: '14:30' }));
});

it('says that an appointment wants a job where none is open', async () => {
  stage(<AppointmentLeaf client={CLIENT} onClose={() => undefined} />, { rights: ['do work'], answers: { 'GET /api/jobs': { rows: [] } } });
  expect(await screen.findByText(/none is open here/)).toBeDefined();
});
