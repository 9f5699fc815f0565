import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { PersonView } from '@steady/contract/contacts';
import type { PersonsData } from '@steady/contract/keeping';
import { stage } from '../../../test/stage';
import { PersonsDataLeaf } from './persons-data-leaf';

const PERSON = { id: 'p1', name: 'Matty Quirke' } as PersonView;
const HELD = 'everything of Old Slip Chandlery Ltd is held: enquiry';
const data = (stays: (string | null)[]): PersonsData => ({
  erasedAt: null,
  things: [
    { what: 'How they are reached, and their wishes', clientId: null, client: null, count: 3, stays: stays[0]! },
    { what: 'Messages to them', clientId: 'c1', client: 'Old Slip Chandlery Ltd', count: 12, stays: stays[1]! },
  ],
});
const shown = (of: PersonsData) =>
  stage(<PersonsDataLeaf person={PERSON} onClose={() => undefined} />, {
    rights: ['run firm'],
    answers: { 'GET /api/contacts/p1/data': of, 'POST /api/contacts/p1/erase': data([HELD, HELD]) },
  });

it('says of each thing why it stays, and erases only what need not', async () => {
  const { asked } = shown(data([null, HELD]));
  expect(await screen.findByText(HELD)).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Erase what need not stay' }));
  expect(await screen.findByText(/^How they are reached, and their wishes\. Nobody can bring it back\.$/)).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Erase for good' }));
  await waitFor(() => expect(asked.map(({ what }) => what)).toContain('POST /api/contacts/p1/erase'));
  expect(await screen.findByText('Erased. What stays is listed with its reasons.')).toBeDefined();
});

it('erases nothing where everything stays', async () => {
  shown(data([HELD, HELD]));
  expect((await screen.findByRole<HTMLButtonElement>('button', { name: 'Erase what need not stay' })).disabled).toBe(true);
});
