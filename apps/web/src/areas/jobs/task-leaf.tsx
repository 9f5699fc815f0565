import { useState } from 'react';
import { type CivilDate, isDay } from '@steady/core/calendar';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import { type JobView } from '@steady/contract/jobs';
import { AddTask, ChangeTask, type TaskView } from '@steady/contract/tasks';
import type { UseFormReturn } from 'react-hook-form';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DateField, LongTextField, SelectField, TextField, TickField } from '../../ui/fields';
import { HoursField } from '../../ui/figure-field';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { dayInWords } from '../../ui/words';
import { PersonSelect } from '../../ui/person-select';
import { StopLeaf } from './hold-leaf';

type TaskValues = AddTask & ChangeTask;

/** What of a task can be changed, as the form begins with it. */
const asChanged = ({ name, assigneeId, estimate, startOn, dueOn, version }: TaskView) => ({
  name,
  assigneeId: assigneeId ?? '',
  estimate,
  startOn,
  dueOn,
  version,
});

/** A new task as the form begins with it: from today and to our target, inside of the job's dates. */
function asNew(job: JobView, phaseKey: string, today: string) {
  const clamped = today > job.dueOn ? job.dueOn : today;
  const startOn = today < job.startOn ? job.startOn : clamped;
  return { name: '', phaseKey, assigneeId: job.preparerId ?? '', estimate: 30, startOn, dueOn: job.targetOn < startOn ? startOn : job.targetOn };
}

/** How far a job would be widened for a task's dates; a deadline that a rule has set moves only by an extension. */
const widened = (job: JobView, day: CivilDate, startOn = '', dueOn = ''): string[] => [
  ...(isDay(startOn) && startOn < job.startOn ? [`begin on ${dayInWords(startOn, day)}`] : []),
  ...(job.obligation === null && isDay(dueOn) && dueOn > job.dueOn ? [`run until ${dayInWords(dueOn, day)}`] : []),
];

/** Nobody has worked on it, and nothing but a person ticks it. */
const isUntouched = (task: TaskView) => task.doneAt === null && task.doneByEvent === null && task.recorded === 0;

/** Whether it goes to somebody who does not have it yet. */
const handsOver = (task: TaskView | null, who: string) => who !== '' && who !== task?.assigneeId;

/** A task of a job, or a new one in one of its phases: what it is, who does it, how long it may take, its dates inside the job's. */
export function TaskLeaf({ job, task, phaseKey = '', onClose }: { job: JobView; task: TaskView | null; phaseKey?: string; onClose(): void }) {
  const { today } = useSession();
  const phases = job.phases.filter((phase) => phase.stands !== 'done');
  const { form, onSubmit, busy, problem } = useLeafForm<TaskValues>({
    input: (task ? ChangeTask : AddTask) as new () => TaskValues,
    start: task ? asChanged(task) : asNew(job, phaseKey, today),
    submit: async (values) => {
      const given = { ...values, assigneeId: values.assigneeId ?? null };
      if (task) await send(jobsRoutes.change, { id: task.id }, given);
      else await send(jobsRoutes.addTask, { id: job.id }, given);
      onClose();
    },
  });
  const { register, control, formState, watch } = form;
  const { errors } = formState;
  const who = watch('assigneeId') ?? '';
  const [blocking, setBlocking] = useState(false);
  if (task && blocking) return <StopLeaf of={{ task }} onClose={onClose} />;
  return (
    <Leaf
      open
      title={task ? task.name : 'A task for this job'}
      act={task ? 'Save the task' : 'Add the task'}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
      beside={task?.doneAt === null && <TaskActs task={task} onBlock={formState.isDirty ? undefined : () => setBlocking(true)} onRemoved={onClose} />}
    >
      <TextField label="What is to be done" autoFocus={!task} {...register('name')} error={errors.name?.message} />
      {!task && (
        <SelectField label="In the phase" hint="The phase waits until it is ticked." {...register('phaseKey')} error={errors.phaseKey?.message}>
          {phases.map((phase) => (
            <option key={phase.key} value={phase.key}>
              {phase.name}
            </option>
          ))}
        </SelectField>
      )}
      <PersonSelect label="Who" nobody="Nobody yet" does autoFocus={task !== null} {...register('assigneeId')} error={errors.assigneeId?.message} />
      {handsOver(task, who) && <LongTextField label="Add a note" hint="Your colleague sees it on Today." {...register('word')} error={errors.word?.message} />}
      <HoursField label="Estimate" control={control} name="estimate" error={errors.estimate?.message} />
      <TaskDates job={job} form={form} />
    </Leaf>
  );
}

/** The dates of a task, inside the job's; the job can be made wider with it. */
function TaskDates({ job, form: { register, control, formState, watch } }: { job: JobView; form: UseFormReturn<TaskValues> }) {
  const { day } = useSession();
  const { errors } = formState;
  const wider = widened(job, day, watch('startOn'), watch('dueOn'));
  return (
    <>
      <p className="mb-3 text-table text-soft">
        The job runs from {dayInWords(job.startOn, day)} to {dayInWords(job.dueOn, day)}. The task’s dates lie inside.
      </p>
      <DateField label="Starts" control={control} name="startOn" error={errors.startOn?.message} />
      <DateField label="Due" control={control} name="dueOn" error={errors.dueOn?.message} />
      {wider.length > 0 && <TickField label={`Let the job ${wider.join(' and ')} too`} {...register('widen')} />}
    </>
  );
}

/** What else is done to a task; it is marked as blocked while nothing typed would be lost with it. */
function TaskActs({ task, onBlock, onRemoved }: { task: TaskView; onBlock: (() => void) | undefined; onRemoved(): void }) {
  return (
    <span className="ml-auto flex gap-4 text-table">
      {task.stuckReason === null && onBlock && (
        <button type="button" className="lnk" onClick={onBlock}>
          Mark as blocked
        </button>
      )}
      {isUntouched(task) && <RemoveTask task={task} onRemoved={onRemoved} />}
    </span>
  );
}

function RemoveTask({ task, onRemoved }: { task: TaskView; onRemoved(): void }) {
  const { act } = useAct();
  return (
    <button
      type="button"
      className="lnk"
      onClick={() =>
        void act(async () => {
          await send(jobsRoutes.removeTask, { id: task.id }, { version: task.version });
          onRemoved();
        }, `Removed ${task.name}.`)
      }
    >
      Remove it from the job
    </button>
  );
}
