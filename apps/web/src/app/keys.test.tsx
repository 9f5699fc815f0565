import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { type Key, Keys, useKeys } from './keys';

const pressed: string[] = [];
const key = (press: string, does = `does ${press}`): Key => ({ press, does, act: () => pressed.push(does) });

function Page({ keys }: { keys: Key[] }) {
  useKeys(keys);
  return <input aria-label="Search" />;
}

const press = (of: string, at: HTMLElement = document.body, more = {}) => fireEvent.keyDown(at, { key: of, ...more });
const did = () => pressed.splice(0);

it('a key does what the page says, two keys in a row as well; the later part of a page goes before the earlier', () => {
  render(
    <Keys>
      <Page keys={[key('n', 'new'), key('n c', 'new client'), key('e', 'edit the page')]} />
      <Page keys={[key('e', 'edit the part')]} />
    </Keys>,
  );
  press('e');
  expect(did()).toEqual(['edit the part']);
  press('n');
  expect(did()).toEqual(['new']);
});

it('waits for the second of two keys, and forgets the first after another', () => {
  render(
    <Keys>
      <Page keys={[key('n c', 'new client'), key('n t', 'new time entry'), key('t', 'timer')]} />
    </Keys>,
  );
  press('n');
  press('t');
  expect(did()).toEqual(['new time entry']);
  press('t');
  press('n');
  press('z');
  press('c');
  expect(did()).toEqual(['timer']);
});

it('does nothing while somebody types, with a modifier, or when the part is gone', () => {
  const { rerender } = render(
    <Keys>
      <Page keys={[key('e')]} />
    </Keys>,
  );
  press('e', screen.getByLabelText('Search'));
  press('e', document.body, { ctrlKey: true });
  rerender(
    <Keys>
      <p>Another page</p>
    </Keys>,
  );
  press('e');
  expect(did()).toEqual([]);
});

it('shows the keys of the page', () => {
  render(
    <Keys>
      <Page keys={[key('m', 'move the job')]} />
    </Keys>,
  );
  press('?');
  expect(screen.getByRole('dialog').textContent).toContain('move the job');
});

it('shows each key once, with what it does here, and none that can never be pressed', () => {
  render(
    <Keys>
      <Page keys={[key('n', 'new'), key('n c', 'new client'), key('e', 'change the page')]} />
      <Page keys={[key('e', 'change the part')]} />
    </Keys>,
  );
  press('?');
  const keys = screen.getAllByRole('term').map((term) => term.textContent);
  expect(keys).toEqual(['n', 'e', '?', 'Esc', 'Ctrl Enter']);
  expect(screen.getByRole('dialog').textContent).toContain('change the part');
  expect(screen.getByRole('dialog').textContent).not.toContain('change the page');
});

it('leaves Enter to the button or link that has the focus', () => {
  render(
    <Keys>
      <Page keys={[key('Enter', 'open the row')]} />
      <button>Export</button>
    </Keys>,
  );
  expect(press('Enter', screen.getByRole('button'))).toBe(true);
  expect(did()).toEqual([]);
  expect(press('Enter')).toBe(false);
  expect(did()).toEqual(['open the row']);
});
