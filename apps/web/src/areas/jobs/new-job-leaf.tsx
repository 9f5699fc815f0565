import * as jobsRoutes from '@steady/contract/jobs.routes';
import * as teamRoutes from '@steady/contract/team.routes';
import * as proceduresRoutes from '@steady/contract/procedures.routes';
import { useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { type CivilDate, type WorkingCalendar, civil, isDay, nextWorkingDay } from '@steady/core/calendar';
import { formatHours } from '@steady/core/money';
import { counted } from '@steady/core/words';
import { PRIORITIES } from '@steady/core/jobs';
import type { HowItBegins } from '@steady/contract/how-it-begins';
import { AddJob, type JobsBegun } from '@steady/contract/jobs';
import type { ProcedureRow } from '@steady/contract/procedures';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, SelectField, TextField } from '../../ui/fields';
import { MoneyField } from '../../ui/figure-field';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { ClientField } from '../clients';
import { BeforeStarting } from '../procedures';

/** Minutes of a day that one person has for one job, when dates are proposed. */
const MINUTES_A_DAY = 150;

/** Days in which the work of a procedure fits, with some to spare. */
const daysFor = ({ minutes }: ProcedureRow) => Math.max(10, Math.ceil((minutes / MINUTES_A_DAY) * 1.4) + 5);

interface Props {
  client?: { id: string; name: string };
  /** Ids of clients, for the same work for each of them. */
  clientIds?: string[];
  /** By which procedure, where that is known. */
  procedure?: ProcedureRow;
  /** What it is about, where that is known. */
  called?: string;
  onClose(): void;
  /** Said where they were begun for several. */
  onBegun?(begun: JobsBegun): void;
}

const AT_ONCE = 25;

/** @param done how many are begun; null while nothing runs */
function actWords(clients: number | undefined, done: number | null): string {
  if (clients === undefined) return 'Begin the job';
  return done === null ? 'Begin the jobs' : `Beginning, ${done} of ${clients}`;
}

/** From tomorrow, for as long as the work of the procedure takes; on days on which the firm works. */
const proposed = (procedure: ProcedureRow | undefined, day: CivilDate, calendar: WorkingCalendar) => ({
  procedureId: procedure?.id ?? '',
  startOn: nextWorkingDay(day.add({ days: 1 }), calendar).toString(),
  dueOn: nextWorkingDay(day.add({ days: 1 + (procedure ? daysFor(procedure) : 14) }), calendar).toString(),
  priority: 'usual' as const,
});

/** Begins the same job for each of many clients, in parts, so that it is seen to go on and no part takes long. */
async function beginForEach(clientIds: readonly string[], values: AddJob, onPart: (done: number) => void): Promise<JobsBegun> {
  const { clientId: _, ...each } = values;
  const begun: JobsBegun = { ids: [], not: [] };
  for (let at = 0; at < clientIds.length; at += AT_ONCE) {
    onPart(at);
    const part = await send(jobsRoutes.addMany, {}, { ...each, clientIds: clientIds.slice(at, at + AT_ONCE) });
    begun.ids.push(...part.ids);
    begun.not.push(...part.not);
  }
  return begun;
}

/** A job that no rhythm asks for, for one client or for many. Its dates are proposed so that the work fits, never for today. */
export function NewJobLeaf(props: Props) {
  const { data: closing } = useData(teamRoutes.closingDays);
  if (!closing) return null;
  const closed = new Map([...closing.own, ...closing.holidays].map(({ day, name }) => [day, name]));
  return <NewJobForm {...props} calendar={{ closed }} />;
}

function NewJobForm({ client, clientIds, procedure: given, called = given?.name ?? '', onClose, onBegun, calendar }: Props & { calendar: WorkingCalendar }) {
  const session = useSession();
  const navigate = useNavigate();
  const [done, setDone] = useState(0);
  const [begins, setBegins] = useState<HowItBegins>({});
  const [chosenClient, setChosenClient] = useState(client ?? null);
  const { data: procedures = [] } = useData(proceduresRoutes.list);
  const { form, onSubmit, busy, problem } = useLeafForm<AddJob>({
    input: AddJob,
    start: { clientId: client?.id ?? clientIds?.[0] ?? '', name: called, ...proposed(given, session.day, calendar) },
    submit: async (typed) => {
      const values = { ...typed, begins };
      if (clientIds) return onBegun?.(await beginForEach(clientIds, values, setDone));
      const { id } = await send(jobsRoutes.add, {}, values);
      await navigate(`/jobs/${id}`);
    },
  });
  const { register, formState, setValue, watch } = form;
  const { errors } = formState;
  const procedure = procedures.find((one) => one.id === watch('procedureId'));
  return (
    <Leaf
      open
      title={clientIds ? `A job for each of ${counted(clientIds.length, 'client')}` : 'A new job'}
      act={actWords(clientIds?.length, busy ? done : null)}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      {clientIds && <p className="mb-3 text-table text-soft">Who has the same job open already is passed over.</p>}
      {!clientIds && (
        <ClientField
          label="Client"
          value={chosenClient}
          onChange={(chosen) => {
            setChosenClient(chosen);
            setValue('clientId', chosen?.id ?? '');
          }}
          error={errors.clientId?.message}
        />
      )}
      <ProcedureField form={form} procedures={procedures} calendar={calendar} onAnother={() => setBegins({})} />
      <BeforeStarting
        begins={begins}
        onBegins={setBegins}
        asked={procedure ? { procedureId: procedure.id, clientIds: clientIds ?? (chosenClient ? [chosenClient.id] : []) } : null}
      />
      <TextField label="Name" {...register('name')} error={errors.name?.message} />
      <Terms form={form} />
    </Leaf>
  );
}

interface ProcedureFieldProps {
  form: UseFormReturn<AddJob>;
  procedures: readonly ProcedureRow[];
  calendar: WorkingCalendar;
  /** What was settled for one procedure says nothing of the next. */
  onAnother(): void;
}

/** By which procedure; its name and the days that its work takes are proposed. */
function ProcedureField({ form, procedures, calendar, onAnother }: ProcedureFieldProps) {
  const { register, formState, setValue, watch, getValues } = form;
  const procedure = procedures.find((one) => one.id === watch('procedureId'));
  return (
    <SelectField
      label="Done by the procedure"
      {...register('procedureId', {
        onChange: (event: { target: { value: string } }) => {
          onAnother();
          const chosen = procedures.find((one) => one.id === event.target.value);
          if (!chosen) return;
          // The name follows the procedure until somebody has typed one.
          if (getValues('name') === '' || procedures.some((one) => one.name === getValues('name'))) setValue('name', chosen.name);
          const startOn = getValues('startOn');
          if (!isDay(startOn)) return;
          setValue('dueOn', nextWorkingDay(civil(startOn).add({ days: daysFor(chosen) }), calendar).toString());
        },
      })}
      error={formState.errors.procedureId?.message}
      hint={procedure && `${procedure.phases.join(', ')}; ${formatHours(procedure.minutes)} of work`}
    >
      <option value="" disabled>
        Choose
      </option>
      <option value="none">No procedure: one task to tick</option>
      {procedures
        .filter((one) => one.onlyFor === null)
        .map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
    </SelectField>
  );
}

/** When it is done, how urgent it is, and for what fee. */
function Terms({ form: { register, control, formState } }: { form: UseFormReturn<AddJob> }) {
  const session = useSession();
  const { errors } = formState;
  return (
    <>
      <DateField label="Starts" control={control} name="startOn" error={errors.startOn?.message} />
      <DateField label="Due" hint="Proposed so that the work fits." control={control} name="dueOn" error={errors.dueOn?.message} />
      <SelectField label="Priority" {...register('priority')}>
        {PRIORITIES.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </SelectField>
      {session.may('see fees') && <MoneyField label={`Agreed fee, net, ${session.firm.currency}`} control={control} name="fee" error={errors.fee?.message} />}
    </>
  );
}
