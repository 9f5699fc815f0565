import { cleanup, render } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { useTitle } from './use-title';

afterEach(cleanup);

function Titled({ title }: { title?: string }) {
  useTitle(title);
  return null;
}

it('calls the page what it says, and leaves the name alone until it is known', () => {
  document.title = 'One moment';
  const { rerender } = render(<Titled />);
  expect(document.title).toBe('One moment');
  rerender(<Titled title="Marram & Tern" />);
  expect(document.title).toBe('Marram & Tern');
});
