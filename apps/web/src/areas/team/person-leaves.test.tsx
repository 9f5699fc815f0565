import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { OpenTask, TeamRow } from '@steady/contract/team';
import { eur, stage, press, typeIn } from '../../../test/stage';
import { LeaveLeaf, MemberLeaf, MemberStatusLeaf, RateLeaf } from './person-leaves';

const TADHG = '0190a0a0-0000-7000-8000-000000000002';
const person = (more: Partial<TeamRow> = {}) =>
  ({
    id: 'aoife',
    name: 'Aoife Ryan',
    shortName: 'Aoife',
    role: 'preparer',
    does: 'VAT',
    standing: 'active',
    weekdays: [420, 420, 420, 420, 240, 0, 0],
    endsOn: null,
    openTasks: 10,
    rates: [{ fromDay: '2025-01-01', perHour: eur(9_000), costPerHour: eur(4_000) }],
    ...more,
  }) as TeamRow;
const TEAM = [person(), person({ id: TADHG, name: 'Tadhg Moran', openTasks: 3 }), person({ id: 'pat', name: 'Pat Moran', standing: 'left' })];
const TASKS = Array.from({ length: 10 }, (_, at) => ({ id: `t${at}`, name: `Task ${at}`, client: 'Gannet Smokery Ltd' }) as OpenTask);
const nothing = () => undefined;

describe('a person of the firm', () => {
  it('has hours on each weekday, written as one writes them, and a last day only where one is given', async () => {
    const { asked } = stage(<MemberLeaf person={person()} onClose={nothing} />, { answers: { 'PATCH /api/team/aoife': null } });
    expect(screen.getByLabelText<HTMLInputElement>('Friday').value).toBe('4 h 00');
    typeIn('Friday', '7.5');
    fireEvent.change(screen.getByLabelText('Role'), { target: { value: 'manager' } });
    press('Save the person');
    await waitFor(() =>
      expect(asked.at(-1)).toEqual({ what: 'PATCH /api/team/aoife', sent: { role: 'manager', does: 'VAT', weekdays: [420, 420, 420, 420, 450, 0, 0] } }),
    );
  });

  it('goes on leave for days and a reason, which is wanted', async () => {
    const { asked } = stage(<LeaveLeaf person={person()} onClose={nothing} />, { answers: { 'POST /api/team/aoife/leave': { id: 'x' } } });
    typeIn('Last day', '13 Mar 2026');
    typeIn('What it is', '');
    press('Record the leave');
    expect(await screen.findByText('Say what it is, for example "holiday".')).toBeDefined();
    typeIn('What it is', 'course');
    press('Record the leave');
    await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ from: '2026-03-11', until: '2026-03-13', what: 'course' }));
  });

  it('gets a rate that begins with the last one, in the firm\u2019s currency', async () => {
    const { asked } = stage(<RateLeaf person={person()} onClose={nothing} />, { answers: { 'POST /api/team/aoife/rates': null } });
    expect(screen.getByLabelText<HTMLInputElement>('Charged per hour, EUR').value).toBe('90.00');
    typeIn('Charged per hour, EUR', '95');
    press('Set the rate');
    await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ fromDay: '2026-03-11', perHour: eur(9_500), costPerHour: eur(4_000) }));
  });
});

describe('the access of a person', () => {
  const show = (of = person(), tasks = TASKS) =>
    stage(<MemberStatusLeaf person={of} team={TEAM} tasks={tasks} onClose={nothing} />, { answers: { 'POST /api/team/aoife/standing': null } });

  it('is suspended, and what is open goes to somebody who works here', async () => {
    const { asked } = show();
    const to = within(screen.getByLabelText('Hand over to'));
    expect(to.getAllByRole('option').map((one) => one.textContent)).toEqual(['Choose', 'Tadhg Moran, 3 open tasks']);
    fireEvent.change(screen.getByLabelText('Hand over to'), { target: { value: TADHG } });
    press('Suspend Aoife');
    await waitFor(() => expect(asked.at(-1)).toEqual({ what: 'POST /api/team/aoife/standing', sent: { standing: 'suspended', handTo: TADHG } }));
  });

  it('shows the first open tasks, and all of them when asked', () => {
    show();
    const list = () => within(screen.getByRole('list', { name: 'Open tasks' })).getAllByRole('listitem');
    expect(list()).toHaveLength(9);
    press('and 2 more');
    expect(list()).toHaveLength(10);
  });

  it('ends for good where that is chosen, and says so on the button', async () => {
    const { asked } = show(person(), []);
    expect(screen.getByText('No task is open.')).toBeDefined();
    fireEvent.click(screen.getByLabelText(/^Has left/));
    press('End access of Aoife');
    await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ standing: 'left' }));
  });

  it('is restored without a question', async () => {
    const { asked } = show(person({ standing: 'suspended' }));
    expect(screen.getByText('Aoife Ryan can sign in again and sees what was granted before.')).toBeDefined();
    press('Restore access for Aoife');
    await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ standing: 'active' }));
  });
});
