import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { FileInput } from './file-input';

/** A field whose list of files is emptied with the field, as browsers do it. */
function choose(field: HTMLInputElement, names: string[]): void {
  const list = names.map((name) => new File(['x'], name));
  Object.defineProperty(field, 'files', { configurable: true, get: () => list });
  Object.defineProperty(field, 'value', { configurable: true, set: () => list.splice(0), get: () => '' });
  fireEvent.change(field);
}

it.each([0, 1, 5])('hands over %i files, all of them, and still holds them after the field was emptied', (count) => {
  const given: File[][] = [];
  render(<FileInput label="Files for Bank" multiple onFiles={(files) => given.push(files)} />);
  const names = Array.from({ length: count }, (_, at) => `page ${at}.pdf`);
  choose(screen.getByLabelText('Files for Bank'), names);
  expect(given.map((files) => files.map((file) => file.name))).toEqual(count === 0 ? [] : [names]);
});
