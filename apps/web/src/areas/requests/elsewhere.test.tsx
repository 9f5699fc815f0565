import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { MissingRow } from '@steady/contract/asks';
import type { ClientView } from '@steady/contract/clients';
import type { RequestItemView } from '@steady/contract/requests';
import { stage } from '../../../test/stage';
import { ElsewhereLeaf } from './elsewhere';
import { RequestsOfClient } from './of-client';
import { ThingActs } from './thing-acts';

const ID = '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0a01';
const CLIENT = { id: 'c1' } as ClientView;

it('notes where a thing comes from, and who said so', async () => {
  const { asked } = stage(<ElsewhereLeaf item={{ id: ID, name: 'Bank statement' } as RequestItemView} onClose={() => undefined} />, {
    rights: ['do work'],
    answers: { [`POST /api/request-items/${ID}/from-elsewhere`]: null },
  });
  const note = () => fireEvent.click(screen.getByRole('button', { name: 'Do not ask for it any more' }));
  note();
  expect((await screen.findAllByText('Say where it comes from.')).length).toBeGreaterThan(0);
  fireEvent.click(screen.getByLabelText('bank feed'));
  fireEvent.change(screen.getByLabelText('Who said so'), { target: { value: 'Donnacha Wade' } });
  note();
  await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ source: 'bank feed', saidBy: 'Donnacha Wade' }));
});

it('lists at a client what is asked with each job and what is never asked, each to be ended', async () => {
  const { asked } = stage(<RequestsOfClient client={CLIENT} />, {
    rights: ['do work'],
    answers: {
      'GET /api/clients/c1/requests-each-time': [
        {
          id: 'e1',
          of: 'VAT return',
          title: 'Records',
          items: [{}, {}],
          dayOfMonth: 1,
          daysToAnswer: 5,
          isPortalOnly: true,
          at: '2026-03-02T09:00:00Z',
          by: 'Aoife Ryan',
        },
      ],
      'GET /api/clients/c1/from-elsewhere': [
        { id: 'f1', name: 'Bank statement', source: 'bank feed', saidBy: 'Donnacha Wade', at: '2026-03-02T09:00:00Z', by: 'Aoife Ryan' },
      ],
      'POST /api/requests-each-time/e1/end': null,
      'POST /api/from-elsewhere/f1/end': null,
    },
  });
  const each = await screen.findByRole('region', { name: 'Asked with each job' });
  expect(each.textContent).toContain('VAT return: Records2 things, on day 1 of the month, once the job is there; 5 working days to answer; in the portal only');
  fireEvent.click(screen.getByRole('button', { name: 'End it' }));
  await waitFor(() => expect(asked.map(({ what }) => what)).toContain('POST /api/requests-each-time/e1/end'));
  const never = await screen.findByRole('region', { name: 'Never asked' });
  expect(never.textContent).toContain('Bank statementbank feed, said Donnacha Wade, since Mon 2 Mar');
  fireEvent.click(screen.getByRole('button', { name: 'Ask for it again' }));
  await waitFor(() => expect(asked.map(({ what }) => what)).toContain('POST /api/from-elsewhere/f1/end'));
});

it.each<[MissingRow['state'], string[]]>([
  ['missing', ['Received']],
  ['sent back', ['Received']],
  ['to ask', ['Received']],
  ['came in', ['Accept']],
  ['their question', ['Reply']],
  ['received', []],
  ['from elsewhere', []],
])('offers at a thing that is %s: %s', (state, acts) => {
  stage(<ThingActs of={{ itemId: ID, what: 'Bank statement', state, why: 'Which year?' } as MissingRow} />, { rights: ['do work'] });
  expect(screen.queryAllByRole('button').map((button) => button.textContent)).toEqual(acts);
});

it('replies with the question before one’s eyes', async () => {
  const { asked } = stage(<ThingActs of={{ itemId: ID, what: 'Bank statement', state: 'their question', why: 'Which year?' } as MissingRow} />, {
    rights: ['do work'],
    answers: { [`POST /api/request-items/${ID}/reply`]: null },
  });
  fireEvent.click(screen.getByRole('button', { name: 'Reply' }));
  expect(await screen.findByText(/They ask: “Which year\?”/)).toBeDefined();
  fireEvent.change(screen.getByLabelText('Your reply'), { target: { value: '2025' } });
  fireEvent.click(screen.getByRole('button', { name: 'Reply to the client' }));
  await waitFor(() => expect(asked.at(-1)?.sent).toMatchObject({ text: '2025' }));
});
