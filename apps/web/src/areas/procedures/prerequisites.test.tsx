import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { expect, it } from 'vitest';
import type { Prerequisite } from '@steady/core/procedures';
import { Prerequisites } from './prerequisites';

function Page({ mayChange = true, onKept = () => undefined }: { mayChange?: boolean; onKept?(kept: Prerequisite[]): void }) {
  const [of, setOf] = useState<Prerequisite[]>([]);
  const put = (next: Prerequisite[]) => {
    setOf(next);
    onKept(next);
  };
  return <Prerequisites of={of} mayChange={mayChange} onChange={put} />;
}

it('writes down what has to be so, and whether the first task waits for it; each with a key of its own', () => {
  let kept: Prerequisite[] = [];
  render(<Page onKept={(next) => (kept = next)} />);
  fireEvent.click(screen.getByRole('button', { name: 'Add what has to be confirmed' }));
  fireEvent.change(screen.getByLabelText('What has to be so'), { target: { value: 'The last period is closed' } });
  fireEvent.click(screen.getByLabelText('holds the first task'));
  fireEvent.click(screen.getByRole('button', { name: 'Add another' }));
  expect(kept).toMatchObject([
    { name: 'The last period is closed', holds: true },
    { name: '', holds: false },
  ]);
  expect(new Set(kept.map(({ key }) => key)).size).toBe(2);
  fireEvent.click(screen.getByRole('button', { name: 'Remove The last period is closed' }));
  expect(kept).toMatchObject([{ name: '' }]);
});

it('is not there for whoever may not change it, where nothing has to be confirmed', () => {
  render(<Page mayChange={false} />);
  expect(screen.queryByText('To be confirmed before the work begins')).toBeNull();
});
