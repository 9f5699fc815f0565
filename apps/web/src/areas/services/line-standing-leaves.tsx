import * as effectsRoutes from '@steady/contract/effects.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { useState } from 'react';
import { KeepPermission, PauseLine, type PermissionKind, ResumeLine, type ServiceLineView, StopLine } from '@steady/contract/lines';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, LongTextField, SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { useForeseen } from '../almanac';
import { PERMISSION_WORDS, permissionsWanted } from './words';

interface Props {
  line: ServiceLineView;
  onClose(): void;
}

/** Lets a line rest: no work and no deadline in between. */
export function PauseLeaf({ line, onClose }: Props) {
  const notify = useNotify();
  const { today } = useSession();
  const foreseen = useForeseen(effectsRoutes.pause, { id: line.id }, `${line.name} is paused`);
  const { form, onSubmit, busy, problem } = useLeafForm<PauseLine>({
    input: PauseLine,
    start: { from: today, until: '', version: line.version },
    submit: (values) =>
      foreseen.before(values, async () => {
        await send(servicesRoutes.pause, { id: line.id }, values);
        notify(`${line.name} is paused.`);
        onClose();
      }),
  });
  const { control, formState } = form;
  return (
    <Leaf open title={`Pause "${line.name}"`} act={foreseen.act('Pause it')} onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <div className="grid grid-cols-2 gap-x-4">
        <DateField label="From" autoFocus control={control} name="from" error={formState.errors.from?.message} />
        <DateField label="To" hint="Empty: until it is resumed" control={control} name="until" error={formState.errors.until?.message} />
      </div>
      <p className="mb-3 text-table text-soft">Periods wholly in between create no work. Statutory deadlines in them are not watched here any more.</p>
      {foreseen.view}
    </Leaf>
  );
}

export function ResumeLeaf({ line, onClose }: Props) {
  const notify = useNotify();
  const { today } = useSession();
  const foreseen = useForeseen(effectsRoutes.resume, { id: line.id });
  const { form, onSubmit, busy, problem } = useLeafForm<ResumeLine>({
    input: ResumeLine,
    start: { on: today, version: line.version },
    submit: (values) =>
      foreseen.before(values, async () => {
        await send(servicesRoutes.resume, { id: line.id }, values);
        notify(`${line.name} is resumed.`);
        onClose();
      }),
  });
  return (
    <Leaf open title={`Resume "${line.name}"`} act={foreseen.act('Resume it')} onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <DateField label="Resumes on" autoFocus control={form.control} name="on" error={form.formState.errors.on?.message} />
      {foreseen.view}
    </Leaf>
  );
}

/** Stops a line: what lies ahead of it is closed. */
export function StopLeaf({ line, onClose }: Props) {
  const notify = useNotify();
  const { today } = useSession();
  const foreseen = useForeseen(effectsRoutes.stop, { id: line.id }, `${line.name} was stopped`);
  const { form, onSubmit, busy, problem } = useLeafForm<StopLine>({
    input: StopLine,
    start: { endsOn: today, reason: '', version: line.version },
    submit: (values) =>
      foreseen.before(values, async () => {
        await send(servicesRoutes.stop, { id: line.id }, values);
        notify(`${line.name} is stopped.`);
        onClose();
      }),
  });
  const { register, control, formState } = form;
  return (
    <Leaf open title={`Stop "${line.name}"`} act={foreseen.act('Stop it')} onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <DateField
        label="Last day"
        autoFocus
        hint="The period with this day in it is the last one; its return still has to be filed."
        control={control}
        name="endsOn"
        error={formState.errors.endsOn?.message}
      />
      <LongTextField label="Why" {...register('reason')} error={formState.errors.reason?.message} />
      {foreseen.view}
    </Leaf>
  );
}

/** Notes that the client was asked to allow something, and that it was given. */
export function PermissionLeaf({ clientId, line, onClose }: Props & { clientId: string }) {
  const notify = useNotify();
  const wanted = permissionsWanted(line);
  const [kind, setKind] = useState<PermissionKind>(wanted.find(({ is }) => !is?.givenOn)?.kind ?? wanted[0]!.kind);
  return (
    <PermissionForm
      key={kind}
      {...{ clientId, line, kind, onClose, notify }}
      choose={
        wanted.length > 1 ? (
          <SelectField label="What" value={kind} onChange={(event) => setKind(event.target.value as PermissionKind)}>
            {wanted.map((one) => (
              <option key={one.kind} value={one.kind}>
                {PERMISSION_WORDS[one.kind]}
              </option>
            ))}
          </SelectField>
        ) : null
      }
    />
  );
}

function PermissionForm({
  clientId,
  line,
  kind,
  onClose,
  notify,
  choose,
}: Props & { clientId: string; kind: PermissionKind; notify(words: string): void; choose: React.ReactNode }) {
  const is = line.permissions.find((one) => one.kind === kind);
  const { form, onSubmit, busy, problem } = useLeafForm<KeepPermission>({
    input: KeepPermission,
    start: { serviceId: line.serviceId, kind, askedOn: is?.askedOn ?? '', givenOn: is?.givenOn ?? '', reference: is?.reference ?? '' },
    submit: async (values) => {
      await send(servicesRoutes.permission, { id: clientId }, values);
      notify('Noted.');
      onClose();
    },
  });
  const { register, control, formState } = form;
  return (
    <Leaf open title={`${line.service}: ${PERMISSION_WORDS[kind]}`} act="Save" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      {choose}
      <div className="grid grid-cols-2 gap-x-4">
        <DateField label="Asked for on" autoFocus control={control} name="askedOn" error={formState.errors.askedOn?.message} />
        <DateField label="Given on" control={control} name="givenOn" error={formState.errors.givenOn?.message} />
      </div>
      <TextField label="Reference" {...register('reference')} error={formState.errors.reference?.message} />
      <p className="text-table text-soft">Until it is given, filing asks for confirmation first.</p>
    </Leaf>
  );
}
