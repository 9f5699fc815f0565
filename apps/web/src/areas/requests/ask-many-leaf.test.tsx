import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { ManyAsked } from '@steady/contract/requests';
import { stage } from '../../../test/stage';
import { AskClientsLeaf, AskJobsLeaf } from './ask-many-leaf';

const IDS = ['0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0b01', '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0b02', '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0b03'];
const FOUND: ManyAsked = {
  asked: [
    {
      jobId: IDS[0]!,
      job: 'Accounts, 2025',
      client: 'Dunmarra Oysters',
      to: ['Br\u00edd Foley'],
      later: { at: '2026-03-12T08:00:00Z', why: '3 go to one person in a day' },
      untold: null,
    },
    { jobId: IDS[1]!, job: 'Accounts, 2025', client: 'The Drying Loft', to: [], later: null, untold: 'The Drying Loft works on paper: print a letter' },
  ],
  not: [{ jobId: IDS[2]!, job: 'Accounts, 2025', client: 'Strand Caf\u00e9', why: 'it is asked for this already' }],
};

it('shows who gets it when, who has to be told, and for whom nothing is asked, before it goes', async () => {
  const { asked } = stage(<AskJobsLeaf ids={IDS} onClose={() => undefined} />, {
    rights: ['do work'],
    answers: { 'POST /api/requests/many/preview': FOUND, 'POST /api/requests/many': FOUND },
  });
  expect(screen.getByRole('dialog', { name: 'Ask for 3 jobs' })).toBeDefined();
  fireEvent.change(screen.getByLabelText('Title'), { target: { value: 'Closing papers' } });
  fireEvent.change(screen.getByRole('textbox', { name: 'Item 1' }), { target: { value: 'Stock list' } });
  fireEvent.click(screen.getByRole('button', { name: 'Look at who is asked' }));
  const list = await screen.findByRole('list', { name: 'Who is asked' });
  expect(
    within(list)
      .getByText(/Dunmarra/)
      .closest('li')!.textContent,
  ).toContain('3 go to one person in a day');
  expect(
    within(list)
      .getByText(/Strand/)
      .closest('li')!.textContent,
  ).toContain('not asked: it is asked for this already');
  expect(screen.getByText(/1 client cannot be written to/)).toBeDefined();
  expect(screen.getByText(/1 message goes out later than it is sent/)).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Ask in 2 jobs' }));
  await waitFor(() =>
    expect(asked.find(({ what }) => what === 'POST /api/requests/many')?.sent).toMatchObject({
      jobIds: IDS,
      title: 'Closing papers',
      items: [{ name: 'Stock list' }],
    }),
  );
  expect(await screen.findByText('Asked for 2 jobs, not for 1.')).toBeDefined();
});

it('says at the field what is missing', async () => {
  stage(<AskJobsLeaf ids={IDS} onClose={() => undefined} />, { rights: ['do work'] });
  fireEvent.click(screen.getByRole('button', { name: 'Look at who is asked' }));
  expect(await screen.findByText('Give the request a title: the clients read it first.')).toBeDefined();
});

it('asks chosen clients in their job of a service, with words that are kept', async () => {
  const kept = {
    id: 'k1',
    version: 1,
    title: 'Year-end papers',
    serviceId: null,
    service: null,
    daysToAnswer: 3,
    items: [{ name: 'Loans', description: null, link: null }],
  };
  const { asked } = stage(<AskClientsLeaf ids={IDS} onClose={() => undefined} />, {
    rights: ['do work'],
    answers: { 'GET /api/kept-requests': [kept], 'GET /api/services': [{ id: IDS[1], name: 'VAT return' }], 'POST /api/requests/many/preview': FOUND },
  });
  expect(screen.getByRole('dialog', { name: 'Ask 3 clients' })).toBeDefined();
  fireEvent.change(await screen.findByLabelText('Which request'), { target: { value: 'k1' } });
  fireEvent.change(screen.getByLabelText('In their job of'), { target: { value: IDS[1] } });
  fireEvent.click(screen.getByRole('button', { name: 'Look at who is asked' }));
  await waitFor(() =>
    expect(asked.at(-1)?.sent).toMatchObject({ clientIds: IDS, serviceId: IDS[1], title: 'Year-end papers', dueOn: '2026-03-16', items: [{ name: 'Loans' }] }),
  );
});

it('offers a day on which nobody gets too many, and shows who is asked then', async () => {
  const { asked } = stage(<AskJobsLeaf ids={IDS} onClose={() => undefined} />, {
    rights: ['do work'],
    answers: { 'POST /api/requests/many/preview': { ...FOUND, roomOn: '2026-03-13' } },
  });
  fireEvent.change(screen.getByLabelText('Title'), { target: { value: 'Closing papers' } });
  fireEvent.change(screen.getByRole('textbox', { name: 'Item 1' }), { target: { value: 'Stock list' } });
  fireEvent.click(screen.getByRole('button', { name: 'Look at who is asked' }));
  expect((await screen.findByText(/nobody would get more/)).textContent).toContain('13 March');
  fireEvent.click(screen.getByRole('button', { name: 'Ask on that day instead' }));
  await waitFor(() => expect(asked.filter(({ what }) => what === 'POST /api/requests/many/preview').at(-1)?.sent).toMatchObject({ sendOn: '2026-03-13' }));
});
