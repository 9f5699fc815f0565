import * as almanacRoutes from '@steady/contract/almanac.routes';
import { type ReactNode, useState } from 'react';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import { ExtendObligation, NoteFiled, type ObligationView, SetObligationAside } from '@steady/contract/almanac';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DateField, LongTextField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { Worked } from '../../ui/workings';

interface Props {
  of: ObligationView;
  onClose(): void;
}

type Way = 'filed' | 'time' | 'rule' | 'not required' | 'missed';
const WAYS: Record<Way, string> = {
  filed: 'Filed elsewhere',
  time: 'Extension',
  rule: 'Reset to the rule',
  'not required': 'Not required',
  missed: 'Missed',
};

/** What becomes of a deadline besides being filed here: filed elsewhere, more time, not required, missed for good. */
export function DeadlineStatusLeaf(props: Props) {
  const { of } = props;
  const { today } = useSession();
  const [way, setWay] = useState<Way>('time');
  if (of.status === 'not required' || of.status === 'missed') return <ReopenLeaf {...props} />;
  const ways: Way[] = ['filed', 'time', ...(of.jobId ? (['rule'] as const) : []), 'not required', ...(of.dueOn < today ? (['missed'] as const) : [])];
  const switched = (
    <p className="mb-3 flex gap-4 text-table">
      {ways.map((one) => (
        <button
          key={one}
          type="button"
          className={way === one ? 'border-b-2 border-kelp font-semibold' : 'lnk'}
          aria-pressed={way === one}
          onClick={() => setWay(one)}
        >
          {WAYS[one]}
        </button>
      ))}
    </p>
  );
  if (way === 'rule') return <FollowLeaf {...props} above={switched} />;
  if (way === 'filed') return <FiledLeaf {...props} above={switched} />;
  return way === 'time' ? <ExtendLeaf {...props} above={switched} /> : <AsideLeaf key={way} as={way} {...props} above={switched} />;
}

/** Notes what was filed on paper or at the authority's own desk. */
function FiledLeaf({ of, onClose, above }: Props & { above: ReactNode }) {
  const notify = useNotify();
  const { today } = useSession();
  const [anyway, setAnyway] = useState(false);
  const { form, onSubmit, busy, problem, refusal } = useLeafForm<NoteFiled>({
    input: NoteFiled,
    start: { on: today, receipt: '', version: of.version },
    submit: async (values) => {
      await send(almanacRoutes.noteFiled, { id: of.id }, { ...values, anyway });
      notify(`${of.name} is marked as filed.`);
      onClose();
    },
  });
  return (
    <Leaf open title={of.name} act={anyway ? 'Mark it anyway' : 'Mark as filed'} onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      {above}
      {refusal?.problem.code === 'not-ready' && <TickField label="File it anyway" checked={anyway} onChange={(event) => setAnyway(event.target.checked)} />}
      <DateField label="Filed on" autoFocus control={form.control} name="on" error={form.formState.errors.on?.message} />
      <TextField label="Receipt" hint="Or other proof of filing" {...form.register('receipt')} error={form.formState.errors.receipt?.message} />
      <p className="text-table text-soft">Nothing is sent to {of.authority}.</p>
    </Leaf>
  );
}

function ExtendLeaf({ of, onClose, above }: Props & { above: ReactNode }) {
  const notify = useNotify();
  const { data } = useData(almanacRoutes.extension, { id: of.id });
  const { form, onSubmit, busy, problem } = useLeafForm<ExtendObligation>({
    input: ExtendObligation,
    start: { to: '', reference: of.extensionReference ?? '', version: of.version },
    submit: async (values) => {
      await send(almanacRoutes.extend, { id: of.id }, values);
      notify(`Extended ${of.name} to ${fullDate(civil(values.to))}.`);
      onClose();
    },
  });
  const { register, control, setValue, formState } = form;
  const offered = data?.offered;
  return (
    <Leaf open title={of.name} act="Extend it" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      {above}
      <p className="mb-3 text-table">
        The rule gives {fullDate(civil(of.extendedFrom ?? of.dueOn))}
        {of.extendedFrom && `; extended to ${fullDate(civil(of.dueOn))} already`}.
      </p>
      {offered && (
        <p className="mb-3 border border-rule bg-paper px-3 py-2 text-table">
          The law offers {offered.name}, to <Worked by={offered.workings}>{fullDate(civil(offered.to))}</Worked>
          {offered.asks && `, asked for by ${offered.asks}`}.{' '}
          <button type="button" className="lnk" onClick={() => setValue('to', offered.to)}>
            Use this date
          </button>
        </p>
      )}
      <DateField label="New deadline" autoFocus control={control} name="to" error={formState.errors.to?.message} />
      <TextField label="Reference" hint="Of the letter or the confirmation" {...register('reference')} error={formState.errors.reference?.message} />
      {of.jobId && <p className="text-table text-soft">Its job has until then as well; its tasks keep their dates.</p>}
    </Leaf>
  );
}

function AsideLeaf({ of, as, onClose, above }: Props & { as: 'not required' | 'missed'; above: ReactNode }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<SetObligationAside>({
    input: SetObligationAside,
    start: { as, reason: '', closeJob: of.jobId !== null && as === 'not required', version: of.version },
    submit: async (values) => {
      await send(almanacRoutes.setAside, { id: of.id }, values);
      notify(as === 'missed' ? `Noted: ${of.name} was missed.` : `${of.name} is not required.`);
      onClose();
    },
  });
  return (
    <Leaf
      open
      title={of.name}
      act={as === 'missed' ? 'It was missed' : 'It is not required'}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      {above}
      <LongTextField label="Why" autoFocus {...form.register('reason')} error={form.formState.errors.reason?.message} />
      {of.jobId && <TickField label={`Job ${of.jobNumber} has begun for it: close it too`} {...form.register('closeJob')} />}
    </Leaf>
  );
}

/** What has begun keeps its dates when a rule or a fact changes; here it takes the new ones. */
function FollowLeaf({ of, onClose, above }: Props & { above: ReactNode }) {
  const { act, busy } = useAct();
  return (
    <Leaf
      open
      title={of.name}
      act="Use the dates of the rule"
      busy={busy}
      onClose={onClose}
      onSubmit={() =>
        void act(async () => {
          await send(almanacRoutes.follow, { id: of.id }, { version: of.version });
          onClose();
        }, `${of.name} is back on the dates of the rule.`)
      }
    >
      {above}
      <p className="text-table">
        Work on it has begun, so it kept {fullDate(civil(of.dueOn))} when its rule, its line or a fact of the client changed. It takes the dates that the rule
        gives now, and its job with it.
      </p>
    </Leaf>
  );
}

function ReopenLeaf({ of, onClose }: Props) {
  const { act, busy } = useAct();
  return (
    <Leaf
      open
      title={of.name}
      act="It is required after all"
      busy={busy}
      onClose={onClose}
      onSubmit={() =>
        void act(async () => {
          await send(almanacRoutes.reopen, { id: of.id }, { version: of.version });
          onClose();
        }, `${of.name} is open again.`)
      }
    >
      <p>
        {of.status === 'missed' ? 'Missed' : 'Marked as not required'}: {of.notRequiredReason}
      </p>
    </Leaf>
  );
}
