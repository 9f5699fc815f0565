import { act, render, screen } from '@testing-library/react';
import { useForm } from 'react-hook-form';
import { SWRConfig } from 'swr';
import { afterEach, expect, it, vi } from 'vitest';
import { readAt } from '../app/api';
import { PersonSelect } from './person-select';

afterEach(() => vi.unstubAllGlobals());

function Sheet({ onSubmit }: { onSubmit(values: object): void }) {
  const { register, handleSubmit } = useForm({ defaultValues: { preparerId: 'tadhg' } });
  return (
    <form onSubmit={(event) => void handleSubmit(onSubmit)(event)}>
      <PersonSelect label="Preparer" nobody="Nobody yet" {...register('preparerId')} />
      <button>Save</button>
    </form>
  );
}

it('shows who it is though the people come after the sheet was opened, and saves the same', async () => {
  let arrive = (): void => undefined;
  const asked = vi.fn(() => new Promise<Response>((answer) => (arrive = () => answer(new Response(JSON.stringify([{ id: 'tadhg', name: 'Tadhg Moran' }]))))));
  vi.stubGlobal('fetch', asked);
  const saved = vi.fn();
  render(
    <SWRConfig value={{ fetcher: readAt, provider: () => new Map() }}>
      <Sheet onSubmit={saved} />
    </SWRConfig>,
  );
  await vi.waitFor(() => expect(asked).toHaveBeenCalled());
  await act(async () => arrive());
  expect((await screen.findByRole<HTMLOptionElement>('option', { name: 'Tadhg Moran' })).selected).toBe(true);
  await act(async () => screen.getByRole('button').click());
  expect(saved.mock.calls[0]![0]).toEqual({ preparerId: 'tadhg' });
});
