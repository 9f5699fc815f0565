import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { beforeAll, expect, it } from 'vitest';
import type { SessionView } from '@steady/contract/sign-in';
import { SessionContext } from '../app/session';
import { DateField } from './fields';
import { SpanInputs } from './span';

function Form({ dueOn }: { dueOn?: string }) {
  const { control, watch, setValue } = useForm<{ dueOn?: string }>({ defaultValues: { dueOn } });
  return (
    <>
      <DateField label="Due" hint="Proposed" control={control} name="dueOn" />
      <button onClick={() => setValue('dueOn', '2026-05-29')}>Propose</button>
      <output>{JSON.stringify(watch('dueOn') ?? null)}</output>
    </>
  );
}

const of = (children: React.ReactNode, country = 'IE') =>
  render(<SessionContext value={{ firm: { country }, today: '2026-03-11', rights: [] } as unknown as SessionView}>{children}</SessionContext>);
const due = () => screen.getByLabelText<HTMLInputElement>('Due');
const type = (text: string, field = due()) => fireEvent.change(field, { target: { value: text } });
const holds = () => JSON.parse(screen.getByRole('status').textContent) as string | null;

it('keeps the day that is typed, says how it is read, and shows it as the firm writes it when it is left', () => {
  of(<Form />);
  fireEvent.focus(due());
  type('+2w');
  expect(holds()).toBe('2026-03-25');
  expect(screen.getByText('Wed 25 Mar 2026')).toBeTruthy();
  expect(due().value).toBe('+2w');
  fireEvent.blur(due());
  expect(due().value).toBe('Wed 25 Mar 2026');
  expect(screen.queryByText('Wed 25 Mar 2026')).toBeNull();
});

it('reads figures as they are written in the country of the firm', () => {
  of(<Form />, 'US');
  type('4/5');
  expect(holds()).toBe('2026-04-05');
});

it('keeps what is no day as it was typed, and marks it when it is left', () => {
  of(<Form dueOn="2026-03-26" />);
  expect(due().value).toBe('Thu 26 Mar 2026');
  type('soon');
  expect(due().getAttribute('aria-invalid')).toBeNull();
  fireEvent.blur(due());
  expect([holds(), due().value, due().getAttribute('aria-invalid')]).toEqual(['soon', 'soon', 'true']);
  type('');
  fireEvent.blur(due());
  expect([holds(), due().getAttribute('aria-invalid')]).toEqual(['', null]);
});

it('shows a day that the page proposes', () => {
  of(<Form dueOn="2026-03-26" />);
  type('end of mon');
  fireEvent.click(screen.getByText('Propose'));
  expect(due().value).toBe('Fri 29 May 2026');
});

// The month is fetched when it is first opened; how long that takes is not what is tested.
beforeAll(() => import('./day-calendar'));

it('opens a month by the arrow down, of which a day is chosen', async () => {
  of(<Form dueOn="2026-03-26" />);
  fireEvent.keyDown(due(), { key: 'ArrowDown' });
  expect(await screen.findByText('March 2026')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Thu 26 Mar 2026, chosen' })).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Wed 11 Mar 2026, today' })).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Next month' }));
  fireEvent.click(screen.getByRole('button', { name: 'Thu 23 Apr 2026' }));
  expect([holds(), due().value]).toEqual(['2026-04-23', 'Thu 23 Apr 2026']);
  expect(screen.queryByText('April 2026')).toBeNull();
  expect(document.activeElement).toBe(due());
});

function Page() {
  const [span, setSpan] = useState({ from: '2026-03-01', until: '2026-03-31' });
  return (
    <>
      <SpanInputs {...span} onChange={(key, day) => setSpan({ ...span, [key]: day })} />
      <output>{`${span.from} ${span.until}`}</output>
    </>
  );
}
const span = () => screen.getByRole('status').textContent;

it('does not filter a page by what is half typed, nor by what is no day', () => {
  of(<Page />);
  const from = screen.getByLabelText<HTMLInputElement>('From');
  type('2', from);
  expect(span()).toBe('2026-03-01 2026-03-31');
  type('2 feb', from);
  fireEvent.keyDown(from, { key: 'Enter' });
  expect(span()).toBe('2026-02-02 2026-03-31');
  const to = screen.getByLabelText<HTMLInputElement>('to');
  type('whenever', to);
  fireEvent.blur(to);
  expect(span()).toBe('2026-02-02 2026-03-31');
  type('+1m', to);
  fireEvent.blur(to);
  expect(span()).toBe('2026-02-02 2026-04-11');
});
