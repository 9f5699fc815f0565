import * as feesRoutes from '@steady/contract/fees.routes';
import { useState } from 'react';
import { formatMoney, minus, moneyInWords } from '@steady/core/money';
import { type InvoiceView, NotePayment } from '@steady/contract/fees';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DateField, TextField } from '../../ui/fields';
import { MoneyField } from '../../ui/figure-field';
import { useLeafForm } from '../../ui/form';
import { Confirm, Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { momentInWords } from '../../ui/words';

/** What came in for a bill: told by the collector, or noted by hand, which can be taken back. */
export function BillPayments({ of: { payments } }: { of: InvoiceView }) {
  const session = useSession();
  const { act, busy } = useAct();
  const [taking, setTaking] = useState<InvoiceView['payments'][number] | null>(null);
  if (payments.length === 0) return null;
  return (
    <section className="mt-4 max-w-2xl">
      <h2 className="mb-1">Payments</h2>
      <ul className="sheet text-table">
        {payments.map((payment) => (
          <li key={payment.id} className="flex items-baseline gap-3 border-b border-rule-soft px-3 py-1.5 last:border-0">
            <span className="n w-24 text-right">{formatMoney(payment.amount)}</span>
            <span className="min-w-0 flex-1">
              {momentInWords(payment.at, session.day)}, reference {payment.reference}
              <span className="text-soft">
                , {payment.by ? `noted by ${payment.by}` : 'through the portal'}
                {payment.takenBack && ', taken back'}
              </span>
            </span>
            {payment.by !== null && !payment.takenBack && session.may('bill') && (
              <button className="lnk" onClick={() => setTaking(payment)}>
                Take back
              </button>
            )}
          </li>
        ))}
      </ul>
      <Confirm
        open={taking !== null}
        title="Take this payment back?"
        act="Take it back"
        busy={busy}
        onClose={() => setTaking(null)}
        onYes={() =>
          void act(async () => {
            await send(feesRoutes.takeBackPayment, { id: taking!.id });
            setTaking(null);
          }, 'Taken back. The bill is open for it again.')
        }
      >
        <p>{taking && moneyInWords(taking.amount)} counts as not paid. Both stay on record.</p>
      </Confirm>
    </section>
  );
}

/** Money that came in by the bank, noted from the statement. */
export function PaymentLeaf({ invoice, onClose }: { invoice: InvoiceView; onClose(): void }) {
  const session = useSession();
  const notify = useNotify();
  const open = minus(invoice.gross, invoice.paid);
  const { form, onSubmit, busy, problem } = useLeafForm<NotePayment>({
    input: NotePayment,
    start: { amount: open, on: session.today, reference: '', version: invoice.version },
    submit: async (values) => {
      await send(feesRoutes.notePayment, { id: invoice.id }, values);
      notify(`Noted ${moneyInWords(values.amount)}.`);
      onClose();
    },
  });
  const { control, register, formState } = form;
  return (
    <Leaf open title={`Payment of bill ${invoice.number}`} act="Note the payment" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <MoneyField
        label={`Came in, ${session.firm.currency}`}
        hint={`${moneyInWords(open)} are open.`}
        control={control}
        name="amount"
        error={formState.errors.amount?.message}
        autoFocus
      />
      <DateField label="On" max={session.today} control={control} name="on" error={formState.errors.on?.message} />
      <TextField label="Reference" hint="As it stands on the bank statement" {...register('reference')} error={formState.errors.reference?.message} />
    </Leaf>
  );
}
