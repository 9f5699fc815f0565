import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { expect, it } from 'vitest';
import type { Field } from '@steady/core/lists';
import { ColumnChooser } from './column-chooser';

const FIELDS: Field[] = ['name', 'due', 'fee', 'town'].map((key) => ({ key, name: key, kind: 'text' }));

function Chooser() {
  const [columns, setColumns] = useState(['due']);
  return (
    <>
      <ColumnChooser fields={FIELDS} columns={columns} onChange={setColumns} />
      <output>{columns.join(', ')}</output>
    </>
  );
}

it('keeps the focus on what was ticked, in its new place, so that Escape closes it', async () => {
  render(<Chooser />);
  fireEvent.click(screen.getByRole('button', { name: 'Columns' }));
  const box = (name: string) => screen.getByRole<HTMLInputElement>('checkbox', { name });
  for (const [name, columns] of [
    ['fee', 'due, fee'],
    ['due', 'fee'],
  ] as const) {
    box(name).focus();
    fireEvent.click(box(name));
    expect(screen.getByRole('status').textContent).toBe(columns);
    expect(document.activeElement).toBe(box(name));
  }
  fireEvent.keyDown(box('due'), { key: 'Escape' });
  await waitFor(() => expect(screen.queryByRole('checkbox')).toBeNull());
});
