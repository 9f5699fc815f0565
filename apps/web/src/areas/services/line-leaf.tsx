import * as effectsRoutes from '@steady/contract/effects.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { useEffect } from 'react';
import { Controller } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { LINE_ANCHORS } from '@steady/core/obligations';
import { AddServiceLine, ChangeServiceLine, type ServiceLineView } from '@steady/contract/lines';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DateField, MoneyField, SelectField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { WorkingsLines } from '../../ui/workings';
import { useForeseen } from '../almanac/effect';
import { PersonSelect } from '../../ui/person-select';
import { RhythmField } from './rhythm-field';
import { ANCHOR_WORDS } from './words';

interface Props {
  clientId: string;
  lines: ServiceLineView[];
  /** The line that is changed; without it a service is given. */
  line?: ServiceLineView;
  onClose(): void;
}

type Values = AddServiceLine & ChangeServiceLine;

/** Gives a client a service on its own terms, or changes a line; every date that comes of it is shown first. */
export function LineLeaf({ clientId, lines, line, onClose }: Props) {
  const session = useSession();
  const notify = useNotify();
  const navigate = useNavigate();
  const { act } = useAct();
  const { data: services = [] } = useData(servicesRoutes.list);
  const changed = useForeseen(effectsRoutes.line, { id: line?.id ?? '' });
  const added = useForeseen(effectsRoutes.newLine, { id: clientId });
  const foreseen = line ? changed : added;
  const { form, onSubmit, busy, problem } = useLeafForm<Values>({
    input: (line ? ChangeServiceLine : AddServiceLine) as new () => Values,
    start: line
      ? {
          rhythm: line.rhythm,
          fee: line.fee ?? undefined,
          startsOn: line.startsOn,
          name: line.name,
          anchor: line.anchor,
          anchorOn: line.anchorOn ?? '',
          version: line.version,
          cutShort: line.cutShort,
          ruleIds: line.ruleIds,
          preparerId: line.preparerId ?? '',
          billing: line.billing ?? undefined,
        }
      : { startsOn: session.today, cutShort: true },
    submit: (values) =>
      foreseen.before(values, async () => {
        await (line ? send(servicesRoutes.changeLine, { id: line.id }, values) : send(servicesRoutes.addLine, { id: clientId }, values));
        notify(line ? `Changed ${line.name}.` : 'Added. Its next deadlines are in the list.');
        onClose();
      }),
  });
  const { register, control, watch, setValue, formState } = form;
  const { errors } = formState;
  const service = services.find((one) => one.id === (line?.serviceId ?? watch('serviceId')));
  const seesFees = session.may('see fees');
  const { data: proposal } = useData(servicesRoutes.fee, seesFees && !line && service ? { id: service.id, clientId } : null);
  useEffect(() => {
    if (proposal) setValue('fee', proposal.fee);
  }, [proposal, setValue]);
  const elsewhere = new Set(lines.filter((one) => one.id !== line?.id && !one.endsOn).flatMap((one) => one.ruleIds));
  const choose = (id: string) => {
    const chosen = services.find((one) => one.id === id);
    if (!chosen) return;
    setValue('rhythm', chosen.defaultRhythm);
    setValue('anchor', chosen.anchor);
    setValue(
      'ruleIds',
      chosen.ruleIds.filter((one) => !elsewhere.has(one)),
    );
  };
  const { onChange, ...serviceField } = register('serviceId');
  const rhythm = watch('rhythm');
  const answers = watch('ruleIds') ?? [];
  const leading = service?.rules.find((rule) => answers.includes(rule.id) && rule.kind !== 'payment' && rule.rhythms.includes(rhythm));
  const anchor = watch('anchor');
  return (
    <Leaf
      open
      broad
      title={line ? `Change "${line.name}"` : 'Add a service'}
      act={foreseen.act(line ? 'Save the change' : 'Add the service')}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
      beside={
        line &&
        session.may('change services') && (
          <button
            type="button"
            className="lnk ml-auto text-table"
            title="A copy of the procedure, to adapt for this line alone"
            onClick={() =>
              void act(async () => {
                const { id } = await send(servicesRoutes.ownProcedure, { id: line.id });
                await navigate(`/firm/procedures/${id}`);
              })
            }
          >
            Its own procedure
          </button>
        )
      }
    >
      {!line && (
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
          {services
            .filter((one) => one.active)
            .map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
        </SelectField>
      )}
      {service && (
        <>
          {service.advice && <p className="mb-3 border-l-2 border-ochre bg-ochre-tint px-3 py-2 text-table">{service.advice}</p>}
          <div className="grid grid-cols-2 gap-x-4">
            <TextField label="Name of this line" hint={`Left empty: "${service.name}"`} {...register('name')} error={errors.name?.message} />
            <RhythmField label="How often" control={control} name="rhythm" error={errors.rhythm?.message} />
          </div>
          {service.rules.length > 0 && (
            <fieldset className="mb-3">
              <legend className="mb-0.5 text-table font-semibold">Covers</legend>
              <Controller
                control={control}
                name="ruleIds"
                render={({ field }) => (
                  <>
                    {service.rules.map((rule) => (
                      <TickField
                        key={rule.id}
                        label={`${rule.name}, ${rule.authority}${elsewhere.has(rule.id) ? ' (another line does already)' : ''}`}
                        checked={answers.includes(rule.id)}
                        disabled={elsewhere.has(rule.id) && !answers.includes(rule.id)}
                        onChange={(event) => field.onChange(service.ruleIds.filter((id) => (id === rule.id ? event.target.checked : answers.includes(id))))}
                      />
                    ))}
                  </>
                )}
              />
              {errors.ruleIds?.message && <p className="mt-0.5 text-fine text-rust">{errors.ruleIds.message}</p>}
            </fieldset>
          )}
          {!leading && (
            <>
              <div className="grid grid-cols-2 gap-x-4">
                <SelectField label="Periods are counted by" {...register('anchor')} error={errors.anchor?.message}>
                  {LINE_ANCHORS.map((one) => (
                    <option key={one} value={one}>
                      {ANCHOR_WORDS[one]}
                    </option>
                  ))}
                </SelectField>
                {anchor === 'date' && (
                  <DateField label={rhythm === 'one-off' ? 'On' : 'One period ends on'} control={control} name="anchorOn" error={errors.anchorOn?.message} />
                )}
              </div>
              <TickField label="A first or last period that is not whole is cut short" {...register('cutShort')} />
            </>
          )}
          <div className="mt-2 grid grid-cols-2 gap-x-4">
            <DateField
              label="From"
              hint="The period with this day in it is the first one."
              control={control}
              name="startsOn"
              error={errors.startsOn?.message}
            />
            {seesFees && <MoneyField label={`Fee each time, ${session.firm.currency}, net`} control={control} name="fee" error={errors.fee?.message} />}
          </div>
          {proposal?.workings && (
            <details className="mb-3 text-table">
              <summary className="lnk">How the fee is proposed</summary>
              <WorkingsLines of={proposal.workings} />
              {proposal.lacking.length > 0 && <p className="soon">Not known of this client: {proposal.lacking.join(', ')}.</p>}
            </details>
          )}
          <div className="grid grid-cols-2 gap-x-4">
            <RhythmField label="Billed" control={control} name="billing" none="as the service says" error={errors.billing?.message} />
            <PersonSelect label="Preparer" {...register('preparerId')} error={errors.preparerId?.message} nobody="As for the client" />
          </div>
          <p className="mb-3 text-table text-soft">
            {leading ? `Its jobs follow the ${leading.name}.` : 'Its jobs follow our own dates.'} They begin {service.leadDays} days before the deadline; our
            target is {service.targetDays} working {service.targetDays === 1 ? 'day' : 'days'} ahead of it.
          </p>
        </>
      )}
      {foreseen.view}
    </Leaf>
  );
}
