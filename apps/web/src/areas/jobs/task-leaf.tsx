import { ChangeTask, type JobView, type TaskView } from '@steady/contract/jobs';
import { send } from '../../app/api';
import { useSession, useTeam } from '../../app/session';
import { DateField, HoursField, LongTextField, SelectField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { dayInWords } from '../../ui/words';

/** Who does a task, how long it may take, and its dates inside the job's. */
export function TaskLeaf({ job, task, onClose }: { job: JobView; task: TaskView; onClose(): void }) {
  const { day } = useSession();
  const { team } = useTeam();
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeTask>({
    input: ChangeTask,
    start: { assigneeId: task.assigneeId ?? '', estimate: task.estimate, startOn: task.startOn, dueOn: task.dueOn, version: task.version },
    submit: async (values) => {
      await send('PATCH', `/api/tasks/${task.id}`, { ...values, assigneeId: values.assigneeId ?? null });
      onClose();
    },
  });
  const { register, control, formState, watch } = form;
  const outside = watch('startOn') !== undefined && watch('startOn')! < job.startOn;
  const handsOver = (watch('assigneeId') ?? '') !== (task.assigneeId ?? '') && (watch('assigneeId') ?? '') !== '';
  return (
    <Leaf open title={task.name} act="Save the task" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-table text-soft">
        The job runs from {dayInWords(job.startOn, day)} to {dayInWords(job.dueOn, day)}. The task’s dates lie inside.
      </p>
      <SelectField label="Who" {...register('assigneeId')} error={formState.errors.assigneeId?.message}>
        <option value="">Nobody yet</option>
        {team.map((member) => (
          <option key={member.id} value={member.id}>
            {member.name}, {member.does}
          </option>
        ))}
      </SelectField>
      {handsOver && (
        <LongTextField label="A word with it" hint="Your colleague finds it on Today." {...register('word')} error={formState.errors.word?.message} />
      )}
      <HoursField label="Estimate" control={control} name="estimate" error={formState.errors.estimate?.message} />
      <DateField label="Starts" {...register('startOn')} error={formState.errors.startOn?.message} />
      {outside && <TickField label={`Let the job start on this day too, instead of ${dayInWords(job.startOn, day)}`} {...register('widen')} />}
      <DateField label="Due" {...register('dueOn')} error={formState.errors.dueOn?.message} />
    </Leaf>
  );
}
