import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { NameFilter } from './page';

it('what is typed stays in the field though the list has not followed, and what the list says stands there afterwards', () => {
  const found: string[] = [];
  const { rerender } = render(<NameFilter find="" onFind={(find) => found.push(find)} />);
  const field = screen.getByRole<HTMLInputElement>('textbox', { name: 'Find' });
  fireEvent.change(field, { target: { value: 't' } });
  fireEvent.change(field, { target: { value: 'till' } });
  expect(field.value).toBe('till');
  rerender(<NameFilter find="t" onFind={(find) => found.push(find)} />);
  expect(field.value).toBe('till');
  expect(found).toEqual(['t', 'till']);
  rerender(<NameFilter find="till" onFind={(find) => found.push(find)} />);
  fireEvent.blur(field);
  rerender(<NameFilter find="" onFind={(find) => found.push(find)} />);
  expect(field.value).toBe('');
});
