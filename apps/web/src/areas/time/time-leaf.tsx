import * as timeRoutes from '@steady/contract/time.routes';
import { AddTimeEntry } from '@steady/contract/time';
import { formatHours } from '@steady/core/money';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, TextField } from '../../ui/fields';
import { HoursField } from '../../ui/figure-field';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { JobField } from './job-field';
import { LongDay } from './long-day';
import { TaskOfJob } from './task-of-job';

/** Time typed by hand; on the given job, or on one that is chosen. */
export function TimeLeaf({ jobId, onClose }: { jobId?: string; onClose(): void }) {
  const session = useSession();
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<AddTimeEntry>({
    input: AddTimeEntry,
    start: { jobId: jobId ?? '', on: session.today, note: '' },
    submit: async (values) => {
      await send(timeRoutes.record, {}, values);
      notify(`Recorded ${formatHours(values.minutes)}.`);
      onClose();
    },
  });
  const { register, control, watch, setValue, formState } = form;
  const chosen = watch('jobId');
  return (
    <Leaf open title="Add time" act="Record the time" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      {!jobId && <JobField label="Job" onChange={(id) => setValue('jobId', id)} error={formState.errors.jobId?.message} />}
      <TaskOfJob jobId={chosen} {...register('taskId')} error={formState.errors.taskId?.message} />
      <HoursField label="How long" hint="1:30, 1.5, 90 min" control={control} name="minutes" error={formState.errors.minutes?.message} />
      <DateField label="Day" max={session.today} control={control} name="on" error={formState.errors.on?.message} />
      <LongDay asked={formState.errors.longDay?.message} {...register('longDay')} />
      <TextField label="Note" {...register('note')} error={formState.errors.note?.message} />
    </Leaf>
  );
}
