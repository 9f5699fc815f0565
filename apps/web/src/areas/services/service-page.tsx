import * as effectsRoutes from '@steady/contract/effects.routes';
import * as proceduresRoutes from '@steady/contract/procedures.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import type { DefaultValues } from 'react-hook-form';
import { Link, useNavigate, useParams } from 'react-router';
import { counted } from '@steady/core/words';
import type { ProcedureRow } from '@steady/contract/procedures';
import { KeepService, type ServiceView } from '@steady/contract/services';
import { type Currency, noMoney } from '@steady/core/money';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { WhoMay } from '../../app/who-may';
import { Faults } from '../../ui/faults';
import { ChoiceField, LongTextField, SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { PageForm } from '../../ui/form-sheet';
import { Page } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { useUnsaved } from '../../ui/unsaved';
import { useForeseen } from '../almanac';
import { PersonSelect } from '../../ui/person-select';
import { ProceduresField } from './procedures-field';
import { CostPart } from './cost-part';
import { NeedsPart } from './needs-part';
import { Part } from './part';
import { ServiceMargin } from './service-margin';
import { WhenPart } from './when-part';

/** A service worked down one page: what it is, what it costs, when it comes, how it is done. */
export function ServicePage() {
  const { id } = useParams();
  const { data: services } = useData(servicesRoutes.list);
  const { data: procedures } = useData(proceduresRoutes.list);
  if (!services || !procedures) return null;
  const service = services.find((one) => one.id === id);
  if (id !== 'new' && !service) return <Page title="Not found" sum="There is no such service, or it was removed." children={<span />} />;
  return <ServiceForm key={service ? `${service.id} ${service.version}` : 'new'} service={service} procedures={procedures} />;
}

/** What of a service can be kept, as the form begins with it. */
function keptOf({ id: _id, rules: _rules, procedureName: _name, phases: _phases, lines: _lines, ...kept }: ServiceView, currency: Currency): KeepService {
  return { ...kept, defaultFee: kept.defaultFee ?? noMoney(currency) };
}

const NEW_SERVICE: DefaultValues<KeepService> = {
  active: true,
  printed: true,
  charged: true,
  scope: '',
  feeRule: null,
  defaultRhythm: 'yearly',
  ruleIds: [],
  anchor: 'calendar',
  ownDue: { count: 10, unit: 'working days' },
  leadDays: 30,
  targetDays: 3,
  procedures: [],
  needsAgent: false,
  needsDigital: false,
};

function ServiceForm({ service, procedures }: { service?: ServiceView; procedures: ProcedureRow[] }) {
  const session = useSession();
  const { currency } = session.firm;
  const navigate = useNavigate();
  const notify = useNotify();
  const foreseen = useForeseen(effectsRoutes.service, { id: service?.id ?? '' });
  const { form, onSubmit, busy, problem } = useLeafForm<KeepService>({
    input: KeepService,
    start: service ? keptOf(service, currency) : { ...NEW_SERVICE, defaultFee: noMoney(currency) },
    submit: async (values) => {
      if (!service) {
        await send(servicesRoutes.add, {}, values);
        unsaved.settle();
        notify(`Added "${values.name}".`);
        return navigate('/firm');
      }
      await foreseen.before(values, async () => {
        await send(servicesRoutes.change, { id: service.id }, values);
        unsaved.settle();
        notify(`Saved "${values.name}".`);
        await navigate('/firm');
      });
    },
  });
  const { register, control, watch, formState } = form;
  const { errors } = formState;
  const unsaved = useUnsaved(busy);
  const perRhythm = watch('procedures') ?? [];
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
          : 'Fill it in from the top; everything can be changed later.'
      }
      margin={
        <ServiceMargin procedures={procedures.filter((one) => one.id === watch('procedureId') || perRhythm.some((other) => other.procedureId === one.id))} />
      }
    >
      <PageForm unsaved={unsaved} className="sheet mt-2" onSubmit={onSubmit}>
        <div className="mx-4 mt-4 empty:hidden">
          <Faults of={problem ? [problem] : []} />
        </div>
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
              { value: false, words: 'off', hint: 'not offered any more; existing lines continue' },
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
          <LongTextField label="Scope" rows={5} hint="As it is worded in the engagement letter" {...register('scope')} error={errors.scope?.message} />
        </Part>
        <CostPart form={form} />
        <WhenPart form={form} />
        <Part n={5} title="How it is done">
          <SelectField label="Procedure" defaultValue="" {...register('procedureId')} error={errors.procedureId?.message}>
            <option value="">None: the work of a period is one task</option>
            {procedures.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </SelectField>
          <ProceduresField form={form} procedures={procedures} />
          <PersonSelect
            label="Responsible, where the client names nobody"
            {...register('responsibleId')}
            error={errors.responsibleId?.message}
            nobody="Nobody by default"
          />
        </Part>
        <NeedsPart form={form} />
        {foreseen.view && (
          <Part n={7} title="What changes">
            {foreseen.view}
          </Part>
        )}
        <WhoMay right="change services" act="Services are changed" />
        {session.may('change services') && (
          <footer className="sticky bottom-0 flex items-center gap-3 border-t border-ink bg-page px-5 py-3">
            <button type="submit" className="act" disabled={busy}>
              {foreseen.effect ? 'Save, with these dates' : service ? 'Save the service' : 'Add the service'}
            </button>
            <Link to="/firm" className="act-quiet">
              Cancel
            </Link>
          </footer>
        )}
      </PageForm>
    </Page>
  );
}
