import { fireEvent, render, screen } from '@testing-library/react';
import { SWRConfig } from 'swr';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Field, Filter } from '@steady/core/lists';
import type { SessionView } from '@steady/contract/sign-in';
import { SessionContext } from '../../app/session';
import { FilterLine } from './filter-line';

const FIELDS: Field[] = [
  { key: 'due', name: 'Due', kind: 'date' },
  { key: 'fee', name: 'Fee', kind: 'money', currency: 'EUR' },
];

let kept: Filter[][];
beforeEach(() => {
  kept = [];
  vi.stubGlobal('fetch', async () => new Response('[]'));
});
afterEach(() => vi.unstubAllGlobals());

function show(filters: Filter[] = []) {
  render(
    <SWRConfig value={{ fetcher: async () => [] }}>
      <SessionContext value={{ firm: { country: 'IE', currency: 'EUR' }, today: '2026-03-11', rights: [] } as unknown as SessionView}>
        <FilterLine fields={FIELDS} filters={filters} onChange={(next) => kept.push(next)} />
      </SessionContext>
    </SWRConfig>,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Filter' }));
}
const put = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
const add = () => fireEvent.submit(screen.getByLabelText('Value').closest('form')!);

it('takes a day as it is typed, and says so where it is none', () => {
  show();
  put('Value', 'sometime');
  add();
  expect(screen.getByRole('alert').textContent).toBe('Give a day for "Due".');
  expect(screen.getByLabelText<HTMLInputElement>('Value').value).toBe('sometime');
  put('Value', 'end of month');
  add();
  expect(kept.at(-1)).toMatchObject([{ field: 'due', value: '2026-03-31' }]);
});

it('keeps an amount in minor units of its currency', () => {
  show();
  put('Field', 'fee');
  put('Value', '12.50');
  add();
  expect(kept.at(-1)).toMatchObject([{ field: 'fee', value: 1_250 }]);
});

it('removes one filter, or all', () => {
  const filters: Filter[] = [
    { field: 'due', test: 'before', value: '2026-03-31' },
    { field: 'fee', test: 'above', value: 1_000 },
  ];
  show(filters);
  fireEvent.click(screen.getAllByRole('button', { name: /^Remove: / })[0]!);
  expect(kept.at(-1)).toEqual([filters[1]]);
  fireEvent.click(screen.getByRole('button', { name: 'Remove all filters' }));
  expect(kept.at(-1)).toEqual([]);
});
