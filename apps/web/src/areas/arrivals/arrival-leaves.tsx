import * as arrivalsRoutes from '@steady/contract/arrivals.routes';
import { useNavigate } from 'react-router';
import { type ArrivalView, GiveArrival, RefuseArrival } from '@steady/contract/arrivals';
import { send } from '../../app/api';
import { LongTextField, SelectField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';

interface Props {
  of: ArrivalView;
  onClose(): void;
}

/** It is not for the firm. */
export function RefuseLeaf({ of: { id, version, name, email }, onClose }: Props) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<RefuseArrival>({
    input: RefuseArrival,
    start: { version, reason: '', tell: '' },
    submit: async (values) => {
      await send(arrivalsRoutes.refuse, { id }, values);
      notify(values.tell ? `Refused; ${name} is written to.` : 'Refused. Nobody is written to.');
      onClose();
    },
  });
  const { register, formState, watch } = form;
  return (
    <Leaf
      open
      title="Refuse it"
      act={watch('tell') ? `Refuse, and write to ${name}` : 'Refuse'}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      <p className="mb-3 text-soft">It can be taken back for 30 days; then its words and files are destroyed.</p>
      <LongTextField label="Why" hint="For us alone" autoFocus {...register('reason')} error={formState.errors.reason?.message} />
      <LongTextField
        label={`What ${name} is written`}
        hint={`By mail to ${email}. Left empty, nothing goes out.`}
        {...register('tell')}
        error={formState.errors.tell?.message}
      />
    </Leaf>
  );
}

/** Somebody else has it from now on. */
export function HandOnLeaf({ of: { id, version, members, holderId }, onClose }: Props) {
  const notify = useNotify();
  const navigate = useNavigate();
  const { form, onSubmit, busy, problem } = useLeafForm<GiveArrival>({
    input: GiveArrival,
    start: { version, memberId: '' },
    submit: async (values) => {
      await send(arrivalsRoutes.take, { id }, values);
      notify(`${members.find((one) => one.id === values.memberId)?.name ?? 'Nobody'} has it now.`);
      await navigate('/post/arrivals');
    },
  });
  return (
    <Leaf open title="Give it to somebody" act="Give it to them" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-soft">Whoever has it reads it, and finds it on their Today.</p>
      <SelectField label="Who has it from now on" autoFocus {...form.register('memberId')} error={form.formState.errors.memberId?.message}>
        <option value="">Choose</option>
        {members
          .filter((one) => one.id !== holderId)
          .map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
      </SelectField>
    </Leaf>
  );
}
