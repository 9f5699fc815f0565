import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { GroupView, MemberView } from '@steady/contract/team';
import { stage } from '../../../test/stage';
import { GrantLeaf } from './grant-leaf';

const member = (id: string, standing = 'active') => ({ id, name: `${id} Ryan`, shortName: id, standing }) as MemberView;
const TEAM = [member('Aoife'), member('Tadhg', 'invited'), member('Pat', 'left')];
const CLIENTS = ['Dunmarra Oysters Ltd', 'Dunlin Trust', 'Gannet Smokery Ltd'].map((name, at) => ({ id: `c${at}`, name }));
const GROUP: GroupView = { id: 'g1', name: 'Payroll', memberIds: ['Aoife', 'Tadhg'], clients: 4 };
const show = (given: { to?: string; meant?: unknown } = {}) =>
  stage(<GrantLeaf team={TEAM} to={given.to} onClose={() => undefined} />, {
    rights: ['grant clients'],
    answers: {
      'GET /api/groups': [GROUP],
      'GET /api/labels': ['seasonal'],
      'GET /api/grants/meant': given.meant ?? CLIENTS,
      'POST /api/grants': { said: 'Aoife sees 2 clients more.' },
    },
  });
const find = async (word: string) => {
  fireEvent.change(screen.getByLabelText('Word'), { target: { value: word } });
  return screen.findByText(/found$|matches\.$/);
};

it('offers those who work here or are invited, and nobody who has left', async () => {
  show();
  await screen.findByText('Payroll');
  expect(within(screen.getByRole('group', { name: 'Who' })).getAllByRole('checkbox')).toHaveLength(2);
  expect(screen.queryByLabelText('Pat Ryan')).toBeNull();
});

it('shows whom a word means, lets single ones be left out, and says on the button what will be granted to whom', async () => {
  const { asked } = show({ to: 'Aoife' });
  expect((await find('Dun')).textContent).toBe('3 of 3 found');
  fireEvent.click(screen.getByLabelText('Gannet Smokery Ltd'));
  expect(screen.getByText('2 of 3 found')).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Grant 2 clients to Aoife' }));
  await waitFor(() =>
    expect(asked.find(({ what }) => what === 'POST /api/grants')?.sent).toEqual({ memberIds: ['Aoife'], groupIds: [], clientIds: ['c0', 'c1'] }),
  );
  expect(await screen.findByText('Aoife sees 2 clients more.')).toBeDefined();
});

it('grants to a group as to a person', async () => {
  const { asked } = show();
  fireEvent.click(await screen.findByLabelText(/^Payroll/));
  await find('Dun');
  fireEvent.click(screen.getByRole('button', { name: 'Grant 3 clients to Payroll' }));
  await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/grants')?.sent).toMatchObject({ memberIds: [], groupIds: ['g1'] }));
});

it('asks for people and for clients where one is missing, and grants nothing', async () => {
  const { asked } = show();
  fireEvent.click(await screen.findByRole('button', { name: 'Grant' }));
  expect(await screen.findByText('Choose who is to see them.')).toBeDefined();
  fireEvent.click(screen.getByLabelText('Aoife Ryan'));
  fireEvent.click(screen.getByRole('button', { name: 'Grant' }));
  expect(await screen.findByText('Choose the clients.')).toBeDefined();
  expect(asked.some(({ what }) => what === 'POST /api/grants')).toBe(false);
});

it('says that nobody matches, and begins anew where it is asked in another way', async () => {
  show({ to: 'Aoife', meant: [] });
  expect((await find('xyz')).textContent).toBe('No client matches.');
  fireEvent.change(screen.getByLabelText('Sees the clients'), { target: { value: 'label' } });
  expect(screen.queryByText('No client matches.')).toBeNull();
  expect(await screen.findByRole('option', { name: 'seasonal' })).toBeDefined();
  fireEvent.change(screen.getByLabelText('Sees the clients'), { target: { value: 'partner' } });
  expect(
    within(screen.getByLabelText('Person'))
      .getAllByRole('option')
      .map((one) => one.textContent),
  ).toEqual(['Choose', 'Aoife Ryan', 'Tadhg Ryan']);
});
