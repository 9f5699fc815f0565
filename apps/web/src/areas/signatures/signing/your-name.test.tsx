import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { GiveSignature } from '@steady/contract/signatures';
import { YourName } from './your-name';

// Nothing is drawn on here: what a pen leaves is for the browser tests to see.
beforeEach(() => {
  const pen = new Proxy({}, { get: () => () => undefined, set: () => true });
  vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue(pen as never);
});
afterEach(() => vi.restoreAllMocks());

function Sheet({ withInitials }: { withInitials: boolean }) {
  const form = useForm<GiveSignature>({ defaultValues: { signedAs: 'Orla Gannet', agreed: false, initials: { way: 'drawn', strokes: [[0, 0, 20, 20]] } } });
  const [draws, setDraws] = useState(false);
  return (
    <>
      <YourName form={form} draws={draws} onDraws={setDraws} withInitials={withInitials} />
      <output>{form.watch('initials') ? 'drawn' : 'none'}</output>
    </>
  );
}

it('initials are drawn beside the name where they have a place, and as typed again they are forgotten', async () => {
  render(<Sheet withInitials />);
  expect(screen.queryByLabelText('Draw your initials here')).toBeNull();
  fireEvent.click(screen.getByLabelText('Drawn by hand'));
  expect(await screen.findByLabelText('Draw your initials here')).toBeDefined();
  expect(screen.getByLabelText('Draw your name here')).toBeDefined();
  expect(screen.getByText(/Left empty, the first letters of your name stand there/)).toBeDefined();
  fireEvent.click(screen.getByLabelText('As typed'));
  expect(screen.queryByLabelText('Draw your initials here')).toBeNull();
  expect(screen.getByRole('status').textContent).toBe('none');
});

it('where there is no place for them they are not asked for', async () => {
  render(<Sheet withInitials={false} />);
  fireEvent.click(screen.getByLabelText('Drawn by hand'));
  expect(await screen.findByLabelText('Draw your name here')).toBeDefined();
  expect(screen.queryByLabelText('Draw your initials here')).toBeNull();
});
