import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { JobFileRow } from '@steady/contract/job-files';
import { eur, stage } from '../../../test/stage';
import { JobRowsTable, type JobRowKind } from './job-rows-table';

afterEach(cleanup);

const FILE = { headings: ['Client', 'Due', ''], rows: [['Gannet Smokery', '31 June', 'x']] };
const show = (kind: JobRowKind, verdict: JobFileRow['verdict'], leftOut: JobFileRow['leftOut'] = []) => {
  const [onDecide, onMend] = [vi.fn(), vi.fn()];
  const rows = [{ line: 2, client: 'Gannet Smokery', verdict, leftOut }];
  const doubts: Record<number, { id: string; name: string }[]> = verdict.kind === 'doubtful' ? { 2: verdict.candidates } : {};
  stage(<JobRowsTable kind={kind} rows={rows} file={FILE} doubts={doubts} decided={{}} busy={false} onDecide={onDecide} onMend={onMend} />);
  return { row: screen.getByRole('row', { name: /Gannet/ }), onDecide, onMend };
};

describe('a row of a file of jobs', () => {
  it('that is new says what begins, when, and for what fee', () => {
    const begins = { procedureId: null, name: 'Grant claim', startOn: '2026-03-11', dueOn: '2026-04-30' };
    const { row } = show('new', { kind: 'new', clientId: 'c', begins, of: { fee: eur(45_000), priority: 'first' } });
    expect(row.textContent).toContain('Grant claim, due Thu 30 Apr, starts Wed 11 Mar, fee EUR 450.00, first');
  });

  it('that is there already says why', () => {
    expect(show('there', { kind: 'there', why: 'Job 7 is the same and still open.' }).row.textContent).toContain('Job 7 is the same and still open.');
  });

  it('that is wrong is put right in its cell', () => {
    const { onMend } = show('wrong', { kind: 'wrong', faults: [{ column: 1, message: 'Write a day that exists.' }] });
    const cell = screen.getByLabelText<HTMLInputElement>('Due of line 2');
    expect(cell.value).toBe('31 June');
    fireEvent.blur(cell);
    expect(onMend).not.toHaveBeenCalled();
    fireEvent.change(cell, { target: { value: '30 June' } });
    fireEvent.blur(cell);
    expect(onMend).toHaveBeenCalledWith(2, 1, '30 June');
  });

  it('names a column without a heading by its place', () => {
    show('there', { kind: 'there', why: 'there' }, [{ column: 2, message: 'Nobody is called so.' }]);
    expect(screen.getByLabelText('column 3 of line 2').closest('td')!.textContent).toContain('Nobody is called so. Left out.');
  });

  it('in doubt is decided by one of its candidates', () => {
    const { onDecide } = show('doubtful', { kind: 'doubtful', why: 'Several.', candidates: [{ id: 'c1', name: 'Kelly, 1003' }] });
    fireEvent.change(screen.getByLabelText('What line 2 is'), { target: { value: 'c1' } });
    expect(onDecide).toHaveBeenCalledWith(2, 'c1');
  });
});
