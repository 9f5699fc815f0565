import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { InvoiceView, RemindersView } from '@steady/contract/fees';
import { stage } from '../../../test/stage';
import { BillReminders } from './bill-reminders';

const shown = (reminders: Partial<RemindersView> | null, rights = ['bill']) =>
  stage(
    <BillReminders
      of={
        {
          id: 'b1',
          number: '2026-0048',
          reminders: reminders && { sent: 1, next: '2026-03-18', quiet: null, isStopped: false, promisedFor: null, ...reminders },
        } as InvoiceView
      }
    />,
    {
      rights: rights as never,
      answers: { 'POST /api/invoices/b1/promise': null, 'POST /api/invoices/b1/reminders': null, 'POST /api/invoices/b1/remind': null },
    },
  );

it('says what went out and when the next is due, and notes for which day payment is promised', async () => {
  const { asked } = shown({});
  expect(screen.getByRole('region', { name: 'Reminders' }).textContent).toContain('1 reminder went out; the next Wed 18 Mar.');
  fireEvent.click(screen.getByRole('button', { name: 'Promised for' }));
  fireEvent.change(await screen.findByLabelText('For'), { target: { value: '20 Mar' } });
  fireEvent.click(screen.getByRole('button', { name: 'Note it' }));
  await waitFor(() => expect(asked.at(-1)).toEqual({ what: 'POST /api/invoices/b1/promise', sent: { on: '2026-03-20' } }));
});

it('takes a promise back', async () => {
  const { asked } = shown({ promisedFor: '2026-03-20' });
  fireEvent.click(screen.getByRole('button', { name: 'Promised for' }));
  fireEvent.click(await screen.findByRole('button', { name: 'They promised no day' }));
  await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ on: null }));
});

it('says why none comes, and has them go on', async () => {
  const { asked } = shown({ next: null, quiet: 'stopped', isStopped: true, sent: 0 });
  expect(screen.getByRole('region', { name: 'Reminders' }).textContent).toContain('None went out yet; stopped.');
  fireEvent.click(screen.getByRole('button', { name: 'Have them go on' }));
  await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ on: true }));
});

it('is only read by whoever may not bill, and is not there for a bill that is paid', () => {
  shown({}, ['see fees']);
  expect(screen.queryByRole('button', { name: 'Remind now' })).toBeNull();
  const { container } = shown(null);
  expect(container.querySelector('section')).toBeNull();
});
