import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { KeptRequest } from '@steady/contract/requests';
import { stage } from '../../../test/stage';
import { KeptRequestsPage } from './kept-page';

const VAT = '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0b02';
const KEPT: KeptRequest = {
  id: 'k1',
  version: 4,
  title: 'Year-end papers',
  serviceId: VAT,
  service: 'VAT return',
  daysToAnswer: 8,
  items: [{ name: 'Loans', description: 'with the letter of the bank', link: null }],
};
const shown = (kept: KeptRequest[], rights = ['do work']) =>
  stage(<KeptRequestsPage />, {
    rights: rights as never,
    answers: {
      'GET /api/kept-requests': kept,
      'GET /api/services': [{ id: VAT, name: 'VAT return' }],
      'PUT /api/kept-requests/k1': null,
      'POST /api/kept-requests': { id: 'k2' },
      'DELETE /api/kept-requests/k1': null,
    },
  });

it('lists what is kept by service, and changes it under the version that was seen', async () => {
  const { asked } = shown([KEPT]);
  expect(await screen.findByText('8 working days')).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Change Year-end papers' }));
  fireEvent.change(await screen.findByLabelText('Clients have'), { target: { value: '0' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('Give a number of working days from 1 to 60.')).toBeDefined();
  fireEvent.change(screen.getByLabelText('Clients have'), { target: { value: '10' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(asked.at(-1)?.sent).toEqual({
      version: 4,
      title: 'Year-end papers',
      serviceId: VAT,
      daysToAnswer: 10,
      items: [{ name: 'Loans', description: 'with the letter of the bank' }],
    }),
  );
});

it('removes one once it was asked about', async () => {
  const { asked } = shown([KEPT]);
  fireEvent.click(await screen.findByRole('button', { name: 'Change Year-end papers' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Remove it' }));
  fireEvent.click((await screen.findAllByRole('button', { name: 'Remove it' })).at(-1)!);
  await waitFor(() => expect(asked.map(({ what }) => what)).toContain('DELETE /api/kept-requests/k1'));
});

it('says where they come from where there are none, and offers nothing to whoever only reads', async () => {
  shown([], ['see clients']);
  expect(await screen.findByText(/None kept yet/)).toBeDefined();
  expect(screen.queryByRole('button', { name: 'Keep a request' })).toBeNull();
});
