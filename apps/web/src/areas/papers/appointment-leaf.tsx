import * as jobsRoutes from '@steady/contract/jobs.routes';
import * as papersRoutes from '@steady/contract/papers.routes';
import { useState } from 'react';
import type { ClientView } from '@steady/contract/clients';
import { Appoint } from '@steady/contract/papers';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { PersonSelect } from '../../ui/person-select';
import { useNotify } from '../../ui/toasts';
import { dayInWords } from '../../ui/words';

/** A meeting at the office, to sign say: it stands among the tasks of the job for whoever meets the client. */
export function AppointmentLeaf({ client, onClose }: { client: ClientView; onClose(): void }) {
  const { day } = useSession();
  const notify = useNotify();
  const { data: open } = useData(jobsRoutes.list, { client: client.id, status: 'open' });
  const [chosen, setChosen] = useState('');
  const jobId = chosen || open?.rows[0]?.id;
  const { form, onSubmit, busy, problem } = useLeafForm<Appoint>({
    input: Appoint,
    start: { what: 'Signing at the office', at: '10:00' },
    submit: async (values) => {
      await send(papersRoutes.appoint, { id: jobId! }, values);
      notify(`${values.what}: ${dayInWords(values.on, day)}, ${values.at}. It stands among the tasks.`);
      onClose();
    },
  });
  const { register, control, formState } = form;
  const { errors } = formState;
  if (!open) return null;
  if (open.rows.length === 0)
    return (
      <Leaf open title={`Appointment with ${client.name}`} onClose={onClose}>
        <p>An appointment stands among the tasks of a job, and none is open here. Begin one with New job.</p>
      </Leaf>
    );
  return (
    <Leaf open title={`Appointment with ${client.name}`} act="Make the appointment" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="What for" autoFocus {...register('what')} error={errors.what?.message} />
      <div className="grid grid-cols-2 gap-x-4">
        <DateField label="Day" control={control} name="on" error={errors.on?.message} />
        <TextField label="Time" hint="For example 14:30" {...register('at')} error={errors.at?.message} />
      </div>
      <PersonSelect label="With" nobody="whoever prepares the job" {...register('withId')} error={errors.withId?.message} />
      <SelectField label="For which job" value={jobId} onChange={({ target }) => setChosen(target.value)}>
        {open.rows.map((row) => (
          <option key={row.id} value={row.id}>
            {row.name}
          </option>
        ))}
      </SelectField>
    </Leaf>
  );
}
