import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { Right } from '@steady/core/access';
import type { DocumentPage, DocumentRow } from '@steady/contract/documents';
import { stage } from '../../../test/stage';
import { DocumentsListed } from './documents-listed';

// The form checks that ids are ids.
const [D1, D2, T1] = ['01a', '01b', '01c'].map((end) => `00000000-0000-7000-8000-000000000${end}`) as [string, string, string];

const row = (id: string, more: Partial<DocumentRow> = {}): DocumentRow => ({
  id,
  version: 1,
  name: 'scan.pdf',
  what: 'Bank statement',
  bytes: 20_480,
  kind: 'text/plain',
  at: '2026-03-10T09:00:00Z',
  by: 'Bríd Foley',
  clientId: 'c1',
  client: 'Dunmarra Oysters Ltd',
  jobId: 'j1',
  job: 'VAT return, Jan-Feb 2026',
  folder: 'Sent by the client',
  right: 'client reads and adds',
  folderYear: 2026,
  lookedAt: null,
  assigned: null,
  takenOutAt: null,
  values: {},
  ...more,
});
const page = (more: Partial<DocumentPage> = {}): DocumentPage => ({
  ...row(D1),
  year: 2026,
  folderId: 'f1',
  access: 'the client reads it and adds to it',
  lookedBy: null,
  assignedTo: null,
  bringBackBy: null,
  takenOutBy: null,
  earlier: [],
  sameAs: [],
  heldBy: null,
  ...more,
});

const FIELDS = ['folder', 'by', 'at', 'size'].map((key) => ({ key, name: key, kind: 'text' }));
const USUAL = ['folder', 'by', 'at', 'size'];

function show({
  rows = [row(D1), row(D2, { what: null, name: 'notes.txt', lookedAt: '2026-03-10T10:00:00Z', folder: null, right: 'firm only', jobId: null, job: null })],
  one = page(),
  at = '/documents',
  rights = ['do work'] as Right[],
} = {}) {
  return stage(<DocumentsListed narrowed={{ view: 'all' }} usual={USUAL} empty="Nothing here." />, {
    at,
    rights,
    answers: {
      'GET /api/documents': { rows, more: false, total: rows.length, said: 'documents' },
      'GET /api/documents/fields': { fields: FIELDS, saved: [] },
      [`GET /api/documents/${D1}`]: one,
      [`GET /api/documents/${D1}/preview`]: { as: 'text', text: 'Opening balance 1,204.50', cut: false },
      'GET /api/folders': [{ id: T1, name: 'Payroll' }],
      'GET /api/clients/c1/folders': { folders: [{ id: T1, name: 'Payroll', access: 'only the firm sees it' }], outside: 0, people: [] },
      'POST /api/documents/change': { done: 2, not: [{ name: 'Lease', why: 'was taken out: bring it back first' }] },
      'POST /api/documents/take-out': { done: 1, not: [] },
      'POST /api/documents/bring-back': { done: 1, not: [] },
    },
  });
}
const rowsShown = async () =>
  within(await screen.findByRole('table', { name: 'Documents' }))
    .getAllByRole('row')
    .slice(1);
const sentTo = (asked: { what: string; sent: unknown }[], what: string) => asked.filter((one) => one.what === what).map((one) => one.sent);

it('says of each what it is and how its file is called, where it lies, who sees it, and whether somebody has looked', async () => {
  show();
  const [known, plain] = await rowsShown();
  expect(known!.textContent).toContain('Bank statement to look at');
  expect(within(known!).getByText('scan.pdf')).toBeDefined();
  expect(known!.textContent).toContain('Sent by the client 2026client reads and adds');
  expect(plain!.textContent).toContain('notes.txt');
  expect(plain!.textContent).not.toContain('to look at');
  expect(plain!.textContent).toContain('in no folder');
});

it('opens one beside the list, with what is inside and who sees it, and closes by Escape', async () => {
  show();
  fireEvent.click((await rowsShown())[0]!);
  const panel = await screen.findByRole('complementary', { name: 'The document' });
  expect(await within(panel).findByText('Opening balance 1,204.50')).toBeDefined();
  expect(panel.textContent).toContain('In Sent by the client 2026: the client reads it and adds to it');
  expect(panel.textContent).toContain('Nobody has looked at it yet');
  expect(within(panel).getByRole('link', { name: 'VAT return, Jan-Feb 2026' }).getAttribute('href')).toBe('/jobs/j1/documents');
  fireEvent.keyDown(document.body, { key: 'Escape' });
  await waitFor(() => expect(screen.queryByRole('complementary', { name: 'The document' })).toBeNull());
});

it('is looked at in one press, and taken out with the way back', async () => {
  const { asked } = show({ at: `/documents?open=${D1}` });
  fireEvent.click(await screen.findByRole('button', { name: 'Looked at' }));
  await screen.findByText('Looked at Bank statement.');
  expect(sentTo(asked, 'POST /api/documents/change')).toEqual([{ documentIds: [D1], lookedAt: true }]);
  fireEvent.click(screen.getByRole('button', { name: 'More with Bank statement' }));
  fireEvent.click(await screen.findByRole('menuitem', { name: 'Take out' }));
  await screen.findByText('Took out Bank statement. It can be brought back for 30 days.');
  fireEvent.click(screen.getByRole('button', { name: 'Bring it back' }));
  await waitFor(() => expect(sentTo(asked, 'POST /api/documents/bring-back')).toEqual([{ documentIds: [D1] }]));
});

it('says what is the same, what came before, and what keeps it where it is', async () => {
  show({
    at: `/documents?open=${D1}`,
    one: page({
      heldBy: 'it was given for signature',
      sameAs: [{ id: 'd9', title: 'Lease', at: '2026-03-02T09:00:00Z' }],
      earlier: [{ number: 1, name: 'accounts 1.pdf', bytes: 10, at: '2026-03-01T09:00:00Z', by: 'Aoife Daly' }],
    }),
  });
  const panel = await screen.findByRole('complementary', { name: 'The document' });
  expect(await within(panel).findByRole('link', { name: 'Lease' })).toBeDefined();
  expect(within(panel).getByRole('link', { name: 'accounts 1.pdf' }).getAttribute('href')).toBe(`/api/documents/${D1}/earlier/1`);
  expect(panel.textContent).toContain('Neither replaced nor taken out: it was given for signature.');
  expect(within(panel).queryByText('New version')).toBeNull();
});

it('shows whoever may not work what is there, and nothing to change', async () => {
  show({ at: `/documents?open=${D1}`, rights: [] });
  const panel = await screen.findByRole('complementary', { name: 'The document' });
  expect(await within(panel).findByRole('link', { name: 'Save' })).toBeDefined();
  expect(within(panel).queryByRole('button', { name: 'Looked at' })).toBeNull();
});

it('files many in together, and says which stayed', async () => {
  const { asked } = show();
  await rowsShown();
  for (const name of ['Bank statement', 'notes.txt']) fireEvent.click(screen.getByRole('checkbox', { name: `Choose ${name}` }));
  expect(screen.getByText('2 documents chosen')).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'File in' }));
  const leaf = await screen.findByRole('dialog', { name: 'Change 2 documents' });
  await within(leaf).findByRole('option', { name: 'Payroll' });
  fireEvent.change(within(leaf).getByLabelText('Folder'), { target: { value: T1 } });
  fireEvent.click(within(leaf).getByRole('button', { name: 'Save' }));
  await screen.findByText('Changed 2 documents. Lease was taken out: bring it back first.');
  expect(sentTo(asked, 'POST /api/documents/change')).toEqual([{ documentIds: [D1, D2], folderId: T1, lookedAt: true }]);
});

it('renames one and takes it out of its folder, the year kept', async () => {
  const { asked } = show({ at: `/documents?open=${D1}` });
  fireEvent.click(await screen.findByRole('button', { name: 'File in, rename, assign' }));
  const leaf = await screen.findByRole('dialog', { name: 'Bank statement' });
  fireEvent.change(within(leaf).getByLabelText('What it is'), { target: { value: 'Bank statement, AIB' } });
  fireEvent.change(within(leaf).getByLabelText('Folder'), { target: { value: 'none' } });
  fireEvent.change(within(leaf).getByLabelText('Year'), { target: { value: '12' } });
  fireEvent.click(within(leaf).getByRole('button', { name: 'Save' }));
  await within(leaf).findByText('Give a year from 1980.');
  fireEvent.change(within(leaf).getByLabelText('Year'), { target: { value: '2025' } });
  fireEvent.click(within(leaf).getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(sentTo(asked, 'POST /api/documents/change')).toEqual([
      { documentIds: [D1], folderId: null, year: 2025, what: 'Bank statement, AIB', assignedTo: null, lookedAt: true },
    ]),
  );
});
