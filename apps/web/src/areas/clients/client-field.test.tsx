import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, it } from 'vitest';
import { stage } from '../../../test/stage';
import { type ChosenClient, ClientField } from './client-field';

afterEach(cleanup);

function Example() {
  const [client, setClient] = useState<ChosenClient | null>(null);
  return (
    <>
      <ClientField label="Client" value={client} onChange={setClient} />
      <p>Chosen: {client?.name ?? 'nobody'}</p>
    </>
  );
}

const list = (...names: string[]) => ({ rows: names.map((name, at) => ({ id: `c${at}`, name, standing: 'active' })), total: names.length });
const typed = (answers: Record<string, unknown>) => {
  const { asked } = stage(<Example />, { rights: ['see clients', 'change clients'], answers: { 'GET /api/clients/alike': [], ...answers } });
  const field = screen.getByLabelText('Client');
  fireEvent.focus(field);
  fireEvent.change(field, { target: { value: 'Gannet' } });
  return { field, written: () => asked.filter(({ what }) => !what.startsWith('GET')).map(({ what }) => what) };
};

it('takes the match with Enter, and writes nothing', async () => {
  const { field, written } = typed({ 'GET /api/clients': list('Gannet Smokery Ltd') });
  await screen.findByRole('option', { name: 'Gannet Smokery Ltd' });
  fireEvent.keyDown(field, { key: 'Enter' });
  await screen.findByText('Chosen: Gannet Smokery Ltd');
  expect(written()).toEqual([]);
});

it('asks before a name that no client has becomes a prospect, says so afterwards, and takes it back', async () => {
  const { field, written } = typed({ 'GET /api/clients': list(), 'POST /api/clients/in-passing': { id: 'new' }, 'DELETE /api/clients/new': null });
  await screen.findByRole('option', { name: /Add .Gannet. as a prospect/ });
  fireEvent.keyDown(field, { key: 'Enter' });
  const add = await screen.findByRole('button', { name: 'Add the prospect' });
  expect(written()).toEqual([]);
  fireEvent.click(add);
  await screen.findByText('Chosen: Gannet');
  expect(written()).toEqual(['POST /api/clients/in-passing']);
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await screen.findByText('Chosen: nobody');
  await waitFor(() => expect(written()).toEqual(['POST /api/clients/in-passing', 'DELETE /api/clients/new']));
});
