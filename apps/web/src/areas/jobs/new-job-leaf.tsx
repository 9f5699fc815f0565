import { useState } from 'react';
import { useNavigate } from 'react-router';
import { civil } from '@steady/core/calendar';
import { formatHours } from '@steady/core/money';
import { AddJob, PRIORITIES } from '@steady/contract/jobs';
import type { ProcedureRow } from '@steady/contract/procedures';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, MoneyField, SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { ClientField } from '../clients/client-field';

/** Minutes of a day that one person has for one job, when dates are proposed. */
const MINUTES_A_DAY = 150;

/** A job that no rhythm asks for. Its dates are proposed so that the work fits, never for today. */
export function NewJobLeaf({ client, onClose }: { client?: { id: string; name: string }; onClose(): void }) {
  const session = useSession();
  const navigate = useNavigate();
  const [chosenClient, setChosenClient] = useState(client ?? null);
  const { data: procedures = [] } = useData<ProcedureRow[]>('/api/procedures');
  const { form, onSubmit, busy, problem } = useLeafForm<AddJob>({
    input: AddJob,
    start: {
      clientId: client?.id ?? '',
      procedureId: '',
      name: '',
      startOn: session.day.add({ days: 1 }).toString(),
      dueOn: session.day.add({ days: 15 }).toString(),
      priority: 'usual',
    },
    submit: async (values) => {
      const { id } = await send<{ id: string }>('POST', '/api/jobs', values);
      await navigate(`/jobs/${id}`);
    },
  });
  const { register, control, formState, setValue, watch, getValues } = form;
  const { errors } = formState;
  const procedure = procedures.find((one) => one.id === watch('procedureId'));
  return (
    <Leaf open title="A new job" act="Begin the job" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <ClientField
        label="Client"
        value={chosenClient}
        onChange={(chosen) => {
          setChosenClient(chosen);
          setValue('clientId', chosen?.id ?? '');
        }}
        error={errors.clientId?.message}
      />
      <SelectField
        label="Done by the procedure"
        {...register('procedureId', {
          onChange: (event: { target: { value: string } }) => {
            const chosen = procedures.find((one) => one.id === event.target.value);
            if (!chosen) return;
            if (getValues('name') === '') setValue('name', chosen.name);
            const days = Math.max(10, Math.ceil((chosen.minutes / MINUTES_A_DAY) * 1.4) + 5);
            setValue('dueOn', civil(getValues('startOn')).add({ days }).toString());
          },
        })}
        error={errors.procedureId?.message}
        hint={procedure && `${procedure.phases.join(', ')}; ${formatHours(procedure.minutes)} of work`}
      >
        <option value="">choose</option>
        {procedures
          .filter((one) => one.onlyFor === null)
          .map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
      </SelectField>
      <TextField label="Name" {...register('name')} error={errors.name?.message} />
      <DateField label="Starts" {...register('startOn')} error={errors.startOn?.message} />
      <DateField label="Due" hint="Proposed so that the work fits." {...register('dueOn')} error={errors.dueOn?.message} />
      <SelectField label="Priority" {...register('priority')}>
        {PRIORITIES.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </SelectField>
      {session.may('see fees') && <MoneyField label={`Agreed fee, net, ${session.firm.currency}`} control={control} name="fee" error={errors.fee?.message} />}
    </Leaf>
  );
}
