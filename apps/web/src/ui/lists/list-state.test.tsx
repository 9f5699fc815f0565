import { fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter, useLocation } from 'react-router';
import { expect, it } from 'vitest';
import type { SavedListView } from '@steady/contract/lists';
import { type ListState, useListState } from './list-state';

const USUAL = ['due', 'who'];
const SAVED = {
  id: 's',
  name: 'Paper by fee',
  filters: [{ field: 'way', test: 'is', value: 'paper' }],
  columns: ['fee'],
  sort: '-fee',
  more: { by: 'service' },
} as unknown as SavedListView;

/** A list in an address; buttons change it, and what it is stands beside them. */
function List({ acts }: { acts: Record<string, (list: ListState) => void> }) {
  const list = useListState(USUAL);
  const { search } = useLocation();
  return (
    <>
      {Object.entries(acts).map(([name, act]) => (
        <button key={name} onClick={() => act(list)}>
          {name}
        </button>
      ))}
      <output>{JSON.stringify({ ...list, address: [...new URLSearchParams(search)].sort() })}</output>
    </>
  );
}

function at(address: string, acts: Record<string, (list: ListState) => void> = {}) {
  render(
    <MemoryRouter initialEntries={[address]}>
      <List acts={acts} />
    </MemoryRouter>,
  );
  return (name: string) => fireEvent.click(screen.getByRole('button', { name }));
}
const is = () => JSON.parse(screen.getByRole('status').textContent) as ListState & { address: [string, string][] };

it('is what its address says, and the usual where it says nothing', () => {
  at('/jobs?view=person&find=%20oyster%20');
  expect(is()).toMatchObject({ find: ' oyster ', filters: [], columns: USUAL, sort: null, by: null, more: { view: 'person' } });
  expect(is().query).toEqual({ find: 'oyster', columns: 'due,who' });
});

it('takes filters that cannot be read for none', () => {
  at('/jobs?filters=%7Bnot&columns=fee');
  expect(is()).toMatchObject({ filters: [], columns: ['fee'] });
});

it('writes down only what is not usual, and keeps the rest of the address', () => {
  const press = at('/jobs?view=client&columns=fee', {
    narrow: (list) => list.set({ filters: [{ field: 'way', test: 'is', value: 'paper' }], sort: 'due' }),
    usual: (list) => list.set({ columns: [...USUAL], filters: [], sort: null }),
    add: (list) => list.set({ by: 'service' }),
    rows: (list) => list.set({ by: null }),
  });
  press('narrow');
  expect(is().address).toEqual([
    ['columns', 'fee'],
    ['filters', '[{"field":"way","test":"is","value":"paper"}]'],
    ['sort', 'due'],
    ['view', 'client'],
  ]);
  press('add');
  expect(is()).toMatchObject({ by: 'service', sort: 'due' });
  press('rows');
  press('usual');
  expect(is().address).toEqual([['view', 'client']]);
});

it('opens a saved list whole, and the usual one again', () => {
  const press = at('/jobs?view=person&find=oyster', { open: (list) => list.open(SAVED), leave: (list) => list.open(null) });
  press('open');
  expect(is()).toMatchObject({ find: '', filters: SAVED.filters, columns: ['fee'], sort: '-fee', by: 'service' });
  press('leave');
  expect(is().address).toEqual([]);
});
