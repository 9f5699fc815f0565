import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { ContactMergePreview, PersonView } from '@steady/contract/contacts';
import { stage } from '../../../test/stage';
import { MergePersonLeaf } from './merge-person-leaf';

afterEach(cleanup);

const DARA = { id: 'k', name: 'Dara Moss', email: 'dara@moss.example', clients: [] as PersonView['clients'] } as PersonView;
const OTHER = { id: 'g', name: 'D. Moss', email: 'd.moss@mail.example', clients: ['Own Ltd'] };
const PREVIEW: ContactMergePreview = {
  kept: { id: 'k', name: 'Dara Moss', version: 2 },
  going: { id: 'g', name: 'D. Moss', version: 5 },
  differs: [{ name: 'Name', kept: 'Dara Moss', going: 'D. Moss' }],
  filled: [{ name: 'Mobile', value: '085 555 0111' }],
  clients: ['Own Ltd'],
};
const open = () =>
  stage(<MergePersonLeaf person={DARA} onClose={() => undefined} />, {
    answers: { 'GET /api/contacts': [DARA, OTHER], 'GET /api/contacts/k/merge/g': PREVIEW, 'POST /api/contacts/k/merge': null },
  });

it('shows what merging does before it is done, and never offers the person themselves', async () => {
  const { asked } = open();
  const other = await screen.findByRole('radio', { name: /^D\. Moss/ });
  expect(screen.getAllByRole('radio')).toHaveLength(1);
  fireEvent.click(other);
  await screen.findByText(/Mobile is filled in: 085 555 0111/);
  expect(screen.getByText(/Name stays Dara Moss/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Merge D. Moss into Dara Moss' }));
  await screen.findByText('D. Moss is merged into Dara Moss.');
  expect(asked.find(({ what }) => what.startsWith('POST'))!.sent).toEqual({ otherId: 'g', version: 2, otherVersion: 5 });
});

it('asks for the other record first', async () => {
  const { asked } = open();
  fireEvent.click(await screen.findByRole('button', { name: 'Merge' }));
  await screen.findByText('Choose the other record first.');
  expect(asked.filter(({ what }) => what.startsWith('POST'))).toEqual([]);
});
