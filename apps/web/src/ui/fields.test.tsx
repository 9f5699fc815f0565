import { fireEvent, render, screen } from '@testing-library/react';
import { useForm } from 'react-hook-form';
import { describe, expect, it } from 'vitest';
import { ChoiceField, HoursField, MoneyField, MonthDayField, WordsField } from './fields';

interface Values {
  amount?: number;
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
      <button type="button" onClick={() => setValue('amount', 5_000)}>
        Propose
      </button>
      <output>{JSON.stringify(watch())}</output>
    </form>
  );
}

const holds = () => JSON.parse(screen.getByRole('status').textContent) as Values & { amount?: number | null };
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
const type = (label: string, value: string) => fireEvent.change(field(label), { target: { value } });

describe('an amount', () => {
  it('is kept in cents as it is typed, and shown in full when it is left', () => {
    render(<Fields />);
    type('Amount', '1250.5');
    expect(holds().amount).toBe(125_050);
    fireEvent.blur(field('Amount'));
    expect(field('Amount').value).toBe('1,250.50');
  });

  it('that cannot be read stays as it was typed, and is no amount', () => {
    render(<Fields start={{ amount: 100 }} />);
    expect(field('Amount').value).toBe('1.00');
    type('Amount', 'twelve');
    fireEvent.blur(field('Amount'));
    expect(field('Amount').value).toBe('twelve');
    expect(holds().amount).toBeNull();
    type('Amount', ' ');
    expect(holds().amount).toBeUndefined();
  });

  it('is shown anew when it is set from elsewhere', () => {
    render(<Fields start={{ amount: 100 }} />);
    fireEvent.click(screen.getByRole('button', { name: 'Propose' }));
    expect(field('Amount').value).toBe('50.00');
  });
});

it.each([
  ['1:30', 90],
  ['1.5', 90],
  ['45m', 45],
])('a length of time typed as %s is %i minutes', (text, minutes) => {
  render(<Fields />);
  type('Time', text);
  expect(holds().minutes).toBe(minutes);
});

it('words with commas between them are a list without empty ones', () => {
  render(<Fields start={{ words: ['new', 'on the water'] }} />);
  expect(field('Labels').value).toBe('new, on the water');
  type('Labels', 'new, , late ,');
  expect(holds().words).toEqual(['new', 'late']);
});

describe('a day of any year', () => {
  it('is the last of its month, until another is chosen', () => {
    render(<Fields />);
    type('Year-end', '12');
    expect(holds().day).toBe('12-31');
    type('Year-end, day', '5');
    expect(holds().day).toBe('12-05');
  });

  it('does not go past the end of a shorter month', () => {
    render(<Fields start={{ day: '01-31' }} />);
    type('Year-end', '4');
    expect(holds().day).toBe('04-30');
    expect(field('Year-end, day').querySelectorAll('option')).toHaveLength(30);
    type('Year-end', '');
    expect(holds().day).toBeUndefined();
  });
});

it('of a few choices one holds', () => {
  render(<Fields start={{ way: 'online' }} />);
  expect(screen.getByRole<HTMLInputElement>('radio', { name: 'online' }).checked).toBe(true);
  fireEvent.click(screen.getByRole('radio', { name: /^on paper/ }));
  expect(holds().way).toBe('paper');
});
