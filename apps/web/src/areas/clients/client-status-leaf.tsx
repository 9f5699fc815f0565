import * as clientsRoutes from '@steady/contract/clients.routes';
import * as effectsRoutes from '@steady/contract/effects.routes';
import { ChangeClientStatus, type ClientView } from '@steady/contract/clients';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { ChoiceField, DateField, LongTextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useForeseen } from '../almanac';

/** From prospect to client, from client to former, and back: with the day and the reason. */
export function ClientStatusLeaf({ client, onClose }: { client: ClientView; onClose(): void }) {
  const { today } = useSession();
  const foreseen = useForeseen(effectsRoutes.standing, { id: client.id }, `${client.name} has left`);
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeClientStatus>({
    input: ChangeClientStatus,
    start: { standing: client.standing === 'active' ? 'former' : 'active', on: today, reason: '', version: client.version },
    submit: (values) =>
      foreseen.before(values, async () => {
        await send(clientsRoutes.setStanding, { id: client.id }, values);
        onClose();
      }),
  });
  const { register, control, watch, formState } = form;
  const former = watch('standing') === 'former';
  return (
    <Leaf open title={`Status of ${client.name}`} act={foreseen.act('Save the status')} onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <ChoiceField
        label="Status"
        control={control}
        name="standing"
        choices={[
          { value: 'prospect', words: 'prospect' },
          { value: 'active', words: 'client' },
          { value: 'former', words: 'former client' },
        ]}
      />
      <DateField label="From" control={control} name="on" error={formState.errors.on?.message} />
      {former && <LongTextField label="Reason" {...register('reason')} error={formState.errors.reason?.message} hint="Its record, documents and bills stay." />}
      {foreseen.view}
    </Leaf>
  );
}
