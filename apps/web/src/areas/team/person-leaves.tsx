import * as accessRoutes from '@steady/contract/access.routes';
import * as teamRoutes from '@steady/contract/team.routes';
import { useState } from 'react';
import { ROLES } from '@steady/core/access';
import { AddLeave, AddRate, ChangeMember, ChangeMemberStatus, type OpenTask, type TeamRow } from '@steady/contract/team';
import { counted } from '@steady/core/words';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { ChoiceField, DateField, SelectField, TextField } from '../../ui/fields';
import { HoursField, MoneyField } from '../../ui/figure-field';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';

interface Of {
  person: TeamRow;
  onClose(): void;
}

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

export function MemberLeaf({ person, onClose }: Of) {
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeMember>({
    input: ChangeMember,
    start: { role: person.role, does: person.does, weekdays: person.weekdays, endsOn: person.endsOn ?? '' },
    submit: async (values) => {
      await send(teamRoutes.change, { id: person.id }, values);
      onClose();
    },
  });
  const { register, control, formState } = form;
  return (
    <Leaf open title={person.name} act="Save the person" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <SelectField label="Role" narrow {...register('role')} error={formState.errors.role?.message}>
        {ROLES.map((role) => (
          <option key={role}>{role}</option>
        ))}
      </SelectField>
      <TextField label="Responsible for" {...register('does')} error={formState.errors.does?.message} />
      <DateField
        label="Access ends after"
        hint="For contractors and leavers. The person and the managers are told a week before; left empty, it has no end."
        control={control}
        name="endsOn"
        error={formState.errors.endsOn?.message}
      />
      <fieldset>
        <legend className="mb-1 text-table font-semibold">Hours for clients on each weekday</legend>
        <div className="grid grid-cols-2 gap-x-4">
          {WEEKDAYS.map((weekday, index) => (
            <HoursField
              key={weekday}
              label={weekday}
              control={control}
              name={`weekdays.${index}` as never}
              error={formState.errors.weekdays?.[index]?.message}
            />
          ))}
        </div>
      </fieldset>
    </Leaf>
  );
}

export function LeaveLeaf({ person, onClose }: Of) {
  const { today } = useSession();
  const { form, onSubmit, busy, problem } = useLeafForm<AddLeave>({
    input: AddLeave,
    start: { from: today, until: today, what: 'holiday' },
    submit: async (values) => {
      await send(teamRoutes.addLeave, { id: person.id }, values);
      onClose();
    },
  });
  const { register, control, formState } = form;
  return (
    <Leaf open title={`Leave of ${person.name}`} act="Record the leave" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <DateField label="First day" control={control} name="from" error={formState.errors.from?.message} />
      <DateField label="Last day" control={control} name="until" error={formState.errors.until?.message} />
      <TextField
        label="What it is"
        {...register('what')}
        error={formState.errors.what?.message}
        hint="The almanac takes these days off the firm&rsquo;s capacity."
      />
    </Leaf>
  );
}

export function RateLeaf({ person, onClose }: Of) {
  const { today, firm } = useSession();
  const { form, onSubmit, busy, problem } = useLeafForm<AddRate>({
    input: AddRate,
    start: { fromDay: today, perHour: person.rates[0]?.perHour, costPerHour: person.rates[0]?.costPerHour ?? undefined },
    submit: async (values) => {
      await send(teamRoutes.setRate, { id: person.id }, values);
      onClose();
    },
  });
  const { control, formState } = form;
  return (
    <Leaf open title={`Rate of ${person.name}`} act="Set the rate" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <DateField
        label="Valid from"
        control={control}
        name="fromDay"
        error={formState.errors.fromDay?.message}
        hint="Time recorded for days before keeps its value."
      />
      <MoneyField label={`Charged per hour, ${firm.currency}`} control={control} name="perHour" error={formState.errors.perHour?.message} />
      <MoneyField label={`Costs the firm per hour, ${firm.currency}`} control={control} name="costPerHour" error={formState.errors.costPerHour?.message} />
    </Leaf>
  );
}

/** Stops a person from coming in, after what they have open went to somebody else; or lets them in again. */
export function MemberStatusLeaf({ person, team, tasks, onClose }: Of & { team: TeamRow[]; tasks: OpenTask[] }) {
  const stopped = person.standing === 'suspended' || person.standing === 'left';
  const [all, setAll] = useState(false);
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeMemberStatus>({
    input: ChangeMemberStatus,
    start: { standing: stopped ? 'active' : 'suspended', handTo: '' },
    submit: async (values) => {
      await send(accessRoutes.setStanding, { id: person.id }, values);
      onClose();
    },
  });
  const { register, control, formState, watch } = form;
  if (stopped)
    return (
      <Leaf
        open
        title={`Restore access for ${person.name}`}
        act={`Restore access for ${person.shortName}`}
        onClose={onClose}
        onSubmit={onSubmit}
        busy={busy}
        problem={problem}
      >
        <p>{person.name} can sign in again and sees what was granted before.</p>
      </Leaf>
    );
  const leaving = watch('standing') === 'left';
  const shown = all ? tasks : tasks.slice(0, 8);
  return (
    <Leaf
      open
      title={`Suspend or end access of ${person.name}`}
      act={leaving ? `End access of ${person.shortName}` : `Suspend ${person.shortName}`}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      <ChoiceField
        label="What happens"
        control={control}
        name="standing"
        choices={[
          { value: 'suspended', words: 'Suspended', hint: 'for a while' },
          { value: 'left', words: 'Has left', hint: 'for good' },
        ]}
      />
      <ul className="mb-4 list-disc pl-5">
        <li>{person.name} is signed out at once and cannot sign in.</li>
        <li>
          {tasks.length === 0
            ? 'No task is open.'
            : `${counted(tasks.length, 'open task')}, the jobs and the clients they are named on go to whoever you choose below, who then sees those clients.`}
        </li>
        <li>The name stays in history, time and bills.</li>
      </ul>
      <SelectField label="Hand over to" {...register('handTo')} error={formState.errors.handTo?.message}>
        <option value="">Choose</option>
        {team
          .filter((one) => one.id !== person.id && one.standing === 'active')
          .map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}, {one.openTasks} open tasks
            </option>
          ))}
      </SelectField>
      {tasks.length > 0 && (
        <ul className="sheet px-3 py-1 text-table" aria-label="Open tasks">
          {shown.map((task) => (
            <li key={task.id} className="border-b border-rule-soft py-1 last:border-0">
              {task.name} <span className="text-soft">{task.client}</span>
            </li>
          ))}
          {shown.length < tasks.length && (
            <li className="py-1">
              <button type="button" className="lnk text-soft" onClick={() => setAll(true)}>
                and {tasks.length - shown.length} more
              </button>
            </li>
          )}
        </ul>
      )}
    </Leaf>
  );
}
