import * as feesRoutes from '@steady/contract/fees.routes';
import { useState } from 'react';
import { counted } from '@steady/core/words';
import { SetPromise } from '@steady/contract/asks';
import type { InvoiceView, RemindersView } from '@steady/contract/fees';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DateField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { dayInWords } from '../../ui/words';

/** How a bill that is not paid is reminded of: what went out, what comes next and why not, and what they promised. */
export function BillReminders({ of: invoice }: { of: InvoiceView }) {
  const session = useSession();
  const { act, busy } = useAct();
  const [promising, setPromising] = useState(false);
  const { reminders } = invoice;
  if (reminders === null) return null;
  const { id } = invoice;
  return (
    <section className="mt-4 max-w-2xl" aria-label="Reminders">
      <h2 className="mb-1">Reminders</h2>
      <div className="sheet flex flex-wrap items-baseline gap-x-4 gap-y-1 px-3 py-2 text-table">
        <span className="min-w-0 flex-1">
          <RemindersInWords of={reminders} />
        </span>
        {session.may('bill') && (
          <span className="flex flex-wrap gap-3">
            <button className="lnk" disabled={busy} onClick={() => void act(() => send(feesRoutes.remind, { id }), 'The reminder is on its way.')}>
              Remind now
            </button>
            <button className="lnk" onClick={() => setPromising(true)}>
              Promised for
            </button>
            <button
              className="lnk"
              disabled={busy}
              onClick={() =>
                void act(
                  () => send(feesRoutes.reminders, { id }, { on: reminders.isStopped }),
                  reminders.isStopped ? 'It is reminded of again, counted from today.' : 'It is not reminded of any more.',
                )
              }
            >
              {reminders.isStopped ? 'Have them go on' : 'Stop them'}
            </button>
          </span>
        )}
      </div>
      {promising && <PromiseLeaf invoice={invoice} onClose={() => setPromising(false)} />}
    </section>
  );
}

function RemindersInWords({ of: { sent, next, quiet, promisedFor } }: { of: RemindersView }) {
  const { day } = useSession();
  return (
    <>
      {sent === 0 ? 'None went out yet' : `${counted(sent, 'reminder')} went out`}
      {promisedFor !== null && <>; promised for {dayInWords(promisedFor, day)}</>};{' '}
      {next !== null ? <>the next {dayInWords(next, day)}</> : <span className={quiet === 'stopped' ? 'text-soft' : 'soon'}>{quiet ?? 'none is due'}</span>}.
    </>
  );
}

function PromiseLeaf({ invoice, onClose }: { invoice: InvoiceView; onClose(): void }) {
  const session = useSession();
  const { act, busy: taking } = useAct();
  const { form, onSubmit, busy, problem } = useLeafForm<SetPromise>({
    input: SetPromise,
    start: { on: invoice.reminders?.promisedFor ?? session.today },
    submit: async (values) => {
      await send(feesRoutes.promise, { id: invoice.id }, values);
      onClose();
    },
  });
  return (
    <Leaf
      open
      title={`Payment of bill ${invoice.number} is promised`}
      act="Note it"
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy || taking}
      problem={problem}
    >
      <p className="mb-3 text-table text-soft">No reminder goes out until that day is over.</p>
      <DateField label="For" control={form.control} name="on" error={form.formState.errors.on?.message} />
      {invoice.reminders?.promisedFor != null && (
        <button
          type="button"
          className="lnk"
          onClick={() =>
            void act(async () => {
              await send(feesRoutes.promise, { id: invoice.id }, { on: null });
              onClose();
            }, 'No day is promised any more.')
          }
        >
          They promised no day
        </button>
      )}
    </Leaf>
  );
}
