import * as clientsRoutes from '@steady/contract/clients.routes';
import { useNavigate } from 'react-router';
import { AddInPassing } from '@steady/contract/clients';
import { send } from '../../app/api';
import { TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { Alike } from './alike';
import { KnownPerson } from './known-person';

/** The same from anywhere: by its keys, or for what the search did not find. The prospect's page opens then. */
export function NewInPassing({ find = '', onClose }: { find?: string; onClose(): void }) {
  const navigate = useNavigate();
  return (
    <PassingLeaf
      name={find}
      onClose={onClose}
      onAdded={(id) => {
        onClose();
        void navigate(`/clients/${id}`);
      }}
    />
  );
}

/** Adds a prospect by name and address, in the middle of something else. */
export function PassingLeaf({ name, onClose, onAdded }: { name: string; onClose(): void; onAdded(id: string): void }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<AddInPassing>({
    input: AddInPassing,
    start: { name, email: '' },
    submit: async (values) => {
      const { id } = await send(clientsRoutes.addInPassing, {}, values);
      notify(`Added ${values.name} as a prospect. Complete its facts when you know them.`);
      onAdded(id);
    },
  });
  const { register, watch, formState } = form;
  return (
    <Leaf open title="Quick add a prospect" act="Add the prospect" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Name" autoFocus {...register('name')} error={formState.errors.name?.message} />
      <Alike given={{ name: watch('name') }} />
      <TextField label="Email address" type="email" {...register('email')} hint="If you have it" error={formState.errors.email?.message} />
      <KnownPerson
        email={watch('email')}
        knownId={watch('knownId')}
        another={watch('another')}
        onChoose={(choice) => (form.setValue('knownId', choice.knownId), form.setValue('another', choice.another))}
      />
      <p className="text-table text-soft">It is listed among the prospects at once. Legal form, year-end and registrations are asked for later, on its page.</p>
    </Leaf>
  );
}
