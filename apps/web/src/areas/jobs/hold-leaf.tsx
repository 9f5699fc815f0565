import * as jobsRoutes from '@steady/contract/jobs.routes';
import { CancelJob, HoldJob, type JobView, StopJob } from '@steady/contract/jobs';
import type { TaskView } from '@steady/contract/tasks';
import { send } from '../../app/api';
import { DateField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { ReasonLeaf } from '../../ui/reason-leaf';
import { PersonSelect } from '../../ui/person-select';

export function HoldLeaf({ jobId, onClose }: { jobId: string; onClose(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<HoldJob>({
    input: HoldJob,
    start: { reason: '', until: '' },
    submit: async (values) => {
      await send(jobsRoutes.hold, { id: jobId }, values);
      onClose();
    },
  });
  const { errors } = form.formState;
  return (
    <Leaf open title="Put on hold" act="Put on hold" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-soft">The job stays where it is and does not move on automatically until it is taken off hold.</p>
      <TextField label="Why" autoFocus {...form.register('reason')} error={errors.reason?.message} />
      <DateField
        label="Resumes automatically on"
        hint="Left empty, somebody takes it off hold."
        control={form.control}
        name="until"
        error={errors.until?.message}
      />
    </Leaf>
  );
}

/** Ends a job that will not be done. */
export function CancelLeaf({ job, onClose }: { job: JobView; onClose(): void }) {
  return (
    <ReasonLeaf
      title={`Cancel ${job.name}`}
      act="Cancel the job"
      input={CancelJob}
      start={{ version: job.version }}
      submit={(values) => send(jobsRoutes.cancel, { id: job.id }, values)}
      onClose={onClose}
    >
      <p className="mb-3 text-soft">It is closed as it stands, and the client is asked no more. Time, expenses and bills on it stay. It can be opened again.</p>
    </ReasonLeaf>
  );
}

/** Says that a job, or one task of it, is blocked, why, and which colleague it waits for. */
export function StopLeaf({ of, onClose }: { of: { jobId: string } | { task: TaskView }; onClose(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<StopJob>({
    input: StopJob,
    start: { reason: '', forId: '' },
    submit: async (values) => {
      await ('task' in of ? send(jobsRoutes.stopTask, { id: of.task.id }, values) : send(jobsRoutes.stop, { id: of.jobId }, values));
      onClose();
    },
  });
  const { errors } = form.formState;
  return (
    <Leaf open title="Mark as blocked" act="Mark as blocked" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-soft">
        {'task' in of ? `“${of.task.name}” waits; the rest of the job goes on.` : 'The job stays open.'} Lists and Today show why it is blocked and who it waits
        for.
      </p>
      <TextField label="Why" autoFocus {...form.register('reason')} error={errors.reason?.message} />
      <PersonSelect
        label="It waits for"
        hint="This colleague is notified."
        nobody="nobody in particular"
        {...form.register('forId')}
        error={errors.forId?.message}
      />
    </Leaf>
  );
}
