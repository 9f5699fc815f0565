import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { MoreMenu } from './more-menu';

it('keeps rare acts behind one button, those that cannot be done now among them', () => {
  const done: string[] = [];
  const acts = ['Put on hold', 'Mark as blocked'].map((words) => ({ words, act: () => done.push(words), disabled: words === 'Mark as blocked' }));
  render(<MoreMenu of="VAT return" acts={acts} />);
  expect(screen.queryByRole('menuitem')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'More with VAT return' }));
  expect(screen.getAllByRole('menuitem').map((item) => [item.textContent, item.getAttribute('aria-disabled')])).toEqual([
    ['Put on hold', null],
    ['Mark as blocked', 'true'],
  ]);
  fireEvent.click(screen.getByRole('menuitem', { name: 'Put on hold' }));
  expect(done).toEqual(['Put on hold']);
});

it('is not there where nothing can be done', () => {
  const { container } = render(<MoreMenu of="VAT return" acts={[]} />);
  expect(container.textContent).toBe('');
});
