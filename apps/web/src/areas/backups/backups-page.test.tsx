import { fireEvent, screen, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { BackupView } from '@steady/contract/backups';
import { stage } from '../../../test/stage';
import { BackupsPage } from './backups-page';

const backup = (at: string, more: Partial<BackupView> = {}): BackupView => ({
  name: `steady-${at.slice(0, 10)}.tar`,
  at,
  bytes: 3_000_000,
  clients: 60,
  documents: 1,
  proved: true,
  wrong: null,
  ...more,
});
const KEPT = {
  files: 3,
  bytes: 2_000_000,
  bytesFromOutside: 1_000_000,
  mostFromOutside: 5_000_000_000,
  checkedSince: '2026-03-10T02:00:00Z',
  wrong: [],
  wrongInAll: 0,
};
const show = (backups: BackupView[], more: { ours?: boolean; kept?: object; made?: unknown } = {}) =>
  stage(<BackupsPage />, {
    rights: ['run firm'],
    answers: {
      'GET /api/firm/backups': { folder: '/data/backups', ours: more.ours ?? true, backups },
      'GET /api/firm/files': { ...KEPT, ...more.kept },
      'POST /api/firm/backups': more.made ?? { proved: true, wrong: null },
    },
  });

it('says of when the newest good backup is, and of each what a test restore has found', async () => {
  show([backup('2026-03-11T02:00:00Z', { proved: false, wrong: '2 documents are missing' }), backup('2026-03-10T02:00:00Z')]);
  expect(await screen.findByText(/^The newest is of .*; it was test-restored, and nothing was missing\.$/)).toBeDefined();
  const [, first, second] = screen.getAllByRole('row');
  expect(within(first!).getByText('2 documents are missing')).toBeDefined();
  expect(within(second!).getByText('nothing missing')).toBeDefined();
  expect(within(second!).getByText('60 clients, 1 document')).toBeDefined();
  expect(within(second!).getByText('3')).toBeDefined();
});

it('says loudly that there is none that was tested', async () => {
  show([backup('2026-03-11T02:00:00Z', { proved: false, wrong: 'cannot be read' })]);
  expect(await screen.findByText('There is no tested backup yet.')).toBeDefined();
});

it('says where there is none at all when the first comes', async () => {
  show([]);
  expect(await screen.findByText('One is made every night. They are listed here, the newest first.')).toBeDefined();
});

it.each([
  [{ proved: true, wrong: null }, 'The backup is made and was test-restored.'],
  [{ proved: false, wrong: 'the disk is full' }, 'The backup is not good: the disk is full'],
])('is made at once, and says whether it is good: %j', async (made, words) => {
  const { asked } = show([], { made });
  fireEvent.click(await screen.findByRole('button', { name: 'Make one now' }));
  expect(await screen.findByText(words)).toBeDefined();
  expect(asked.filter(({ what }) => what === 'POST /api/firm/backups')).toHaveLength(1);
});

it('makes none where the database is on a server, and says whose affair it is', async () => {
  show([], { ours: false });
  expect(await screen.findByText('The database is on a server, which has backups of its own.')).toBeDefined();
  expect(screen.queryByRole('button', { name: 'Make one now' })).toBeNull();
  expect(screen.queryByText(/They are in/)).toBeNull();
});

const files = async () => (await screen.findByRole('region', { name: 'Files of clients' })).textContent;

it.each([
  [{}, 'All of them were looked at since'],
  [{ checkedSince: null }, 'Not all of them were looked at yet.'],
  [{ wrongInAll: 1 }, 'One is missing or damaged: it can be restored from a backup.'],
  [{ wrongInAll: 4 }, '4 are missing or damaged: they can be restored from a backup.'],
] as [object, string][])('says how the files of clients are: %j', async (kept, words) => {
  show([], { kept });
  await expect.poll(files).toContain(words);
});

it('names the files that are not what they were, and whose they are', async () => {
  const wrong = [
    { id: 'd1', name: 'stock.pdf', clientId: 'c1', client: 'Gannet Smokery Ltd', why: 'missing' },
    { id: 'd2', name: 'bank.csv', clientId: 'c2', client: 'Dunlin Trust', why: 'changed' },
  ];
  show([], { kept: { wrong, wrongInAll: 2 } });
  const list = within(await screen.findByRole('table', { name: 'Missing or damaged' }));
  expect(
    list
      .getAllByRole('row')
      .slice(1)
      .map((row) => row.textContent),
  ).toEqual(['stock.pdfGannet Smokery Ltdit is missing', 'bank.csvDunlin Trustit was changed or cut short']);
  expect(list.getByRole('link', { name: 'Dunlin Trust' }).getAttribute('href')).toBe('/clients/c2');
});

it('says nothing of looking at them where there are none', async () => {
  show([], { kept: { files: 0, bytes: 0, checkedSince: null } });
  await expect.poll(files).toContain('0 files');
  expect(await files()).not.toContain('looked at');
});
