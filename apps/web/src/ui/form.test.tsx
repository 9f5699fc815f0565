import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { AskSignature } from '@steady/contract/ask-signature';
import { expect, it } from 'vitest';
import { ProblemError } from '../app/api';
import { TextField } from './fields';
import { useLeafForm } from './form';

const DOCUMENT = '0190aaaa-0000-7000-8000-00001a2b3c4d';

function Form({ submit }: { submit(values: AskSignature): Promise<void> }) {
  const { form, onSubmit, problem } = useLeafForm<AskSignature>({
    input: AskSignature,
    start: { documentId: DOCUMENT, title: '', dueOn: '2026-03-20', signerIds: [DOCUMENT], words: '' },
    submit,
  });
  const { errors } = form.formState;
  return (
    <form onSubmit={(event) => (event.preventDefault(), onSubmit())}>
      {problem && <p role="alert">{problem}</p>}
      <TextField label="What is signed" {...form.register('title')} error={errors.title?.message} />
      <TextField label="Explanation" {...form.register('words')} error={errors.words?.message} />
      <button>Send</button>
    </form>
  );
}

const fill = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
const send = () => fireEvent.click(screen.getByRole('button', { name: 'Send' }));
const about = (label: string) => document.getElementById(screen.getByLabelText(label).getAttribute('aria-describedby')!)?.textContent;

it('says at the field what is missing before anything is sent', async () => {
  const sent: AskSignature[] = [];
  render(<Form submit={(values) => (sent.push(values), Promise.resolve())} />);
  send();
  await waitFor(() => expect(about('What is signed')).toBe('Say what is signed: the client reads it first.'));
  expect(screen.getByLabelText('What is signed').getAttribute('aria-invalid')).toBe('true');
  expect(sent).toEqual([]);
});

it('sends what was typed, without fields that were left empty', async () => {
  const sent: AskSignature[] = [];
  render(<Form submit={(values) => (sent.push(values), Promise.resolve())} />);
  fill('What is signed', 'Accounts 2025');
  send();
  await waitFor(() => expect(sent).toEqual([{ documentId: DOCUMENT, title: 'Accounts 2025', dueOn: '2026-03-20', signerIds: [DOCUMENT] }]));
});

it('shows what the server has against it, at the fields it names, and keeps what was typed', async () => {
  const refused = new ProblemError({
    type: 'about:blank',
    status: 422,
    code: 'invalid-input',
    title: 'Not saved',
    detail: 'Some entries need another look.',
    errors: [{ field: 'title', message: 'There is one of that name already.' }],
  });
  render(<Form submit={() => Promise.reject(refused)} />);
  fill('What is signed', 'Accounts 2025');
  send();
  await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('Some entries need another look.'));
  expect(about('What is signed')).toBe('There is one of that name already.');
  expect(screen.getByLabelText<HTMLInputElement>('What is signed').value).toBe('Accounts 2025');
});
