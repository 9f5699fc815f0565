import * as identitiesRoutes from '@steady/contract/identities.routes';
import { NoteIdentity } from '@steady/contract/identities';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';

/** Notes how the identity of a person was confirmed. */
export function IdentityLeaf({ person, onClose }: { person: { id: string; name: string }; onClose(): void }) {
  const { today } = useSession();
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<NoteIdentity>({
    input: NoteIdentity,
    start: { way: 'papers seen', what: '', on: today, number: '', goodUntil: '' },
    submit: async (values) => {
      await send(identitiesRoutes.note, { id: person.id }, values);
      notify(`Noted how we know who ${person.name} is.`);
      onClose();
    },
  });
  const { register, control, watch, formState } = form;
  const { errors } = formState;
  const isSeen = watch('way') === 'papers seen';
  return (
    <Leaf open title={`How we know who ${person.name} is`} act="Note it" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <SelectField label="How" {...register('way')} error={errors.way?.message}>
        <option value="papers seen">one of us saw their papers</option>
        <option value="check passed">they passed an identity check</option>
      </SelectField>
      <TextField
        label={isSeen ? 'Which papers' : 'Who checked'}
        hint={isSeen ? 'For example: passport, driving licence' : 'The service that checked, as its report names it'}
        autoFocus
        {...register('what')}
        error={errors.what?.message}
      />
      <TextField label={isSeen ? 'Number of the paper' : 'Number of the check'} hint="May stay empty." {...register('number')} error={errors.number?.message} />
      <DateField label="Confirmed on" control={control} name="on" error={errors.on?.message} />
      <DateField
        label="Good until"
        hint="The day on which the paper runs out. May stay empty."
        control={control}
        name="goodUntil"
        error={errors.goodUntil?.message}
      />
    </Leaf>
  );
}
