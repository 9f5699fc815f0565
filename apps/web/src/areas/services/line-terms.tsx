import * as servicesRoutes from '@steady/contract/services.routes';
import { useEffect } from 'react';
import { Controller, type UseFormReturn } from 'react-hook-form';
import { LINE_ANCHORS } from '@steady/core/obligations';
import type { AddServiceLine, ChangeServiceLine } from '@steady/contract/lines';
import type { ServiceView } from '@steady/contract/services';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, SelectField, TextField, TickField } from '../../ui/fields';
import { MoneyField } from '../../ui/figure-field';
import { PersonSelect } from '../../ui/person-select';
import { WorkingsLines } from '../../ui/workings';
import { RhythmField } from './rhythm-field';
import { ANCHOR_WORDS } from './words';

export type LineValues = AddServiceLine & ChangeServiceLine;

interface Props {
  form: UseFormReturn<LineValues>;
  service: ServiceView;
  /** Filing rules that another line of the client covers. */
  elsewhere: ReadonlySet<string>;
  /** The client for whom a fee is proposed. */
  proposeFor?: string;
}

/** The terms of a client's line of a service: how often, which returns it covers, from when, the fee and who does it. */
export function LineTerms({ form, service, elsewhere, proposeFor }: Props) {
  const { register, control, watch, formState } = form;
  const { errors } = formState;
  const rhythm = watch('rhythm');
  const covers = watch('ruleIds') ?? [];
  const leading = service.rules.find((rule) => covers.includes(rule.id) && rule.kind !== 'payment' && rule.rhythms.includes(rhythm));
  return (
    <>
      {service.advice && <p className="mb-3 border-l-2 border-ochre bg-ochre-tint px-3 py-2 text-table">{service.advice}</p>}
      <div className="grid grid-cols-2 gap-x-4">
        <TextField label="Name of this line" hint={`Left empty: "${service.name}"`} {...register('name')} error={errors.name?.message} />
        <RhythmField label="How often" control={control} name="rhythm" error={errors.rhythm?.message} />
      </div>
      {service.rules.length > 0 && <Covers form={form} service={service} elsewhere={elsewhere} />}
      {!leading && <Periods form={form} />}
      <FromAndFee form={form} service={service} proposeFor={proposeFor} />
      <div className="grid grid-cols-2 gap-x-4">
        <RhythmField label="Billed" control={control} name="billing" none="as the service says" error={errors.billing?.message} />
        <PersonSelect label="Preparer" {...register('preparerId')} error={errors.preparerId?.message} nobody="As for the client" />
      </div>
      <p className="mb-3 text-table text-soft">
        {leading ? `Its jobs follow the ${leading.name}.` : 'Its jobs follow our own dates.'} They begin {service.leadDays} days before the deadline; our target
        is {service.targetDays} working {service.targetDays === 1 ? 'day' : 'days'} ahead of it.
      </p>
    </>
  );
}

/** Which returns and payments the line is for. */
function Covers({ form, service, elsewhere }: Pick<Props, 'form' | 'service' | 'elsewhere'>) {
  const covers = form.watch('ruleIds') ?? [];
  const fault = form.formState.errors.ruleIds?.message;
  return (
    <fieldset className="mb-3">
      <legend className="mb-0.5 text-table font-semibold">Covers</legend>
      <Controller
        control={form.control}
        name="ruleIds"
        render={({ field }) => (
          <>
            {service.rules.map((rule) => (
              <TickField
                key={rule.id}
                label={`${rule.name}, ${rule.authority}${elsewhere.has(rule.id) ? ' (another line does already)' : ''}`}
                checked={covers.includes(rule.id)}
                disabled={elsewhere.has(rule.id) && !covers.includes(rule.id)}
                onChange={(event) => field.onChange(service.ruleIds.filter((id) => (id === rule.id ? event.target.checked : covers.includes(id))))}
              />
            ))}
          </>
        )}
      />
      {fault && <p className="mt-0.5 text-fine text-rust">{fault}</p>}
    </fieldset>
  );
}

/** By what periods are counted, where no return says it. */
function Periods({ form }: Pick<Props, 'form'>) {
  const { register, control, watch, formState } = form;
  if (watch('rhythm') === 'one-off')
    return (
      <DateField
        label="For the day"
        hint="Left empty: the day from which it is agreed"
        control={control}
        name="anchorOn"
        error={formState.errors.anchorOn?.message}
      />
    );
  return (
    <>
      <div className="grid grid-cols-2 gap-x-4">
        <SelectField label="Periods are counted by" {...register('anchor')} error={formState.errors.anchor?.message}>
          {LINE_ANCHORS.map((one) => (
            <option key={one} value={one}>
              {ANCHOR_WORDS[one]}
            </option>
          ))}
        </SelectField>
        {watch('anchor') === 'date' && <DateField label="One period ends on" control={control} name="anchorOn" error={formState.errors.anchorOn?.message} />}
      </div>
      <TickField label="A first or last period that is not whole is cut short" {...register('cutShort')} />
    </>
  );
}

/** From when, and for how much; how the fee is proposed for a new line. */
function FromAndFee({ form, service, proposeFor }: Pick<Props, 'form' | 'service' | 'proposeFor'>) {
  const session = useSession();
  const seesFees = session.may('see fees');
  const { control, setValue, getFieldState, formState, watch } = form;
  const rhythm = watch('rhythm');
  const { data: proposal } = useData(servicesRoutes.fee, seesFees && proposeFor && rhythm ? { id: service.id, clientId: proposeFor, rhythm } : null);
  useEffect(() => {
    // A fee that somebody typed is theirs.
    if (proposal && !getFieldState('fee').isDirty) setValue('fee', proposal.fee);
  }, [proposal, setValue, getFieldState]);
  return (
    <>
      <div className="mt-2 grid grid-cols-2 gap-x-4">
        <DateField
          label="From"
          hint="The period with this day in it is the first one."
          control={control}
          name="startsOn"
          error={formState.errors.startsOn?.message}
        />
        {seesFees && <MoneyField label={`Fee each time, ${session.firm.currency}, net`} control={control} name="fee" error={formState.errors.fee?.message} />}
      </div>
      {proposal?.workings && (
        <details className="mb-3 text-table">
          <summary className="lnk">How the fee is proposed</summary>
          <WorkingsLines of={proposal.workings} />
          {proposal.lacking.length > 0 && <p className="soon">Not known of this client: {proposal.lacking.join(', ')}.</p>}
        </details>
      )}
    </>
  );
}
