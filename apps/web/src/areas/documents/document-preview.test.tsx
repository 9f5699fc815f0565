import { fireEvent, screen, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { DocumentPreview as Inside } from '@steady/contract/documents';
import { stage } from '../../../test/stage';
import { DocumentPreview } from './document-preview';

const show = (inside: Inside) => stage(<DocumentPreview id="d1" name="Bank statement" version={2} />, { answers: { 'GET /api/documents/d1/preview': inside } });

it('shows the sheets of a workbook one at a time, figures at the right, and says where it is cut', async () => {
  show({
    as: 'table',
    sheets: [
      {
        name: 'Hours',
        rows: [
          ['Name', 'Hours'],
          ['Nora Gill', '37.5'],
        ],
        cut: true,
      },
      {
        name: 'Rates',
        rows: [
          ['Grade', 'Rate'],
          ['Skipper', '24.00'],
        ],
        cut: false,
      },
    ],
  });
  const cell = await screen.findByRole('cell', { name: '37.5' });
  expect(cell.className).toContain('num');
  expect(screen.getByText(/This is the beginning/)).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Rates' }));
  expect(within(screen.getByRole('region', { name: 'Rates' })).getByRole('cell', { name: 'Skipper' })).toBeDefined();
  expect(screen.queryByText(/This is the beginning/)).toBeNull();
});

it('shows mail as mail: who, to whom, when, what about and what is attached', async () => {
  show({
    as: 'mail',
    from: 'Nora Gill <nora@skerry.example>',
    to: 'Orla Keane',
    at: '2026-03-02T08:00:00Z',
    subject: 'The van',
    text: 'Sold in May.',
    attachments: [{ name: 'van.pdf', bytes: 2_000 }],
  });
  expect(await screen.findByRole('heading', { name: 'The van' })).toBeDefined();
  expect(screen.getByText('Mon 2 Mar 2026')).toBeDefined();
  expect(screen.getByText(/van\.pdf/)).toBeDefined();
  expect(screen.getByText('Sold in May.')).toBeDefined();
});

it('shows a picture as it is, and says what cannot be shown', async () => {
  show({ as: 'picture' }).unmount();
  show({ as: 'picture' });
  expect((await screen.findByRole('img', { name: 'Bank statement' })).getAttribute('src')).toBe('/api/documents/d1/content?version=2');
  document.body.innerHTML = '';
  show({ as: 'nothing', why: 'This kind of file cannot be shown here.' });
  expect(await screen.findByText('This kind of file cannot be shown here. Save it and open it elsewhere.')).toBeDefined();
});
