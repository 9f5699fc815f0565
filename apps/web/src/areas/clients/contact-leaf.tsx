import { ContactInput } from '@steady/contract/contacts';
import { send } from '../../app/api';
import { TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useSay } from '../../ui/toasts';

export function ContactLeaf({ clientId, onClose }: { clientId: string; onClose(): void }) {
  const say = useSay();
  const { form, onSubmit, busy, problem } = useLeafForm<ContactInput>({
    input: ContactInput,
    start: { name: '', email: '', phone: '', role: '' },
    submit: async (values) => {
      await send('POST', `/api/clients/${clientId}/contacts`, values);
      say(`Added ${values.name}.`);
      onClose();
    },
  });
  const { register, formState } = form;
  return (
    <Leaf open title="Add a contact" act="Add the contact" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Name of a person" autoFocus {...register('name')} error={formState.errors.name?.message} />
      <TextField label="Role" hint="Director, bookkeeper, spouse" {...register('role')} error={formState.errors.role?.message} />
      <TextField label="Email address" type="email" {...register('email')} error={formState.errors.email?.message} />
      <TextField label="Telephone" {...register('phone')} error={formState.errors.phone?.message} />
    </Leaf>
  );
}
