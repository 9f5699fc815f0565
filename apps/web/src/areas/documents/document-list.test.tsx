import { screen, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { DocumentView } from '@steady/contract/jobs';
import { stage } from '../../../test/stage';
import { DocumentTable } from './document-list';

const DOCUMENT: DocumentView = {
  id: 'd1',
  name: 'scan.pdf',
  what: 'Bank statement',
  bytes: 20_480,
  kind: 'application/pdf',
  at: '2026-03-10T09:00:00Z',
  by: 'Bríd Foley',
  clientId: 'c1',
  client: 'Dunmarra Oysters Ltd',
  jobId: 'j1',
  job: 'VAT return, Jan-Feb 2026',
};

it('says of each document what it is and of which job, the name of its file below', () => {
  stage(<DocumentTable documents={[DOCUMENT, { ...DOCUMENT, id: 'd2', what: null, name: 'notes.txt', jobId: null, job: null }]} />);
  const [known, plain] = within(screen.getByRole('table', { name: 'Documents' }))
    .getAllByRole('row')
    .slice(1);
  expect(within(known!).getByRole('link', { name: 'Bank statement' }).getAttribute('href')).toBe('/api/documents/d1/content');
  expect(within(known!).getByText('scan.pdf')).toBeDefined();
  expect(within(known!).getByRole('link', { name: 'VAT return, Jan-Feb 2026' }).getAttribute('href')).toBe('/jobs/j1/documents');
  expect(within(plain!).getByRole('link', { name: 'notes.txt' })).toBeDefined();
  expect(within(plain!).queryByRole('link', { name: /VAT/ })).toBeNull();
});

it('names the client only where documents of several stand together', () => {
  stage(<DocumentTable documents={[DOCUMENT]} />);
  expect(screen.queryByRole('columnheader', { name: 'Client' })).toBeNull();
});
