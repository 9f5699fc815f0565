import * as timeRoutes from '@steady/contract/time.routes';
import { formatHours } from '@steady/core/money';
import { CorrectExpense, CorrectTimeEntry, type ExpenseView, type TimeEntryView } from '@steady/contract/time';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DateField, TextField } from '../../ui/fields';
import { HoursField, MoneyField } from '../../ui/figure-field';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { LongDay } from './long-day';
import { TaskOfJob } from './task-of-job';

const KEPT = 'What stood before stays in the history of the job. What is settled stays as it is until its settlement is reversed.';

/** Time as it should have been written down, or taken back. */
export function CorrectTimeLeaf({ entry, onClose }: { entry: TimeEntryView; onClose(): void }) {
  const session = useSession();
  const notify = useNotify();
  const { act, busy: taking } = useAct();
  const { form, onSubmit, busy, problem } = useLeafForm<CorrectTimeEntry>({
    input: CorrectTimeEntry,
    start: { taskId: entry.taskId ?? '', on: entry.on, minutes: entry.minutes, note: entry.note ?? '' },
    submit: async (values) => {
      await send(timeRoutes.correct, { id: entry.id }, values);
      notify(`Corrected to ${formatHours(values.minutes)}.`);
      onClose();
    },
  });
  const takeBack = () =>
    act(
      async () => {
        await send(timeRoutes.takeBack, { id: entry.id });
        onClose();
      },
      `Took back ${formatHours(entry.minutes)}.`,
    );
  const { register, control, formState } = form;
  return (
    <Leaf
      open
      title="Correct time"
      act="Save the correction"
      beside={<TakeBack busy={taking} onClick={() => void takeBack()} />}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      <p className="mb-3 text-table text-soft">
        {formatHours(entry.minutes)} of {entry.who} on {entry.job}. {KEPT}
      </p>
      <HoursField label="How long" hint="1:30, 1.5, 90 min" control={control} name="minutes" autoFocus error={formState.errors.minutes?.message} />
      <DateField label="Day" max={session.today} control={control} name="on" error={formState.errors.on?.message} />
      <LongDay asked={formState.errors.longDay?.message} {...register('longDay')} />
      <TaskOfJob jobId={entry.jobId} {...register('taskId')} error={formState.errors.taskId?.message} />
      <TextField label="Note" {...register('note')} error={formState.errors.note?.message} />
    </Leaf>
  );
}

/** An expense as it should have been written down, or taken back. */
export function CorrectExpenseLeaf({ expense, onClose }: { expense: ExpenseView; onClose(): void }) {
  const session = useSession();
  const notify = useNotify();
  const { act, busy: taking } = useAct();
  const { form, onSubmit, busy, problem } = useLeafForm<CorrectExpense>({
    input: CorrectExpense,
    start: { on: expense.on, what: expense.what, ...(expense.amount ? { amount: expense.amount } : {}) },
    submit: async (values) => {
      await send(timeRoutes.correctExpense, { id: expense.id }, values);
      notify(`Corrected: ${values.what}.`);
      onClose();
    },
  });
  const takeBack = () =>
    act(async () => {
      await send(timeRoutes.takeBackExpense, { id: expense.id });
      onClose();
    }, `Took back: ${expense.what}.`);
  const { register, control, formState } = form;
  return (
    <Leaf
      open
      title="Correct an expense"
      act="Save the correction"
      beside={<TakeBack busy={taking} onClick={() => void takeBack()} />}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      <p className="mb-3 text-table text-soft">
        {expense.who}, {expense.what}. {KEPT}
      </p>
      <TextField label="For what" autoFocus {...register('what')} error={formState.errors.what?.message} />
      <MoneyField label={`Amount, ${session.firm.currency}`} control={control} name="amount" error={formState.errors.amount?.message} />
      <DateField label="Day" max={session.today} control={control} name="on" error={formState.errors.on?.message} />
    </Leaf>
  );
}

function TakeBack({ busy, onClick }: { busy: boolean; onClick(): void }) {
  return (
    <button type="button" className="lnk ml-auto" disabled={busy} onClick={onClick}>
      Take it back
    </button>
  );
}
