import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { expect, it } from 'vitest';
import { DaysContext } from './days';
import { PlainDay } from './plain-day';

function Born({ start = '' }: { start?: string }) {
  const [day, setDay] = useState(start);
  return (
    <DaysContext value={{ today: '2026-03-11', country: 'IE' }}>
      <PlainDay aria-label="Born on" value={day} onChange={setDay} />
      <output>{day}</output>
    </DaysContext>
  );
}
const field = () => screen.getByLabelText<HTMLInputElement>('Born on');
const holds = () => screen.getByRole('status').textContent;
const type = (text: string) => {
  fireEvent.change(field(), { target: { value: text } });
  fireEvent.blur(field());
};

it('is shown as the firm writes days, and reads what people type', () => {
  render(<Born start="1980-05-04" />);
  expect(field().value).toBe('Sun 4 May 1980');
  type('3/4/1981');
  expect([holds(), field().value]).toEqual(['1981-04-03', 'Fri 3 Apr 1981']);
});

it('says what is no day, keeps it as it was typed, and holds the last that was one', () => {
  render(<Born start="1980-05-04" />);
  type('in spring');
  expect(screen.getByRole('alert').textContent).toBe('This is no day that we can read. Write it like 23 Apr 2026.');
  expect([holds(), field().value, field().getAttribute('aria-invalid')]).toEqual(['1980-05-04', 'in spring', 'true']);
  type('');
  expect(screen.queryByRole('alert')).toBeNull();
  expect(holds()).toBe('');
});

it('takes a day from the month of the device', () => {
  const { container } = render(<Born />);
  fireEvent.change(container.querySelector('input[type=date]')!, { target: { value: '2026-03-31' } });
  expect([holds(), field().value]).toEqual(['2026-03-31', 'Tue 31 Mar 2026']);
});
