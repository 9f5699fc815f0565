import { useState } from 'react';
import { rhythmInWords } from '@steady/core/calendar';
import { formatMoney } from '@steady/core/money';
import { AddServiceLine, type ServiceLineView, type ServiceView } from '@steady/contract/services';
import { send, useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession, useTeam } from '../../app/session';
import { DateField, MoneyField, SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { useSay } from '../../ui/toasts';
import { dayInWords } from '../../ui/words';

/** What the client has of our services, and the leaf that gives it another. */
export function ServiceLines({ clientId, lines }: { clientId: string; lines: ServiceLineView[] }) {
  const session = useSession();
  const { nameOf } = useTeam();
  const [adding, setAdding] = useState(false);
  const mayChange = session.may('change clients');
  useKeys(mayChange ? [{ press: 'n s', does: 'new service for this client', act: () => setAdding(true) }] : []);
  const perYear = lines.reduce((sum, line) => sum + line.perYear, 0);
  const columns: Column<ServiceLineView>[] = [
    { key: 'name', head: 'Service', cell: (row) => row.name },
    { key: 'rhythm', head: 'Rhythm', cell: (row) => rhythmInWords(row.rhythm) },
    { key: 'since', head: 'Since', cell: (row) => dayInWords(row.startsOn, session.day), wide: true },
    { key: 'preparer', head: 'Preparer', cell: (row) => nameOf(row.preparerId), wide: true },
    { key: 'fee', head: 'Fee', figure: true, cell: (row) => formatMoney(row.fee) },
    { key: 'year', head: 'A year', figure: true, cell: (row) => formatMoney(row.perYear) },
  ];
  return (
    <section className="mt-5" aria-label="Services">
      <div className="mb-2 flex items-baseline gap-5 text-table text-soft">
        <h2 className="text-ink">Services</h2>
        {lines.length > 0 && (
          <span>
            {lines.length === 1 ? '1 line' : `${lines.length} lines`}, {formatMoney(perYear)} a year
          </span>
        )}
        {mayChange && (
          <button className="act ml-auto" onClick={() => setAdding(true)}>
            Give a service
          </button>
        )}
      </div>
      <LedgerTable
        label="Services"
        columns={columns}
        rows={lines}
        keyOf={(row) => row.id}
        empty="No service yet. Give the client one: its deadlines are computed at once."
      />
      {adding && <ServiceLineLeaf clientId={clientId} onClose={() => setAdding(false)} />}
    </section>
  );
}

function ServiceLineLeaf({ clientId, onClose }: { clientId: string; onClose(): void }) {
  const session = useSession();
  const say = useSay();
  const { team } = useTeam();
  const { data: services = [] } = useData<ServiceView[]>('/api/services');
  const { form, onSubmit, busy, problem } = useLeafForm<AddServiceLine>({
    input: AddServiceLine,
    start: { startsOn: session.today },
    submit: async (values) => {
      await send('POST', `/api/clients/${clientId}/lines`, values);
      say('Given. Its next deadlines stand in the list.');
      onClose();
    },
  });
  const { register, control, watch, setValue, formState } = form;
  const { errors } = formState;
  const service = services.find((one) => one.id === watch('serviceId'));
  const choose = (id: string) => {
    const chosen = services.find((one) => one.id === id);
    if (!chosen) return;
    setValue('rhythm', chosen.defaultRhythm);
    setValue('fee', chosen.defaultFee);
  };
  const { onChange, ...serviceField } = register('serviceId');
  return (
    <Leaf open title="Give a service" act="Give the service" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <SelectField
        label="Service"
        defaultValue=""
        {...serviceField}
        onChange={(event) => {
          void onChange(event);
          choose(event.target.value);
        }}
        error={errors.serviceId?.message}
      >
        <option value="" disabled>
          Choose
        </option>
        {services.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </SelectField>
      {service && (
        <>
          <dl className="facts mb-4 border border-rule bg-paper px-3 py-2">
            <dt>Filing rule</dt>
            <dd>
              {service.ruleName}, {service.authority}
            </dd>
            <dt>Procedure</dt>
            <dd>
              {service.procedureName}: {service.phases.join(', ')}
            </dd>
            <dt>Job begins</dt>
            <dd>
              {service.leadDays} days before the deadline; our target {service.targetDays} working {service.targetDays === 1 ? 'day' : 'days'} ahead of it
            </dd>
          </dl>
          <SelectField label="How often" narrow {...register('rhythm')} error={errors.rhythm?.message}>
            {service.rhythms.map((rhythm) => (
              <option key={rhythm} value={rhythm}>
                {rhythmInWords(rhythm)}
              </option>
            ))}
          </SelectField>
          <MoneyField label={`Fee each time, ${session.firm.currency}, net of VAT`} control={control} name="fee" error={errors.fee?.message} />
          <DateField label="From" hint="The period in which this day lies is the first one." {...register('startsOn')} error={errors.startsOn?.message} />
          <SelectField label="Preparer" {...register('preparerId')} error={errors.preparerId?.message}>
            <option value="">As for the client</option>
            {team.map((member) => (
              <option key={member.id} value={member.id}>
                {member.name}
              </option>
            ))}
          </SelectField>
          <TextField label="Name of this line" hint={`Left empty: "${service.name}"`} {...register('name')} error={errors.name?.message} />
        </>
      )}
    </Leaf>
  );
}
