import * as feesPortalRoutes from '@steady/contract/fees-portal.routes';
import { type ReactNode, useState } from 'react';
import { civil } from '@steady/core/calendar';
import { formatMoney, minus, moneyInWords, opposite } from '@steady/core/money';
import { capital, fullDate } from '@steady/core/words';
import type { PortalInvoice } from '@steady/contract/requests';
import { ProblemError, addressOf, send } from '../../app/api';
import { billSays } from './in-portal';

/** Leads to the PDF of a bill; while that is being made there is only what it says. */
const Pdf = ({ invoice, children }: { invoice: PortalInvoice; children: ReactNode }) =>
  invoice.hasPdf ? (
    <a className="lnk" href={addressOf(feesPortalRoutes.pdf, { id: invoice.id })}>
      {children}
    </a>
  ) : (
    <span className="text-soft">{children} is being made</span>
  );

/** A bill: to be paid, or what became of it. */
export function BillInPortal({ invoice }: { invoice: PortalInvoice }) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState(invoice.refusal);
  const open = minus(invoice.gross, invoice.paid);
  const amount = moneyInWords(open);
  const pay = async () => {
    setBusy(true);
    setProblem(null);
    try {
      const now = await send(feesPortalRoutes.pay, { id: invoice.id });
      if (now.status !== 'paid') setProblem(now.refusal ?? 'The payment is on its way.');
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <section className="mt-6" aria-label={`Invoice ${invoice.number}`}>
      <p className="text-table text-soft">{invoice.client}</p>
      <h1 className="text-[22px]">Invoice {invoice.number}</h1>
      <p className="mt-1 text-[15px]">
        {invoice.status === 'issued' ? (
          <>
            {amount} for {invoice.what}, please pay by <b>{fullDate(civil(invoice.dueOn))}</b>.
          </>
        ) : (
          <>
            For {invoice.what}.{' '}
            <span className={invoice.status === 'paid' ? 'good' : ''}>
              {capital(billSays(invoice))}
              {invoice.status === 'paid' ? ', thank you' : ''}.
            </span>
          </>
        )}
      </p>
      <div className="mt-3 border border-ink bg-page px-3.5 py-3">
        <dl className="facts sums">
          <dt>Net</dt>
          <dd>{formatMoney(invoice.net)}</dd>
          <dt>VAT</dt>
          <dd>{formatMoney(invoice.vat)}</dd>
          {invoice.paid.amount > 0 && (
            <>
              <dt>Paid, thank you</dt>
              <dd>{formatMoney(opposite(invoice.paid))}</dd>
            </>
          )}
          <dt className="tt">To pay, {open.currency}</dt>
          <dd className="tt">{formatMoney(open)}</dd>
        </dl>
        {problem && (
          <p role="alert" className="mt-2 border border-rust bg-rust-tint px-2 py-1 text-table">
            {problem}
          </p>
        )}
        <p className="mt-3 flex items-center gap-3">
          {invoice.status === 'issued' && (
            <button className="act" disabled={busy} onClick={() => void pay()}>
              {busy ? 'Paying …' : `Pay ${amount} by card`}
            </button>
          )}
          <Pdf invoice={invoice}>PDF</Pdf>
        </p>
      </div>
    </section>
  );
}
