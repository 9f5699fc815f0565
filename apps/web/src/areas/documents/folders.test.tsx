import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { FolderTemplateView, FolderView, FoldersOfClient } from '@steady/contract/documents';
import { stage } from '../../../test/stage';
import { FoldersLeaf } from './folders-leaf';
import { FoldersPage } from './folders-page';

const template = (name: string, more: Partial<FolderTemplateView> = {}): FolderTemplateView => ({
  id: name,
  version: 1,
  name,
  right: 'firm only',
  forms: [],
  byYear: true,
  takes: [],
  services: [],
  ...more,
});
const folder = (name: string, more: Partial<FolderView> = {}): FolderView => ({
  id: name,
  version: null,
  own: false,
  name,
  byYear: true,
  right: 'firm only',
  usualRight: 'firm only',
  onlyFor: null,
  access: 'only the firm sees it',
  documents: 0,
  ...more,
});

it('offers the ready-made folders to a firm that has none', async () => {
  const { asked } = stage(<FoldersPage />, { rights: ['change services'], answers: { 'GET /api/folders': [], 'POST /api/folders/ready-made': null } });
  fireEvent.click(await screen.findByRole('button', { name: 'Use the ready-made folders' }));
  await screen.findByText('The ready-made folders are there. Change them as you like.');
  expect(asked.map((one) => one.what)).toContain('POST /api/folders/ready-made');
});

it('says of each who sees it, what goes there and which clients have it; whoever may not change them reads', async () => {
  stage(<FoldersPage />, {
    answers: {
      'GET /api/folders': [
        template('Bills', { right: 'client reads', takes: ['bill'] }),
        template('Payroll', { takes: ['from us'], services: ['s1'], forms: ['company'] }),
      ],
      'GET /api/services': [{ id: 's1', name: 'Payroll, monthly' }],
    },
  });
  const table = await screen.findByRole('table', { name: 'Folders' });
  const [bills, payroll] = within(table).getAllByRole('row').slice(1);
  expect(bills!.textContent).toContain('the client reads it');
  expect(bills!.textContent).toContain('bills');
  await waitFor(() => expect(payroll!.textContent).toContain('what we add, in jobs of Payroll, monthly'));
  expect(payroll!.textContent).toContain('Company');
  expect(screen.queryByRole('button', { name: 'Add a folder' })).toBeNull();
});

it('adds one, with its name asked for', async () => {
  const { asked } = stage(<FoldersPage />, {
    rights: ['change services'],
    answers: { 'GET /api/folders': [template('Bills')], 'GET /api/services': [], 'POST /api/folders': { id: 'x' } },
  });
  fireEvent.click(await screen.findByRole('button', { name: 'Add a folder' }));
  const leaf = await screen.findByRole('dialog', { name: 'Add a folder' });
  fireEvent.click(within(leaf).getByRole('button', { name: 'Add the folder' }));
  await within(leaf).findByText('Give the folder a name.');
  fireEvent.change(within(leaf).getByLabelText('Name'), { target: { value: 'Grants' } });
  fireEvent.change(within(leaf).getByLabelText('Who sees it'), { target: { value: 'client reads' } });
  fireEvent.click(within(leaf).getByLabelText('what clients send'));
  fireEvent.click(within(leaf).getByRole('button', { name: 'Add the folder' }));
  await waitFor(() =>
    expect(asked.filter((one) => one.what === 'POST /api/folders').map((one) => one.sent)).toEqual([
      { name: 'Grants', right: 'client reads', forms: [], byYear: true, takes: ['from the client'], services: [] },
    ]),
  );
});

const PEOPLE = [
  { id: '00000000-0000-7000-8000-000000000001', name: 'Niamh Duffy' },
  { id: '00000000-0000-7000-8000-000000000002', name: 'Tom Duffy' },
];
const showLeaf = (folders: FolderView[]) =>
  stage(<FoldersLeaf clientId="c1" onClose={() => undefined} />, {
    rights: ['do work'],
    answers: {
      'GET /api/clients/c1/folders': { folders, outside: 0, people: PEOPLE } satisfies FoldersOfClient,
      'PATCH /api/clients/c1/folders/Payroll': null,
      'POST /api/clients/c1/folders': { id: 'x' },
    },
  });

it('opens a folder to some of the client’s people alone', async () => {
  const { asked } = showLeaf([folder('Payroll', { version: 3, documents: 4 })]);
  expect(await screen.findByText('4 documents')).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Change Payroll' }));
  const leaf = await screen.findByRole('dialog', { name: 'Payroll' });
  expect(within(leaf).queryByLabelText('Name')).toBeNull();
  expect(within(leaf).queryByLabelText('Only for some of the client’s people')).toBeNull();
  fireEvent.change(within(leaf).getByLabelText('Who sees it'), { target: { value: 'client reads' } });
  fireEvent.click(within(leaf).getByLabelText('Only for some of the client’s people'));
  fireEvent.click(within(leaf).getByLabelText('Tom Duffy'));
  fireEvent.click(within(leaf).getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(asked.find((one) => one.what.startsWith('PATCH'))?.sent).toEqual({ right: 'client reads', onlyFor: [PEOPLE[1]!.id], version: 3 }));
});

it('goes back to what the firm has', async () => {
  const { asked } = showLeaf([folder('Payroll', { version: 2, right: 'client reads', access: 'the client reads it' })]);
  fireEvent.click(await screen.findByRole('button', { name: 'Change Payroll' }));
  const leaf = await screen.findByRole('dialog', { name: 'Payroll' });
  fireEvent.change(within(leaf).getByLabelText('Who sees it'), { target: { value: 'as the firm has it' } });
  fireEvent.click(within(leaf).getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(asked.find((one) => one.what.startsWith('PATCH'))?.sent).toEqual({ right: null, onlyFor: null, version: 2 }));
});
