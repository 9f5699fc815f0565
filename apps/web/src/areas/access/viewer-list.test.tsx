import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { Right } from '@steady/core/access';
import type { ClientViewer } from '@steady/contract/team';
import { stage } from '../../../test/stage';
import { ViewerList } from './viewer-list';

const viewer = (name: string, more: Partial<ClientViewer>): ClientViewer => ({
  memberId: name,
  name,
  role: 'preparer',
  standing: 'active',
  sees: true,
  why: 'sees all clients',
  granted: false,
  ...more,
});
const ALL = [
  viewer('Orla', { role: 'manager' }),
  viewer('Aoife', { granted: true, why: 'was granted it' }),
  viewer('Tadhg', { sees: false, why: 'was not granted it' }),
  viewer('Pat', { sees: false, standing: 'suspended', why: 'is suspended' }),
];
const show = (viewers: ClientViewer[], rights: Right[] = ['grant clients']) =>
  stage(<ViewerList client={{ id: 'c1' }} />, {
    rights,
    answers: {
      'GET /api/clients/c1/viewers': viewers,
      'POST /api/grants': { said: 'Tadhg sees it now.' },
      'POST /api/grants/take-back': { said: 'Aoife does not see it any more.' },
    },
  });
const row = async (name: string) => within((await screen.findByText(name)).closest('tr')!);

it('says how many see the client, who, and why', async () => {
  show(ALL);
  expect(await screen.findByText('2 of 4 people see this client.')).toBeDefined();
  expect((await row('Tadhg')).getByText('was not granted it')).toBeDefined();
});

it('says so where everybody does', async () => {
  show(ALL.slice(0, 2));
  expect(await screen.findByText('Everybody here sees this client.')).toBeDefined();
});

it('grants it to whoever does not see it, and takes it back from whom it was granted; neither where it comes from elsewhere', async () => {
  const { asked } = show(ALL);
  expect((await row('Orla')).queryByRole('button')).toBeNull();
  expect((await row('Pat')).queryByRole('button')).toBeNull();
  fireEvent.click((await row('Tadhg')).getByRole('button', { name: 'Grant' }));
  expect(await screen.findByText('Tadhg sees it now.')).toBeDefined();
  await waitFor(async () => expect((await row('Aoife')).getByRole<HTMLButtonElement>('button', { name: 'Remove access' }).disabled).toBe(false));
  fireEvent.click((await row('Aoife')).getByRole('button', { name: 'Remove access' }));
  expect(await screen.findByText('Aoife does not see it any more.')).toBeDefined();
  expect(asked.filter(({ what }) => what.startsWith('POST'))).toEqual([
    { what: 'POST /api/grants', sent: { memberIds: ['Tadhg'], clientIds: ['c1'] } },
    { what: 'POST /api/grants/take-back', sent: { memberIds: ['Aoife'], clientIds: ['c1'] } },
  ]);
});

it('offers nothing to whoever may not grant', async () => {
  show(ALL, []);
  expect((await row('Tadhg')).queryByRole('button')).toBeNull();
});
