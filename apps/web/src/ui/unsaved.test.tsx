import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { Link, Outlet, RouterProvider, createMemoryRouter } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { HoldJob } from '@steady/contract/jobs';
import { stage } from '../../test/stage';
import { Leaving } from '../app/leaving';
import { useKeys } from '../app/keys';
import { Faults } from './faults';
import { TextField, TickField } from './fields';
import { useLeafForm } from './form';
import { FormSheet, PageForm } from './form-sheet';
import { Leaf } from './leaf';
import { somethingUnsaved, useUnsaved } from './unsaved';

afterEach(cleanup);

function Example({ onClose, onSave = () => Promise.resolve() }: { onClose(): void; onSave?(): Promise<void> }) {
  const { form, onSubmit, busy, problem } = useLeafForm<HoldJob>({ input: HoldJob, start: { reason: '', until: '' }, submit: onSave });
  const { errors } = form.formState;
  return (
    <Leaf open title="Put on hold" act="Put it on hold" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Until" {...form.register('until')} error={errors.until?.message} />
      <TextField label="Why" {...form.register('reason')} error={errors.reason?.message} />
    </Leaf>
  );
}

const type = (label: string, text: string) => fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
const escape = () => fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Escape' });

describe('a sheet that was filled', () => {
  it('asks once before it goes, and stays with what was typed', async () => {
    const onClose = vi.fn();
    stage(<Example onClose={onClose} />);
    type('Why', 'waits for the bank');
    escape();
    expect(onClose).not.toHaveBeenCalled();
    const asked = screen.getByRole('alertdialog', { name: 'Leave without saving?' });
    await waitFor(() => expect(document.activeElement).toBe(screen.getByRole('button', { name: 'Stay' })));
    fireEvent.click(screen.getByRole('button', { name: 'Stay' }));
    expect(asked.isConnected).toBe(false);
    expect(screen.getByLabelText<HTMLInputElement>('Why').value).toBe('waits for the bank');
    fireEvent.click(screen.getByRole('button', { name: 'Close' }));
    fireEvent.click(screen.getByRole('button', { name: 'Leave without saving' }));
    expect(onClose).toHaveBeenCalledOnce();
  });

  it('goes at once where nothing was typed', () => {
    const onClose = vi.fn();
    stage(<Example onClose={onClose} />);
    escape();
    expect(onClose).toHaveBeenCalledOnce();
  });

  it('says how many fields are wrong and brings the keyboard to the first', async () => {
    stage(<Example onClose={() => undefined} />);
    type('Until', 'whenever');
    fireEvent.click(screen.getByRole('button', { name: 'Put it on hold' }));
    await screen.findByText('2 fields to put right.');
    await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Until')));
  });

  it('is saved by Ctrl+Enter wherever the keyboard is', async () => {
    const onSave = vi.fn(() => Promise.resolve());
    stage(<Example onClose={() => undefined} onSave={onSave} />);
    type('Why', 'waits');
    fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Enter', ctrlKey: true });
    await waitFor(() => expect(onSave).toHaveBeenCalledOnce());
  });
});

describe('a page on which something was changed', () => {
  function Changed() {
    const unsaved = useUnsaved();
    return (
      <PageForm unsaved={unsaved} onSubmit={unsaved.settle}>
        <TextField label="Name" defaultValue="VAT return" />
        <button>Save</button>
      </PageForm>
    );
  }
  const open = () => {
    const router = createMemoryRouter([
      {
        path: '/',
        element: (
          <>
            <Leaving />
            <Link to="/elsewhere">Elsewhere</Link>
            <Outlet />
          </>
        ),
        children: [
          { index: true, element: <Changed /> },
          { path: 'elsewhere', element: <p>Another page</p> },
        ],
      },
    ]);
    render(<RouterProvider router={router} />);
    return router;
  };
  const leave = () => fireEvent.click(screen.getByRole('link', { name: 'Elsewhere' }));

  it('asks before a link leads away; staying keeps it, leaving goes on', async () => {
    const router = open();
    type('Name', 'VAT return, ours');
    leave();
    fireEvent.click(await screen.findByRole('button', { name: 'Stay' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(router.state.location.pathname).toBe('/');
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('VAT return, ours');
    leave();
    fireEvent.click(await screen.findByRole('button', { name: 'Leave without saving' }));
    await screen.findByText('Another page');
  });

  it('lets go at once where nothing was changed, or all of it is saved', async () => {
    open();
    type('Name', 'VAT return, ours');
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    leave();
    await screen.findByText('Another page');
  });

  it('lets go of settings that were saved and stay on their page, and not of those that were refused', async () => {
    const saved = (problem: string | null, busy: boolean) => (
      <FormSheet problem={problem} busy={busy} act="Save" onSubmit={() => undefined}>
        <TextField label="Terms" defaultValue="21 days" />
      </FormSheet>
    );
    const { rerender } = render(saved(null, false));
    type('Terms', '30 days');
    rerender(saved(null, true));
    rerender(saved('It was refused.', false));
    expect(somethingUnsaved()).toBe(true);
    rerender(saved(null, true));
    rerender(saved(null, false));
    await waitFor(() => expect(somethingUnsaved()).toBe(false));
  });

  it('is not one where something was only looked up in a sheet that saves nothing', () => {
    stage(
      <Leaf open title="Try it" onClose={() => undefined}>
        <TextField label="Client" />
      </Leaf>,
    );
    type('Client', 'Dunmarra');
    expect(somethingUnsaved()).toBe(false);
  });

  it('holds back the browser too', () => {
    open();
    const closing = () => window.dispatchEvent(new Event('beforeunload', { cancelable: true }));
    expect(closing()).toBe(true);
    type('Name', 'VAT return, ours');
    expect(closing()).toBe(false);
  });
});

it('counts the faults of a page and brings the keyboard to them', () => {
  stage(<Faults of={['"Ask" has no name.', '"File" waits for "Ask".']} />);
  expect(document.activeElement?.textContent).toContain('2 things to put right:');
});

it('hears the keys of a page after a box was ticked by mouse, and not while something is typed', () => {
  const act = vi.fn();
  function WithKeys() {
    useKeys([{ press: 'j', does: 'next', act }]);
    return (
      <>
        <TickField label="Chosen" />
        <TextField label="Name" />
      </>
    );
  }
  stage(<WithKeys />);
  fireEvent.keyDown(screen.getByLabelText('Chosen'), { key: 'j' });
  expect(act).toHaveBeenCalledOnce();
  fireEvent.keyDown(screen.getByLabelText('Name'), { key: 'j' });
  expect(act).toHaveBeenCalledOnce();
});
