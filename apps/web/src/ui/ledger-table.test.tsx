import { fireEvent, render, screen, within } from '@testing-library/react';
import { MemoryRouter, useLocation } from 'react-router';
import { type ReactNode, useState } from 'react';
import { describe, expect, it } from 'vitest';
import { Keys } from '../app/keys';
import { type Column, LedgerTable } from './ledger-table';

interface Job {
  id: string;
  week: string;
  client: string;
  fee: number | null;
}

const JOBS: Job[] = [
  { id: 'a', week: 'This week', client: 'Dunmarra', fee: 18_000 },
  { id: 'b', week: 'This week', client: 'Atlantic', fee: null },
  { id: 'c', week: 'Next week', client: 'Curragh', fee: 7_500 },
];
const COLUMNS: Column<Job>[] = [
  { key: 'client', head: 'Client', cell: (row) => row.client, sort: (row) => row.client },
  { key: 'fee', head: 'Fee', figure: true, cell: (row) => row.fee ?? '', sort: (row) => row.fee },
  { key: 'week', head: 'Week', cell: (row) => row.week },
];

const Where = () => <output>{useLocation().pathname}</output>;

const Around = ({ children }: { children: ReactNode }) => (
  <MemoryRouter initialEntries={['/jobs']}>
    <Keys>{children}</Keys>
    <Where />
  </MemoryRouter>
);

function Choosing() {
  const [keys, setKeys] = useState<ReadonlySet<string>>(new Set());
  return (
    <>
      <LedgerTable
        label="Jobs"
        columns={COLUMNS}
        rows={JOBS}
        keyOf={(row) => row.id}
        to={() => '/'}
        chosen={{ keys, onChoose: setKeys, nameOf: (row) => row.client }}
      />
      <p aria-label="chosen">{[...keys].join(' ')}</p>
    </>
  );
}

function shown(more: Partial<Parameters<typeof LedgerTable<Job>>[0]> = {}) {
  render(<LedgerTable label="Jobs" columns={COLUMNS} rows={JOBS} keyOf={(row) => row.id} to={(row) => `/jobs/${row.id}`} empty="No job." {...more} />, {
    wrapper: Around,
  });
}
const clients = () =>
  screen
    .getAllByRole('row')
    .map((row) => within(row).queryAllByRole('cell')[0]?.textContent)
    .filter((text) => JOBS.some((job) => job.client === text));
const press = (key: string) => fireEvent.keyDown(document.body, { key });

describe('a ledger', () => {
  it('sorts up, down, and not at all; what is not known stands last', () => {
    shown();
    const sort = (name: string) => fireEvent.click(screen.getByRole('button', { name }));
    sort('Client');
    expect(clients()).toEqual(['Atlantic', 'Curragh', 'Dunmarra']);
    expect(screen.getByRole('columnheader', { name: 'Client' }).getAttribute('aria-sort')).toBe('ascending');
    sort('Client');
    expect(clients()).toEqual(['Dunmarra', 'Curragh', 'Atlantic']);
    sort('Client');
    expect(clients()).toEqual(['Dunmarra', 'Atlantic', 'Curragh']);
    sort('Fee');
    expect(clients()).toEqual(['Curragh', 'Dunmarra', 'Atlantic']);
    sort('Fee');
    expect(clients()).toEqual(['Dunmarra', 'Curragh', 'Atlantic']);
    expect(screen.queryByRole('button', { name: 'Week' })).toBeNull();
  });

  it('has a heading for each group, but not while it is sorted', () => {
    shown({ group: (row) => row.week });
    expect(screen.getAllByRole('columnheader', { name: /week$/ }).map((cell) => cell.textContent)).toEqual(['This week', 'Next week']);
    fireEvent.click(screen.getByRole('button', { name: 'Client' }));
    expect(screen.queryByRole('columnheader', { name: 'This week' })).toBeNull();
  });

  it('is walked through by j and k, and a row is opened by Enter', () => {
    shown();
    press('j');
    press('j');
    press('j');
    press('j');
    press('k');
    press('Enter');
    expect(screen.getByRole('status').textContent).toBe('/jobs/b');
  });

  it('asks whoever sorts it elsewhere for the next order of a field', () => {
    const asked: (string | null)[] = [];
    const onSort = (by: string | null) => asked.push(by);
    shown({ sorted: { by: 'client', onSort } });
    fireEvent.click(screen.getByRole('button', { name: 'Client' }));
    fireEvent.click(screen.getByRole('button', { name: 'Fee' }));
    expect(asked).toEqual(['-client', 'fee']);
    expect(clients()).toEqual(['Dunmarra', 'Atlantic', 'Curragh']);
  });

  it('has its rows chosen one by one, all at once, or by x where one stands', () => {
    render(<Choosing />, { wrapper: Around });
    const chosen = () => screen.getByLabelText('chosen').textContent;
    const tick = (name: string) => fireEvent.click(screen.getByRole('checkbox', { name }));
    tick('Choose Atlantic');
    expect(chosen()).toBe('b');
    press('j');
    press('x');
    expect(chosen()).toBe('b a');
    press('x');
    tick('Choose all that are shown');
    expect(chosen()).toBe('a b c');
    tick('Choose all that are shown');
    expect(chosen()).toBe('');
  });

  it('says what belongs there when it is empty', () => {
    shown({ rows: [] });
    expect(screen.getByText('No job.')).toBeDefined();
    expect(screen.queryByRole('table')).toBeNull();
  });

  it('ends with its total', () => {
    shown({ total: { client: 'In all', fee: 25_500 } });
    expect(screen.getAllByRole('row').at(-1)!.textContent).toBe('In all25500');
  });
});
