import { type ReactNode } from 'react';
import { Controller } from 'react-hook-form';
import { Link, useNavigate, useParams } from 'react-router';
import { rhythmInWords } from '@steady/core/calendar';
import { LINE_ANCHORS } from '@steady/core/obligations';
import { counted } from '@steady/core/words';
import type { DetailFieldView } from '@steady/contract/clients';
import type { RuleView } from '@steady/contract/rules';
import { KeepService, type ProcedureView, type ServiceView } from '@steady/contract/services';
import { send, useData } from '../../app/api';
import { useSession, useTeam } from '../../app/session';
import { ChoiceField, LongTextField, MoneyField, SelectField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Grip, moved, useOrder } from '../../ui/order-grip';
import { Note, Page } from '../../ui/page';
import { useSay } from '../../ui/toasts';
import { useForeseen } from '../almanac/effect';
import { FeeRuleFields } from './fee-rule-fields';
import { RhythmField } from './rhythm-field';
import { ANCHOR_WORDS } from './words';

/** A service worked down one page: what it is, what it costs, when it comes, how it is done. */
export function ServicePage() {
  const { id } = useParams();
  const { data: services } = useData<ServiceView[]>('/api/services');
  const { data: procedures } = useData<ProcedureView[]>('/api/procedures');
  if (!services || !procedures) return null;
  const service = services.find((one) => one.id === id);
  if (id !== 'new' && !service) return <Page title="Not found" sum="There is no such service, or it was taken away." children={<span />} />;
  return <ServiceForm key={service ? `${service.id} ${service.version}` : 'new'} service={service} procedures={procedures} />;
}

function Part({ n, title, hint, children }: { n: number; title: string; hint?: string; children: ReactNode }) {
  return (
    <section className="grid grid-cols-[200px_minmax(0,1fr)] gap-x-6 border-t border-rule px-5 py-4 max-md:grid-cols-1" aria-label={title}>
      <div className="mb-2">
        <h2 className="text-[16px]">
          {n}. {title}
        </h2>
        {hint && <p className="text-fine text-soft">{hint}</p>}
      </div>
      <div className="max-w-[620px]">{children}</div>
    </section>
  );
}

function ServiceForm({ service, procedures }: { service?: ServiceView; procedures: ProcedureView[] }) {
  const session = useSession();
  const navigate = useNavigate();
  const say = useSay();
  const { team } = useTeam();
  const { data: rules = [] } = useData<RuleView[]>('/api/rules');
  const { data: details = [] } = useData<DetailFieldView[]>('/api/details');
  const foreseen = useForeseen(`/api/services/${service?.id ?? ''}/effect`);
  const start = service
    ? {
        ...service,
        ...{
          billing: service.billing ?? undefined,
          responsibleId: service.responsibleId ?? '',
          itemCode: service.itemCode ?? '',
          advice: service.advice ?? '',
        },
      }
    : {
        ...{
          active: true,
          printed: true,
          charged: true,
          scope: '',
          defaultFee: 0,
          feeRule: null,
          defaultRhythm: 'yearly' as const,
          ruleIds: [],
          anchor: 'calendar' as const,
        },
        ...{ ownDue: { count: 10, unit: 'working days' as const }, leadDays: 30, targetDays: 3, procedures: [], needsAgent: false, needsDigital: false },
      };
  const { form, onSubmit, busy, problem } = useLeafForm<KeepService>({
    input: KeepService,
    start,
    // Only what can be kept: the view brings more along.
    tidy: ({ ...values }) => {
      const kept: Partial<Record<keyof KeepService, unknown>> = {};
      for (const key of KEPT) kept[key] = values[key];
      if (!service) delete kept.version;
      return kept as unknown as KeepService;
    },
    submit: async (values) => {
      // Empty lists and switches that are off are sent as they are.
      const whole = { ...values, ruleIds: values.ruleIds ?? [], procedures: values.procedures ?? [], scope: values.scope ?? '' };
      if (whole.feeRule) whole.feeRule = { ...whole.feeRule, drivers: whole.feeRule.drivers ?? [], minimum: whole.feeRule.minimum ?? null };
      if (!service) {
        await send('POST', '/api/services', whole);
        say(`Added "${whole.name}".`);
        return navigate('/firm');
      }
      await foreseen.before(whole, async () => {
        await send('PATCH', `/api/services/${service.id}`, whole);
        say(`Saved "${whole.name}".`);
        await navigate('/firm');
      });
    },
  });
  const { register, control, watch, setValue, formState } = form;
  const { errors } = formState;
  const ruleIds = watch('ruleIds') ?? [];
  const order = useOrder(ruleIds.length, (from, to) => setValue('ruleIds', moved(ruleIds, from, to)));
  const named = (ruleId: string) => rules.find((rule) => rule.id === ruleId);
  const perRhythm = watch('procedures') ?? [];
  const feeRule = watch('feeRule');
  const charged = watch('charged');
  const country = session.firm.country;
  const choosable = rules.filter((rule) => !ruleIds.includes(rule.id) && (rule.country === null || rule.country === country || rule.version !== null));
  return (
    <Page
      above={
        <Link to="/firm" className="lnk">
          Services
        </Link>
      }
      title={service?.name ?? 'New service'}
      sum={
        service
          ? `Used on ${counted(service.lines, 'service line')}. What changes here changes the dates of their work; you see them before.`
          : 'Work it down from the top; everything can be changed later.'
      }
      margin={
        <>
          <Note title="Before it is saved">
            <p className="text-soft">Dates that a change moves are shown before and after at the foot of the page; nothing moves until you save once more.</p>
          </Note>
          <Note title="Procedure">
            {procedures
              .filter((one) => one.id === watch('procedureId') || perRhythm.some((other) => other.procedureId === one.id))
              .map((one) => (
                <p key={one.id} className="mb-1">
                  <b>{one.name}</b>
                  <span className="block text-soft">
                    {one.phases.join(', ')}; {Math.round((one.minutes / 60) * 10) / 10} hours
                  </span>
                </p>
              ))}
          </Note>
        </>
      }
    >
      <form
        noValidate
        className="sheet mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          onSubmit();
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) event.currentTarget.requestSubmit();
        }}
      >
        {problem && (
          <p role="alert" className="m-4 border border-rust bg-rust-tint px-3 py-2 text-table">
            {problem}
          </p>
        )}
        <Part n={1} title="What it is">
          <div className="grid grid-cols-[minmax(0,1fr)_180px] gap-x-4">
            <TextField label="Name" autoFocus={!service} {...register('name')} error={errors.name?.message} />
            <TextField label="Short name" hint="Left empty: made from the name" {...register('shortName')} error={errors.shortName?.message} />
          </div>
          <ChoiceField
            label="It is"
            control={control}
            name="active"
            choices={[
              { value: true, words: 'on' },
              { value: false, words: 'off', hint: 'nobody is given it any more; lines that are there go on' },
            ]}
          />
        </Part>
        <Part n={2} title="In the letter" hint="Printing and charging are two choices: one does not decide the other.">
          <ChoiceField
            label="Schedule of services"
            control={control}
            name="printed"
            choices={[
              { value: true, words: 'printed' },
              { value: false, words: 'not printed' },
            ]}
          />
          <LongTextField label="Scope" rows={5} hint="As it stands in the engagement letter" {...register('scope')} error={errors.scope?.message} />
        </Part>
        <Part n={3} title="What it costs">
          <ChoiceField
            label="To the client"
            control={control}
            name="charged"
            choices={[
              { value: true, words: 'charged' },
              { value: false, words: 'not charged' },
            ]}
          />
          {charged && (
            <>
              <div className="mb-3 flex gap-5 text-table">
                <label className="flex items-baseline gap-1.5">
                  <input type="radio" name="fee-by" checked={!feeRule} onChange={() => setValue('feeRule', null)} />
                  as one amount
                </label>
                <label className="flex items-baseline gap-1.5">
                  <input
                    type="radio"
                    name="fee-by"
                    checked={Boolean(feeRule)}
                    onChange={() => setValue('feeRule', { base: form.getValues('defaultFee') ?? 0, drivers: [], minimum: null, discount: 0 })}
                  />
                  by a rule over facts of the client
                </label>
              </div>
              {feeRule ? (
                <FeeRuleFields form={form} details={details.filter((one) => one.kind === 'number')} currency={session.firm.currency} />
              ) : (
                <MoneyField
                  label={`Fee each time, ${session.firm.currency}, net of VAT`}
                  control={control}
                  name="defaultFee"
                  error={errors.defaultFee?.message}
                />
              )}
              <div className="grid grid-cols-2 gap-x-4">
                <RhythmField label="Billed" control={control} name="billing" none="each time it is done" error={errors.billing?.message} />
                <TextField label="Item code" hint="In the accounts package" {...register('itemCode')} error={errors.itemCode?.message} />
              </div>
            </>
          )}
        </Part>
        <Part n={4} title="When it comes" hint="A line can have another rhythm; one client may have several lines.">
          <RhythmField label="Usual rhythm" control={control} name="defaultRhythm" error={errors.defaultRhythm?.message} />
          <div className="mb-3">
            <p className="mb-0.5 text-table font-semibold">Filing rules</p>
            {ruleIds.length === 0 && <p className="mb-1 text-table text-soft">None: the work goes by a date of our own.</p>}
            <ol>
              {ruleIds.map((ruleId, index) => {
                const rule = named(ruleId);
                return (
                  <li key={ruleId} className="flex items-baseline gap-2 border-t border-rule py-1 text-table" {...order.row(index)}>
                    <Grip {...order.grip(index, rule?.name ?? ruleId)} />
                    <span className="flex-1">
                      {rule?.name ?? ruleId}, <span className="text-soft">{rule?.authority}</span>
                      {index === 0 && <span className="text-fine text-soft">, leads the jobs where their rhythm is the same</span>}
                    </span>
                    <button
                      type="button"
                      className="lnk"
                      aria-label={`Take away ${rule?.name ?? ruleId}`}
                      onClick={() =>
                        setValue(
                          'ruleIds',
                          ruleIds.filter((one) => one !== ruleId),
                        )
                      }
                    >
                      Take away
                    </button>
                  </li>
                );
              })}
            </ol>
            <select
              className="field mt-1"
              aria-label="Add a filing rule"
              value=""
              onChange={(event) => event.target.value && setValue('ruleIds', [...ruleIds, event.target.value])}
            >
              <option value="">Add a filing rule</option>
              {choosable.map((rule) => (
                <option key={rule.id} value={rule.id}>
                  {rule.name}, {rule.authority}
                </option>
              ))}
            </select>
            {errors.ruleIds?.message && <p className="mt-0.5 text-fine text-rust">{errors.ruleIds.message}</p>}
          </div>
          <p className="mb-0.5 text-table font-semibold">Where no filing rule leads</p>
          <div className="grid grid-cols-3 gap-x-4">
            <TextField
              label="It is wanted"
              inputMode="numeric"
              hint="below zero: before the end"
              {...register('ownDue.count', { setValueAs: asNumber })}
              error={errors.ownDue?.count?.message}
            />
            <SelectField label="counted in" {...register('ownDue.unit')}>
              <option value="working days">working days after the period</option>
              <option value="days">days after the period</option>
            </SelectField>
            <SelectField label="Periods go by" {...register('anchor')} error={errors.anchor?.message}>
              {LINE_ANCHORS.map((one) => (
                <option key={one} value={one}>
                  {ANCHOR_WORDS[one]}
                </option>
              ))}
            </SelectField>
          </div>
          <div className="grid grid-cols-2 gap-x-4">
            <TextField
              label="A job begins, days before the deadline"
              inputMode="numeric"
              {...register('leadDays', { setValueAs: asNumber })}
              error={errors.leadDays?.message}
            />
            <TextField
              label="Our target, working days ahead of it"
              inputMode="numeric"
              {...register('targetDays', { setValueAs: asNumber })}
              error={errors.targetDays?.message}
            />
          </div>
        </Part>
        <Part n={5} title="How it is done">
          <SelectField label="Procedure" defaultValue="" {...register('procedureId')} error={errors.procedureId?.message}>
            <option value="" disabled>
              Choose
            </option>
            {procedures.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </SelectField>
          {perRhythm.map((one, index) => (
            <div key={index} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-start gap-x-4">
              <RhythmField label={`Done ${rhythmInWords(one.rhythm)}`} control={control} name={`procedures.${index}.rhythm`} />
              <SelectField label="goes by" {...register(`procedures.${index}.procedureId`)} error={errors.procedures?.[index]?.procedureId?.message}>
                {procedures.map((other) => (
                  <option key={other.id} value={other.id}>
                    {other.name}
                  </option>
                ))}
              </SelectField>
              <button
                type="button"
                className="lnk pt-7 text-table"
                onClick={() =>
                  setValue(
                    'procedures',
                    perRhythm.filter((_, at) => at !== index),
                  )
                }
              >
                Take away
              </button>
            </div>
          ))}
          {errors.procedures?.message && <p className="mb-2 text-fine text-rust">{errors.procedures.message}</p>}
          <button
            type="button"
            className="lnk mb-3 text-table"
            onClick={() => setValue('procedures', [...perRhythm, { rhythm: 'weekly', procedureId: watch('procedureId') || procedures[0]!.id }])}
          >
            Another procedure for another rhythm
          </button>
          <SelectField label="Responsible, where the client names nobody" {...register('responsibleId')} error={errors.responsibleId?.message}>
            <option value="">Nobody by default</option>
            {team.map((member) => (
              <option key={member.id} value={member.id}>
                {member.name}
              </option>
            ))}
          </SelectField>
        </Part>
        <Part n={6} title="What it needs" hint="Followed for each client: asked for, given, when.">
          <Controller
            control={control}
            name="needsAgent"
            render={({ field }) => <TickField label="Authorisation of us as agent" checked={field.value} onChange={field.onChange} />}
          />
          <Controller
            control={control}
            name="needsDigital"
            render={({ field }) => <TickField label="Registration for digital filing" checked={field.value} onChange={field.onChange} />}
          />
          <div className="mt-3">
            <LongTextField label="Advice" hint="Shown to whoever gives a client this service" {...register('advice')} error={errors.advice?.message} />
          </div>
        </Part>
        {foreseen.view && (
          <Part n={7} title="What changes">
            {foreseen.view}
          </Part>
        )}
        {session.may('change services') && (
          <footer className="sticky bottom-0 flex items-center gap-3 border-t border-ink bg-page px-5 py-3">
            <button type="submit" className="act" disabled={busy}>
              {foreseen.effect ? 'Save, with these dates' : service ? 'Save the service' : 'Add the service'}
            </button>
            <Link to="/firm" className="act-quiet">
              Leave it
            </Link>
          </footer>
        )}
      </form>
    </Page>
  );
}

const KEPT: (keyof KeepService)[] = [
  'name',
  'shortName',
  'active',
  'printed',
  'charged',
  'scope',
  'defaultFee',
  'feeRule',
  'defaultRhythm',
  'billing',
  'ruleIds',
  'anchor',
  'ownDue',
  'leadDays',
  'targetDays',
  'procedureId',
  'procedures',
  'needsAgent',
  'needsDigital',
  'responsibleId',
  'itemCode',
  'advice',
  'version',
];

const asNumber = (text: string | number | undefined) => (text === '' || text === undefined ? undefined : Number(String(text).replace('−', '-')));
