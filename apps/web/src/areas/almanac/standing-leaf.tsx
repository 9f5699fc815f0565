import { type ReactNode, useState } from 'react';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import { ExtendObligation, type ObligationView, type OfferedExtension, SetObligationAside } from '@steady/contract/almanac';
import { send, useData } from '../../app/api';
import { useAct } from '../../app/use-act';
import { DateField, LongTextField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useSay } from '../../ui/toasts';
import { Worked } from '../../ui/workings';

interface Props {
  of: ObligationView;
  onClose(): void;
}

/** What becomes of a deadline besides being filed: more time, or not required at all. */
export function StandingLeaf(props: Props) {
  const [aside, setAside] = useState(false);
  if (props.of.status === 'not required') return <ReopenLeaf {...props} />;
  const switched = (
    <p className="mb-3 flex gap-4 text-table">
      <button type="button" className={aside ? 'lnk' : 'border-b-2 border-kelp font-semibold'} aria-pressed={!aside} onClick={() => setAside(false)}>
        More time
      </button>
      <button type="button" className={aside ? 'border-b-2 border-kelp font-semibold' : 'lnk'} aria-pressed={aside} onClick={() => setAside(true)}>
        Not required
      </button>
    </p>
  );
  return aside ? <AsideLeaf {...props} above={switched} /> : <ExtendLeaf {...props} above={switched} />;
}

function ExtendLeaf({ of, onClose, above }: Props & { above: ReactNode }) {
  const say = useSay();
  const { data } = useData<{ offered: OfferedExtension | null }>(`/api/obligations/${of.id}/extension`);
  const { form, onSubmit, busy, problem } = useLeafForm<ExtendObligation>({
    input: ExtendObligation,
    start: { to: '', reference: of.extensionReference ?? '', version: of.version },
    submit: async (values) => {
      await send('POST', `/api/obligations/${of.id}/extend`, values);
      say(`Put ${of.name} off to ${fullDate(civil(values.to))}.`);
      onClose();
    },
  });
  const { register, setValue, formState } = form;
  const offered = data?.offered;
  return (
    <Leaf open title={of.name} act="Put it off" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      {above}
      <p className="mb-3 text-table">
        The rule gives {fullDate(civil(of.extendedFrom ?? of.dueOn))}
        {of.extendedFrom && `; put off to ${fullDate(civil(of.dueOn))} already`}.
      </p>
      {offered && (
        <p className="mb-3 border border-rule bg-paper px-3 py-2 text-table">
          The law offers {offered.name}, to <Worked by={offered.workings}>{fullDate(civil(offered.to))}</Worked>
          {offered.asks && `, asked for by ${offered.asks}`}.{' '}
          <button type="button" className="lnk" onClick={() => setValue('to', offered.to)}>
            Take this day
          </button>
        </p>
      )}
      <DateField label="Put off to" autoFocus {...register('to')} error={formState.errors.to?.message} />
      <TextField label="Reference" hint="Of the letter or the confirmation" {...register('reference')} error={formState.errors.reference?.message} />
      {of.jobId && <p className="text-table text-soft">Its job has until then as well; its tasks keep their dates.</p>}
    </Leaf>
  );
}

function AsideLeaf({ of, onClose, above }: Props & { above: ReactNode }) {
  const say = useSay();
  const { form, onSubmit, busy, problem } = useLeafForm<SetObligationAside>({
    input: SetObligationAside,
    start: { reason: '', version: of.version },
    submit: async (values) => {
      await send('POST', `/api/obligations/${of.id}/set-aside`, values);
      say(`${of.name} is not required.`);
      onClose();
    },
  });
  return (
    <Leaf open title={of.name} act="It is not required" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      {above}
      <LongTextField label="Why" autoFocus {...form.register('reason')} error={form.formState.errors.reason?.message} />
      {of.jobId && <p className="text-table text-soft">Job {of.jobNumber} has begun for it and stays open until somebody closes it.</p>}
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
          await send('POST', `/api/obligations/${of.id}/reopen`, { version: of.version });
          onClose();
        }, `${of.name} is open again.`)
      }
    >
      <p>Set aside as not required: {of.notRequiredReason}</p>
    </Leaf>
  );
}
