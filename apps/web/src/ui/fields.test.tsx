import { fireEvent, render, screen } from '@testing-library/react';
import { useForm } from 'react-hook-form';
import type { SessionView } from '@steady/contract/sign-in';
import type { Money } from '@steady/core/money';
import { describe, expect, it } from 'vitest';
import { SessionContext } from '../app/session';
import { ChoiceField, WordsField } from './fields';
import { HoursField, MoneyField } from './figure-field';
import { MonthDayField } from './month-day-field';

interface Values {
  amount?: Money;
  minutes?: number;
  words?: string[];
  day?: string;
  way?: string;
}

/** Every field of one form; what it holds stands beside it as JSON. */
function Fields({ start = {} }: { start?: Values }) {
  const { control, watch, setValue } = useForm<Values>({ defaultValues: start });
  return (
    <form>
      <MoneyField label="Amount" control={control} name="amount" />
      <HoursField label="Time" control={control} name="minutes" />
      <WordsField label="Labels" control={control} name="words" />
      <MonthDayField label="Year-end" control={control} name="day" />
      <ChoiceField
        label="Works"
        control={control}
        name="way"
        choices={[
          { value: 'online', words: 'online' },
          { value: 'paper', words: 'on paper', hint: 'printed and posted' },
        ]}
      />
      <button type="button" onClick={() => setValue('amount', { amount: 5_000, currency: 'EUR' })}>
        Propose
      </button>
      <output>{JSON.stringify(watch())}</output>
    </form>
  );
}

/** The form, for somebody of a firm that keeps its books in a currency. */
const show = (start: Values = {}, currency = 'EUR') =>
  render(
    <SessionContext value={{ firm: { currency }, rights: [], today: '2026-03-11' } as unknown as SessionView}>
      <Fields start={start} />
    </SessionContext>,
  );

const holds = () => JSON.parse(screen.getByRole('status').textContent) as Values & { amount?: Money | null };
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
const type = (label: string, value: string) => fireEvent.change(field(label), { target: { value } });

describe('an amount', () => {
  it('is kept as a sum of money as it is typed, and shown in full when it is left', () => {
    show();
    type('Amount', '1250.5');
    expect(holds().amount).toEqual({ amount: 125_050, currency: 'EUR' });
    fireEvent.blur(field('Amount'));
    expect(field('Amount').value).toBe('1,250.50');
  });

  it('that cannot be read stays as it was typed, and is no amount', () => {
    show({ amount: { amount: 100, currency: 'EUR' } });
    expect(field('Amount').value).toBe('1.00');
    type('Amount', 'twelve');
    fireEvent.blur(field('Amount'));
    expect(field('Amount').value).toBe('twelve');
    expect(holds().amount).toBeNull();
    type('Amount', ' ');
    expect(holds().amount).toBeUndefined();
  });

  it('has the decimals of the firm’s currency', () => {
    show({}, 'JPY');
    expect(field('Amount').placeholder).toBe('0');
    type('Amount', '1.5');
    expect(holds().amount).toBeNull();
    type('Amount', '12500');
    expect(holds().amount).toEqual({ amount: 12_500, currency: 'JPY' });
    fireEvent.blur(field('Amount'));
    expect(field('Amount').value).toBe('12,500');
  });

  it('is shown anew when it is set from elsewhere', () => {
    show({ amount: { amount: 100, currency: 'EUR' } });
    fireEvent.click(screen.getByRole('button', { name: 'Propose' }));
    expect(field('Amount').value).toBe('50.00');
  });
});

it.each([
  ['1:30', 90],
  ['1.5', 90],
  ['45m', 45],
])('a length of time typed as %s is %i minutes', (text, minutes) => {
  show();
  type('Time', text);
  expect(holds().minutes).toBe(minutes);
});

it('words with commas between them are a list without empty ones', () => {
  show({ words: ['new', 'on the water'] });
  expect(field('Labels').value).toBe('new, on the water');
  type('Labels', 'new, , late ,');
  expect(holds().words).toEqual(['new', 'late']);
});

describe('a day of any year', () => {
  it('is the last of its month, until another is chosen', () => {
    show();
    type('Year-end', '12');
    expect(holds().day).toBe('12-31');
    type('Year-end, day', '5');
    expect(holds().day).toBe('12-05');
  });

  it('does not go past the end of a shorter month', () => {
    show({ day: '01-31' });
    type('Year-end', '4');
    expect(holds().day).toBe('04-30');
    expect(field('Year-end, day').querySelectorAll('option')).toHaveLength(30);
    type('Year-end', '');
    expect(holds().day).toBeUndefined();
  });
});

it('of a few choices one holds', () => {
  show({ way: 'online' });
  expect(screen.getByRole<HTMLInputElement>('radio', { name: 'online' }).checked).toBe(true);
  fireEvent.click(screen.getByRole('radio', { name: /^on paper/ }));
  expect(holds().way).toBe('paper');
});
