import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { ImportRow } from '@steady/contract/imports';
import { stage } from '../../../test/stage';
import { RowsTable } from './rows-table';

afterEach(cleanup);

const ROW: ImportRow = { line: 2, name: 'Gannet Smokery', verdict: { kind: 'new' }, gets: [], leftOut: [], changes: [], candidates: [] };
const show = (kind: ImportRow['verdict']['kind'], row: Partial<ImportRow>, onDecide = vi.fn()) => {
  const { asked } = stage(
    <RowsTable kind={kind} rows={[{ ...ROW, ...row }]} importId="i1" headings={['Client', 'VAT no']} decided={{}} onDecide={onDecide} />,
    { answers: { 'PATCH /api/imports/i1/cell': null } },
  );
  return { sent: () => asked.filter(({ what }) => what.startsWith('PATCH')), onDecide };
};

describe('a row of a file', () => {
  it('that is new says all that the client gets', () => {
    show('new', {
      gets: [
        { field: 'Legal form', value: 'company' },
        { field: 'Email', value: 'post@gannet.example' },
      ],
    });
    expect(screen.getByRole('row', { name: /Gannet Smokery/ }).textContent).toContain('Legal form company, Email post@gannet.example');
  });

  it('has a cell mended where it stands, once, and only when it says something else', async () => {
    const { sent } = show('new', { leftOut: [{ column: 1, message: 'Two letters and 7 digits.', text: '12' }] });
    const cell = screen.getByLabelText('VAT no of line 2');
    expect(cell.closest('td')!.textContent).toContain('Two letters and 7 digits. Left out.');
    fireEvent.blur(cell);
    expect(sent()).toEqual([]);
    fireEvent.change(cell, { target: { value: 'IE9990001A' } });
    fireEvent.blur(cell);
    await waitFor(() => expect(sent()).toEqual([{ what: 'PATCH /api/imports/i1/cell', sent: { line: 2, column: 1, text: 'IE9990001A' } }]));
  });

  it('that is doubtful is decided by its candidates', () => {
    const { onDecide } = show('doubtful', {
      verdict: { kind: 'doubtful', why: 'Much like Gannet.', candidates: ['c1'] },
      candidates: [{ id: 'c1', name: 'Gannet Ltd' }],
    });
    fireEvent.change(screen.getByLabelText('What line 2 is'), { target: { value: 'c1' } });
    expect(onDecide).toHaveBeenCalledWith(2, 'c1');
  });
});
