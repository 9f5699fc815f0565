import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { Right } from '@steady/core/access';
import type { MemberView } from '@steady/contract/team';
import { Refused, stage } from '../../../test/stage';
import { GroupList } from './group-list';

const [AOIFE, TADHG] = ['0190a0a0-0000-7000-8000-000000000001', '0190a0a0-0000-7000-8000-000000000002'] as const;
const TEAM = [
  { id: AOIFE, name: 'Aoife Ryan', shortName: 'Aoife', standing: 'active' },
  { id: TADHG, name: 'Tadhg Moran', shortName: 'Tadhg', standing: 'active' },
] as MemberView[];
const GROUPS = [
  { id: 'g1', name: 'Payroll', memberIds: [AOIFE, TADHG], clients: 1 },
  { id: 'g2', name: 'Saturday team', memberIds: [], clients: 12 },
];
const show = (rights: Right[] = ['grant clients'], answers: Record<string, unknown> = {}) =>
  stage(<GroupList team={TEAM} />, { rights, answers: { 'GET /api/groups': GROUPS, ...answers } });

it('says who is in each group, and how many clients it sees', async () => {
  show();
  await screen.findByText('Payroll');
  expect(screen.getAllByRole('listitem').map((line) => line.textContent)).toEqual([
    'PayrollAoife, Tadhg1 clientChange',
    'Saturday teamnobody yet12 clientsChange',
  ]);
});

it('is read and not changed by whoever may not grant clients', async () => {
  show([]);
  await screen.findByText('Payroll');
  expect(screen.queryByRole('button')).toBeNull();
});

it('is made with a name and people; without a name it says so and keeps who was ticked', async () => {
  const { asked } = show(undefined, { 'POST /api/groups': { id: 'g3' } });
  fireEvent.click(screen.getByRole('button', { name: 'Make a group' }));
  fireEvent.click(await screen.findByLabelText('Tadhg Moran'));
  fireEvent.click(screen.getByRole('button', { name: 'Make the group' }));
  await waitFor(() => expect(screen.getByLabelText('Name').getAttribute('aria-invalid')).toBe('true'));
  expect(screen.getByLabelText<HTMLInputElement>('Tadhg Moran').checked).toBe(true);
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Corporate tax' } });
  fireEvent.click(screen.getByRole('button', { name: 'Make the group' }));
  await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/groups')?.sent).toEqual({ name: 'Corporate tax', memberIds: [TADHG] }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
});

it('is changed, and a refused name stays to be mended', async () => {
  const taken = new Refused([{ field: 'name', message: 'There is a group of this name.' }]);
  const { asked } = show(undefined, { 'PUT /api/groups/g1': taken });
  fireEvent.click((await screen.findAllByRole('button', { name: 'Change' }))[0]!);
  fireEvent.click(await screen.findByLabelText('Aoife Ryan'));
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Saturday team' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save the group' }));
  expect(await screen.findByText('There is a group of this name.')).toBeDefined();
  expect(asked.find(({ what }) => what.startsWith('PUT'))?.sent).toEqual({ name: 'Saturday team', memberIds: [TADHG] });
  expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Saturday team');
});

it('is removed, and says that the access it gave has ended', async () => {
  const { asked } = show(undefined, { 'DELETE /api/groups/g1': null });
  fireEvent.click((await screen.findAllByRole('button', { name: 'Change' }))[0]!);
  fireEvent.click(await screen.findByRole('button', { name: 'Remove it' }));
  expect(await screen.findByText('Removed the group Payroll. The access it gave has ended.')).toBeDefined();
  expect(asked.map(({ what }) => what)).toContain('DELETE /api/groups/g1');
});
