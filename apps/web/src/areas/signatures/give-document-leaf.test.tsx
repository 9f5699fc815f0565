import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { DocumentView } from '@steady/contract/documents';
import { stage } from '../../../test/stage';
import { GiveDocumentLeaf } from './give-document-leaf';

const [AIDAN, LETTER, OTHER] = ['1', '2', '3'].map((end) => `0190a0a0-0000-7000-8000-00000000000${end}`) as [string, string, string];
const DOCUMENT = { id: LETTER, name: 'letter.pdf', what: 'Letter to the bank', kind: 'application/pdf', clientId: 'c1', client: 'Gannet Smokery Ltd' };
const job = (id: string, documents: object[] = []) => ({
  id,
  name: `Job ${id}`,
  client: 'Gannet Smokery Ltd',
  documents,
  contacts: [{ id: AIDAN, name: 'Aidan Gannet', email: 'aidan@gannet.example', role: 'director', mobile: null, signs: true }],
});
const give = (jobs: { id: string }[], jobId: string | null = null, more: object = {}) =>
  stage(<GiveDocumentLeaf document={{ ...DOCUMENT, jobId } as DocumentView} onClose={() => undefined} />, {
    rights: ['do work'],
    answers: {
      'GET /api/jobs': { rows: jobs, total: jobs.length },
      ...Object.fromEntries(jobs.map((one) => [`GET /api/jobs/${one.id}`, one])),
      'GET /api/signing-kinds': [],
      'GET /api/terms': [],
      'POST /api/jobs/j2/signatures/preview': { messages: [], nobody: [], warnings: [] },
      ...more,
    },
  });

it('is given for one of the open jobs, beside what lies in that job, under what it is', async () => {
  const { asked } = give([job('j1'), job('j2', [{ id: OTHER, name: 'accounts.pdf', kind: 'application/pdf' }])]);
  fireEvent.change(await screen.findByLabelText('For which job'), { target: { value: 'j2' } });
  fireEvent.click(screen.getByRole('button', { name: 'Continue' }));
  const document = await screen.findByLabelText<HTMLSelectElement>('Document');
  expect([...document.options].map(({ text }) => text)).toEqual(['letter.pdf', 'accounts.pdf']);
  expect(screen.getByLabelText<HTMLInputElement>('What is signed').value).toBe('Letter to the bank');
  fireEvent.click(screen.getByRole('button', { name: 'Look at what goes out' }));
  await waitFor(() => expect(asked.find(({ what }) => what.endsWith('/preview'))?.sent).toMatchObject({ documentId: LETTER, title: 'Letter to the bank' }));
});

it('its own job stands first where that is open, and is listed once', async () => {
  give([job('j1'), job('j2', [DOCUMENT])], 'j2');
  expect((await screen.findByLabelText<HTMLSelectElement>('For which job')).value).toBe('j2');
  fireEvent.click(screen.getByRole('button', { name: 'Continue' }));
  expect((await screen.findByLabelText<HTMLSelectElement>('Document')).options).toHaveLength(1);
});

const CLIENT = { contacts: job('').contacts };
const askedAlone = async (staged: ReturnType<typeof give>) => {
  expect((await screen.findByLabelText<HTMLInputElement>('What is signed')).value).toBe('Letter to the bank');
  fireEvent.click(screen.getByRole('button', { name: 'Look at what goes out' }));
  await waitFor(() =>
    expect(staged.asked.find(({ what }) => what === 'POST /api/clients/c1/signatures/preview')?.sent).toMatchObject({ documentId: LETTER, signerIds: [AIDAN] }),
  );
};

it('is of the client alone where no job is open', async () => {
  await askedAlone(give([], 'over', { 'GET /api/clients/c1': CLIENT, 'POST /api/clients/c1/signatures/preview': { messages: [], nobody: [] } }));
});

it('is of the client alone where it is said to be of none of its jobs', async () => {
  const staged = give([job('j1'), job('j2')], null, { 'GET /api/clients/c1': CLIENT, 'POST /api/clients/c1/signatures/preview': { messages: [], nobody: [] } });
  fireEvent.change(await screen.findByLabelText('For which job'), { target: { value: 'none' } });
  fireEvent.click(screen.getByRole('button', { name: 'Continue' }));
  await askedAlone(staged);
});
