import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { ProblemError } from '../app/api';
import { FileInput } from './file-input';
import { FilesSaid, type SendOne, useSendingFiles } from './sending-files';

const refused = (detail: string) => new ProblemError({ type: 'about:blank', status: 422, code: 'invalid-input', title: 'Not kept', detail });

function Sender({ one }: { one: SendOne }) {
  const files = useSendingFiles();
  return (
    <>
      <FileInput multiple label="Files" disabled={files.busy} onFiles={(chosen) => void files.send(chosen, one)} />
      <FilesSaid of={files} />
    </>
  );
}

const choose = (...names: string[]) =>
  fireEvent.change(screen.getByLabelText('Files'), { target: { files: names.map((name) => new File(['0123456789'], name)) } });

it('sends each, says how many are in, and of each that is not why', async () => {
  render(<Sender one={(file) => (file.name.endsWith('.exe') ? Promise.reject(refused('This kind is not taken.')) : Promise.resolve())} />);
  choose('a.pdf', 'b.exe', 'c.pdf');
  expect(await screen.findByText('2 files sent.')).toBeDefined();
  expect(screen.getByRole('alert').textContent).toBe('Not sent: b.exe: This kind is not taken.');
  choose('d.pdf');
  expect(await screen.findByText('1 file sent.')).toBeDefined();
  expect(screen.queryByRole('alert')).toBeNull();
});

it('says how far one has come, and takes no others meanwhile', async () => {
  let done = () => {};
  render(
    <Sender
      one={(_, onSent) => {
        onSent(4);
        return new Promise<void>((end) => (done = end));
      }}
    />,
  );
  choose('long.pdf');
  expect(await screen.findByText('Sending long.pdf, 40 % …')).toBeDefined();
  expect(screen.getByLabelText<HTMLInputElement>('Files').disabled).toBe(true);
  done();
  expect(await screen.findByText('1 file sent.')).toBeDefined();
});
