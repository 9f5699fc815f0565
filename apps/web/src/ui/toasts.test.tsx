import { useEffect } from 'react';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Toasts, useNotify } from './toasts';

const heard: { notify?: ReturnType<typeof useNotify> } = {};
function Page() {
  const notify = useNotify();
  useEffect(() => {
    heard.notify = notify;
  }, [notify]);
  return null;
}
const done = () => [...screen.getByRole('status').querySelectorAll('p')].map((one) => one.textContent);
const wrong = () => [...screen.getByRole('alert').querySelectorAll('p')].map((one) => one.textContent);
const say = (words: string, tone?: 'problem') => act(() => heard.notify!(words, tone));
const pass = (seconds: number) => act(() => vi.advanceTimersByTime(seconds * 1000));

beforeEach(() => {
  vi.useFakeTimers();
  render(
    <Toasts>
      <Page />
    </Toasts>,
  );
});
afterEach(() => vi.useRealTimers());

it('lets go what was done, and keeps what went wrong until it is dismissed', () => {
  void say('Saved.');
  void say('The server cannot be reached.', 'problem');
  expect(done()).toEqual(['Saved.']);
  void pass(7);
  expect(done()).toEqual([]);
  void pass(600);
  expect(wrong()).toEqual(['The server cannot be reached.']);
  fireEvent.click(screen.getByRole('button', { name: 'Dismiss' }));
  expect(wrong()).toEqual([]);
});

it('keeps what is being read', () => {
  void say('Sent to 3 clients.');
  const notice = screen.getByText('Sent to 3 clients.').parentElement!;
  fireEvent.pointerEnter(notice);
  void pass(60);
  expect(done()).toEqual(['Sent to 3 clients.']);
  fireEvent.pointerLeave(notice);
  void pass(7);
  expect(done()).toEqual([]);
});

it('says the same fault once, and never pushes a fault out for something that was done', () => {
  for (const words of ['No.', 'No.', 'Not that either.']) say(words, 'problem');
  expect(wrong()).toEqual(['No.', 'Not that either.']);
  for (const words of ['One.', 'Two.', 'Three.']) say(words);
  expect([wrong(), done()]).toEqual([['No.', 'Not that either.'], ['Three.']]);
});
