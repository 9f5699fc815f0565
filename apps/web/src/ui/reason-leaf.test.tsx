import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { WithdrawAsk } from '@steady/contract/asks';
import { CancelBill } from '@steady/contract/fees';
import { expect, it } from 'vitest';
import { ProblemError } from '../app/api';
import { ReasonLeaf } from './reason-leaf';

const write = (words: string) => fireEvent.change(screen.getByLabelText('Why'), { target: { value: words } });
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

it('sends nothing without a reason, and says at the field what is missing', async () => {
  const sent: WithdrawAsk[] = [];
  render(
    <ReasonLeaf
      title="Withdraw papers"
      act="Withdraw it"
      input={WithdrawAsk}
      submit={(values) => Promise.resolve(sent.push(values))}
      onClose={() => undefined}
    />,
  );
  press('Withdraw it');
  await waitFor(() => expect(screen.getByLabelText('Why').getAttribute('aria-invalid')).toBe('true'));
  expect(screen.getByRole('dialog').textContent).toContain('Say why it is withdrawn: colleagues will ask.');
  expect(sent).toEqual([]);
});

it('sends the reason with what belongs to it, and closes', async () => {
  const happened: unknown[] = [];
  render(
    <ReasonLeaf
      title="Cancel bill 7"
      act="Cancel the bill"
      input={CancelBill}
      start={{ version: 3 }}
      submit={(values) => Promise.resolve(happened.push({ ...values }))}
      onClose={() => happened.push('closed')}
    />,
  );
  write('Sent to the wrong client');
  press('Cancel the bill');
  await waitFor(() => expect(happened).toEqual([{ version: 3, reason: 'Sent to the wrong client' }, 'closed']));
});

it('stays open with what was typed when it is refused', async () => {
  const closed: true[] = [];
  const refused = new ProblemError({ type: 'about:blank', status: 409, code: 'ask-ended', title: 'Not done', detail: 'It is withdrawn already.' });
  render(<ReasonLeaf title="Withdraw papers" act="Withdraw it" input={WithdrawAsk} submit={() => Promise.reject(refused)} onClose={() => closed.push(true)} />);
  write('Not needed after all');
  press('Withdraw it');
  await waitFor(() => expect(screen.getByRole('dialog').textContent).toContain('It is withdrawn already.'));
  expect(screen.getByLabelText<HTMLTextAreaElement>('Why').value).toBe('Not needed after all');
  expect(closed).toEqual([]);
});
