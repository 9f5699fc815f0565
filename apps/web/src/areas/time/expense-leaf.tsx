import * as timeRoutes from '@steady/contract/time.routes';
import { AddExpense } from '@steady/contract/time';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, TextField } from '../../ui/fields';
import { MoneyField } from '../../ui/figure-field';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';

export function ExpenseLeaf({ jobId, onClose }: { jobId: string; onClose(): void }) {
  const session = useSession();
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<AddExpense>({
    input: AddExpense,
    start: { jobId, on: session.today, what: '' },
    submit: async (values) => {
      await send(timeRoutes.spend, {}, values);
      notify(`Recorded: ${values.what}.`);
      onClose();
    },
  });
  const { register, control, formState } = form;
  return (
    <Leaf open title="Record an expense" act="Record the expense" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="For what" autoFocus {...register('what')} error={formState.errors.what?.message} />
      <MoneyField label={`Amount, ${session.firm.currency}`} control={control} name="amount" error={formState.errors.amount?.message} />
      <DateField label="Day" max={session.today} control={control} name="on" error={formState.errors.on?.message} />
    </Leaf>
  );
}
