import * as effectsRoutes from '@steady/contract/effects.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { useNavigate } from 'react-router';
import { AddServiceLine, ChangeServiceLine, type ServiceLineView } from '@steady/contract/lines';
import type { ServiceView } from '@steady/contract/services';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { SelectField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { useForeseen } from '../almanac';
import { type LineValues, LineTerms } from './line-terms';

interface Props {
  clientId: string;
  lines: ServiceLineView[];
  /** The line that is changed; without it a service is given. */
  line?: ServiceLineView;
  onClose(): void;
}

/** What of a line can be changed, as the form begins with it. */
const termsOf = (line: ServiceLineView) => ({
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
});

/** Gives a client a service on its own terms, or changes a line; every date that comes of it is shown first. */
export function LineLeaf({ clientId, lines, line, onClose }: Props) {
  const session = useSession();
  const notify = useNotify();
  const { data: services = [] } = useData(servicesRoutes.list);
  const changed = useForeseen(effectsRoutes.line, { id: line?.id ?? '' });
  const added = useForeseen(effectsRoutes.newLine, { id: clientId });
  const foreseen = line ? changed : added;
  const { form, onSubmit, busy, problem } = useLeafForm<LineValues>({
    input: (line ? ChangeServiceLine : AddServiceLine) as new () => LineValues,
    start: line ? termsOf(line) : { startsOn: session.today, cutShort: true },
    submit: (values) =>
      foreseen.before(values, async () => {
        await (line ? send(servicesRoutes.changeLine, { id: line.id }, values) : send(servicesRoutes.addLine, { id: clientId }, values));
        notify(line ? `Changed ${line.name}.` : 'Added. Its next deadlines are in the list.');
        onClose();
      }),
  });
  const { register, watch, setValue, formState } = form;
  const service = services.find((one) => one.id === (line?.serviceId ?? watch('serviceId')));
  const elsewhere = new Set(lines.filter((one) => one.id !== line?.id && !one.endsOn).flatMap((one) => one.ruleIds));
  const choose = (chosen: ServiceView) => {
    setValue('rhythm', chosen.defaultRhythm);
    setValue('anchor', chosen.anchor);
    setValue(
      'ruleIds',
      chosen.ruleIds.filter((one) => !elsewhere.has(one)),
    );
  };
  const { onChange, ...serviceField } = register('serviceId');
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
      beside={line && session.may('change services') && <OwnProcedure line={line} />}
    >
      {!line && (
        <SelectField
          label="Service"
          defaultValue=""
          {...serviceField}
          onChange={(event) => {
            void onChange(event);
            const chosen = services.find((one) => one.id === event.target.value);
            if (chosen) choose(chosen);
          }}
          error={formState.errors.serviceId?.message}
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
      {service && <LineTerms form={form} service={service} elsewhere={elsewhere} proposeFor={line ? undefined : clientId} />}
      {foreseen.view}
    </Leaf>
  );
}

function OwnProcedure({ line }: { line: ServiceLineView }) {
  const navigate = useNavigate();
  const { act } = useAct();
  return (
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
  );
}
