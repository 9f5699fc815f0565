import * as arrivalsRoutes from '@steady/contract/arrivals.routes';
import { useNavigate } from 'react-router';
import { type ArrivalView, ProspectFromArrival } from '@steady/contract/arrivals';
import { send } from '../../app/api';
import { SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { Alike } from '../clients';

/** The visitor becomes a prospect, whom we answer in a private conversation. */
export function ProspectLeaf({ of, onClose }: { of: ArrivalView; onClose(): void }) {
  const notify = useNotify();
  const navigate = useNavigate();
  const { id, version, name, email, known, sent } = of;
  const { form, onSubmit, busy, problem } = useLeafForm<ProspectFromArrival>({
    input: ProspectFromArrival,
    start: { version, name, knownId: known.find(({ mayBe }) => mayBe)?.contactId ?? '' },
    submit: async (values) => {
      const { clientId, conversationId } = await send(arrivalsRoutes.makeProspect, { id }, values);
      notify(`${values.name} is a prospect now.`);
      await navigate(conversationId ? `/post/conversations/${conversationId}` : `/clients/${clientId}`);
    },
  });
  const { register, formState, watch } = form;
  return (
    <Leaf open title="Make a prospect" act="Make a prospect" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-soft">
        {name} becomes a contact with the address {email}
        {sent.length > 0 && ', the files become documents'}, and the message opens a private conversation that you answer.
      </p>
      <TextField
        label="Name of the client"
        hint="A business, or the person. The rest is completed later."
        autoFocus
        {...register('name')}
        error={formState.errors.name?.message}
      />
      <Alike given={{ name: watch('name') }} />
      {known.length > 0 && (
        <SelectField label="Who left it" {...register('knownId')} error={formState.errors.knownId?.message}>
          {known.map((one) => (
            <option key={one.contactId} value={one.contactId}>
              {one.name}, known to us
            </option>
          ))}
          <option value="">{name}, another person with the same address</option>
        </SelectField>
      )}
    </Leaf>
  );
}
