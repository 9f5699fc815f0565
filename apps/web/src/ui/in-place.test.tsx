import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { InPlace } from './in-place';

function show(onSaved = vi.fn()) {
  render(
    <InPlace
      shown="Tadhg"
      title="Assign to somebody else"
      field={(leave) => (
        <input
          aria-label="Who"
          onChange={({ target }) => {
            onSaved(target.value);
            leave();
          }}
        />
      )}
    />,
  );
  return onSaved;
}

it('is read until it is pressed, then it is a field in the same place', () => {
  show();
  expect(screen.queryByLabelText('Who')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Tadhg' }));
  expect(screen.getByLabelText('Who')).toBeTruthy();
  expect(screen.queryByRole('button')).toBeNull();
});

it('stands as before once it is changed', () => {
  const saved = show();
  fireEvent.click(screen.getByRole('button'));
  fireEvent.change(screen.getByLabelText('Who'), { target: { value: 'Niamh' } });
  expect(saved).toHaveBeenCalledWith('Niamh');
  expect(screen.getByRole('button', { name: 'Tadhg' })).toBeTruthy();
});

it('is left with Esc, which closes nothing else', () => {
  const closes = vi.fn();
  document.addEventListener('keydown', closes);
  const saved = show();
  fireEvent.click(screen.getByRole('button'));
  fireEvent.keyDown(screen.getByLabelText('Who'), { key: 'Escape' });
  expect(screen.getByRole('button', { name: 'Tadhg' })).toBeTruthy();
  expect(saved).not.toHaveBeenCalled();
  document.removeEventListener('keydown', closes);
});
