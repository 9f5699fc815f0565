import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { DayOfPlanLine } from './day-of-plan';

it('puts something on a working day, counts it from the start instead, and takes the day away', () => {
  const onChange = vi.fn();
  const line = (of: Parameters<typeof DayOfPlanLine>[0]['of']) => (
    <DayOfPlanLine of={of} what="the phase" that="the phase before is done" onChange={onChange} />
  );
  const { rerender } = render(line(undefined));
  fireEvent.click(screen.getByRole('button', { name: 'Put the phase on a working day' }));
  expect(onChange).toHaveBeenLastCalledWith({ days: 1, from: 'before' });
  rerender(line({ days: 1, from: 'before' }));
  fireEvent.change(screen.getByLabelText('Working days'), { target: { value: '5' } });
  expect(onChange).toHaveBeenLastCalledWith({ days: 5, from: 'before' });
  fireEvent.change(screen.getByLabelText('Counted from'), { target: { value: 'start' } });
  expect(onChange).toHaveBeenLastCalledWith({ days: 1, from: 'start' });
  fireEvent.click(screen.getByRole('button', { name: 'at once instead' }));
  expect(onChange).toHaveBeenLastCalledWith(undefined);
});
