import { act, render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { fetchParts, part } from './area';

const module = { Words: ({ says }: { says: string }) => <p>{says}</p> };

it('shows something meanwhile while a part is fetched, and then the part', async () => {
  let arrive = (): void => undefined;
  const Part = part(() => new Promise<typeof module>((resolve) => (arrive = () => resolve(module))), 'Words', 'Requests');
  render(<Part says="Requests 2 of 3 in" />);
  expect(document.body.textContent).toBe('Requests');
  await act(async () => arrive());
  expect(await screen.findByText('Requests 2 of 3 in')).toBeTruthy();
});

it('has a part that was fetched ahead at once, without anything in its place', async () => {
  let fetched = 0;
  const Part = part(() => Promise.resolve(((fetched += 1), module)), 'Words', 'meanwhile');
  fetchParts();
  expect(fetched).toBe(1);
  await act(async () => undefined);
  render(<Part says="there at once" />);
  expect(document.body.textContent).toBe('there at once');
});
