import * as teamRoutes from '@steady/contract/team.routes';
import { ROLES } from '@steady/core/access';
import { InviteMember } from '@steady/contract/team';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { SelectField, TextField } from '../../ui/fields';
import { MoneyField } from '../../ui/figure-field';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';

export function InviteLeaf({ onClose }: { onClose(): void }) {
  const { firm } = useSession();
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<InviteMember>({
    input: InviteMember,
    start: { name: '', email: '', role: 'preparer', does: '' },
    submit: async (values) => {
      await send(teamRoutes.invite, {}, values);
      notify(`The invitation goes to ${values.email}. ${values.name} sees no client until you grant some.`);
      onClose();
    },
  });
  const { register, control, formState } = form;
  const { errors } = formState;
  return (
    <Leaf open title="Invite a person" act="Send the invitation" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Name" autoFocus {...register('name')} error={errors.name?.message} />
      <TextField
        label="Email address"
        type="email"
        {...register('email')}
        error={errors.email?.message}
        hint="The invitation goes there and works for two weeks."
      />
      <SelectField label="Role" narrow {...register('role')} error={errors.role?.message} hint="What each role may do is listed under Roles.">
        {ROLES.map((role) => (
          <option key={role}>{role}</option>
        ))}
      </SelectField>
      <TextField
        label="Responsible for"
        {...register('does')}
        error={errors.does?.message}
        hint="In a few words, for the others: &ldquo;payroll and books&rdquo;."
      />
      <MoneyField label={`Charge rate per hour, ${firm.currency}`} control={control} name="perHour" error={errors.perHour?.message} />
    </Leaf>
  );
}
