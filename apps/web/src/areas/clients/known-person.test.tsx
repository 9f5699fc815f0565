import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { stage } from '../../../test/stage';
import { ContactLeaf } from './contact-leaf';

afterEach(cleanup);

const KNOWN = [{ id: '0195aaaa-0000-7000-8000-000000000001', name: 'Bríd Foley', email: 'brid@dunmarra.example', clients: ['Dunmarra Oysters Ltd'] }];

it('offers the person whose address it is before another is made, and links the one who is meant', async () => {
  const { asked } = stage(<ContactLeaf clientId="c1" onClose={() => undefined} />, {
    rights: ['see clients', 'change clients'],
    answers: { 'GET /api/contacts': KNOWN, 'POST /api/clients/c1/contacts': { id: 'x' } },
  });
  fireEvent.change(screen.getByLabelText('Name of a person'), { target: { value: 'B' } });
  fireEvent.change(screen.getByLabelText('Email address'), { target: { value: 'Brid@Dunmarra.example' } });
  fireEvent.click(await screen.findByRole('radio', { name: /^Bríd Foley/ }));
  fireEvent.click(screen.getByRole('button', { name: 'Add the contact' }));
  await screen.findByText('Added B.');
  expect(asked.find(({ what }) => what === 'POST /api/clients/c1/contacts')?.sent).toMatchObject({ knownId: KNOWN[0]!.id });
});
