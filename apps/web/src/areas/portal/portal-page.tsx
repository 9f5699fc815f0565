import type { PayInvoice } from '@steady/contract/fees';
import * as asksRoutes from '@steady/contract/asks.routes';
import * as feesPortalRoutes from '@steady/contract/fees-portal.routes';
import * as portalRoutes from '@steady/contract/portal.routes';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { civil } from '@steady/core/calendar';
import { formatMoney } from '@steady/core/money';
import { fullDate, shortDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import type { PortalInvoice, PortalMe } from '@steady/contract/requests';
import { ProblemError, send, useData, addressOf } from '../../app/api';
import { useLookAgain } from '../../app/look-again';
import { dayOf } from '../../ui/words';
import { useAskKind } from '../../app/brought';

/** What a client sees: exactly what is asked of them, and what they owe. */
export function PortalPage() {
  const { data: me, error } = useData(portalRoutes.me);
  useLookAgain(me?.readOnly ?? false);
  const { data: asks } = useData(asksRoutes.inPortal, me ? {} : null);
  const { data: invoices } = useData(feesPortalRoutes.list, me ? {} : null);
  if (error) {
    return (
      <main className="mx-auto max-w-md px-[18px] pt-16">
        <h1>Come in by your link</h1>
        <p className="mt-2">{error.message}</p>
      </main>
    );
  }
  if (!me || !asks || !invoices) return null;
  const wanted = asks.filter((ask) => ask.stands === 'wanted');
  const withUs = asks.filter((ask) => ask.stands === 'with us');
  const over = asks.filter((ask) => ask.stands !== 'wanted' && ask.stands !== 'with us');
  const unpaid = invoices.filter((invoice) => invoice.status === 'issued');
  const rest = invoices.filter((invoice) => invoice.status !== 'issued');
  return (
    <main className="mx-auto max-w-xl px-[18px] pt-3 pb-20">
      {me.looking && <Looking name={me.name} />}
      <header className="flex items-baseline justify-between border-b border-ink pt-1 pb-2.5">
        <span className="font-serif text-[15px] font-semibold">{me.firm}</span>
        <span className="text-soft">{me.name}</span>
      </header>
      {me.readOnly && (
        <p role="status" className="mt-3 border border-ochre bg-ochre-tint px-3 py-2">
          For the moment nothing can be sent here. You can read what there is; please come back a little later.
        </p>
      )}
      <fieldset disabled={me.looking || me.readOnly} className="min-w-0">
        {wanted.length + unpaid.length === 0 && (
          <>
            <h1 className="mt-5 text-[22px]">Nothing is asked of you</h1>
            <p className="mt-1">{nothingAsked(withUs.length, over)}</p>
          </>
        )}
        {[...wanted, ...withUs].map((ask) => (
          <Asked key={ask.partyId} ask={ask} />
        ))}
        {unpaid.map((invoice) => (
          <Invoice key={invoice.id} invoice={invoice} me={me} />
        ))}
        {over.length + rest.length > 0 && (
          <section className="mt-8">
            <h2 className="mb-2">Done</h2>
            <ul className="sheet text-table">
              {over.map((ask) => (
                <li key={ask.partyId} className="border-b border-rule-soft px-3.5 py-2 last:border-0">
                  <Over ask={ask} />
                </li>
              ))}
              {rest.map((invoice) => (
                <li key={invoice.id} className="flex justify-between gap-3 border-b border-rule-soft px-3.5 py-2 last:border-0">
                  <span>
                    Invoice {invoice.number}{' '}
                    <span className={invoice.status === 'paid' ? 'good' : 'text-soft'}>
                      {invoice.status === 'paid' && invoice.paidAt ? `paid ${shortDate(dayOf(invoice.paidAt))}` : invoice.status}
                    </span>
                  </span>
                  <a className="lnk" href={addressOf(feesPortalRoutes.pdf, { id: invoice.id })}>
                    PDF, {formatMoney(invoice.gross)}
                  </a>
                </li>
              ))}
            </ul>
          </section>
        )}
      </fieldset>
    </main>
  );
}

function Asked({ ask }: { ask: PortalAsk }) {
  const { Portal } = useAskKind(ask.kind);
  return <Portal ask={ask} />;
}

function Over({ ask }: { ask: PortalAsk }) {
  const { PortalRest } = useAskKind(ask.kind);
  return <PortalRest ask={ask} />;
}

/** What is said where nothing is to be done: thanks where all came, and no thanks where somebody refused. */
function nothingAsked(withUs: number, over: readonly { stands: string }[]): string {
  if (withUs > 0) return 'What you sent has come in. We look at it and come back to you if something is missing.';
  if (over[0]?.stands === 'refused') return 'You refused what was asked last. We come back to you about it.';
  return over.some((ask) => ask.stands === 'done') ? 'We have all we need for now. Thank you.' : 'We come back to you when we need something.';
}

/** Says to a person of the firm that this is the client's view, and leads back. */
function Looking({ name }: { name: string }) {
  const [search] = useSearchParams();
  const asked = search.get('back') ?? '';
  const back = /^\/[a-z]+\/[\w-]+$/.test(asked) ? asked : '/clients';
  const leave = async () => {
    await send(portalRoutes.leave, {});
    window.location.assign(back);
  };
  return (
    <p
      className="sticky top-0 z-10 mb-3 flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1 border border-slate bg-slate-tint px-3 py-2 text-table"
      role="status"
    >
      <span>
        You see this as <b>{name}</b> does. Nothing can be sent or paid from here.
      </span>
      <button className="act-quiet" onClick={() => void leave()}>
        Back to our own pages
      </button>
    </p>
  );
}

const MEANS: { value: PayInvoice['means']; words: string }[] = [
  { value: 'card', words: 'Card' },
  { value: 'card without funds', words: 'Card that is refused (to try it out)' },
];

function Invoice({ invoice, me }: { invoice: PortalInvoice; me: PortalMe }) {
  const [means, setMeans] = useState<PayInvoice['means']>('card');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const amount = `${me.currency} ${formatMoney(invoice.gross - invoice.paid)}`;
  const pay = async () => {
    setBusy(true);
    setProblem(null);
    try {
      const now = await send(feesPortalRoutes.pay, { id: invoice.id }, { means });
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
        {amount} for {invoice.what}, please pay by <b>{fullDate(civil(invoice.dueOn))}</b>.
      </p>
      <div className="mt-3 border border-ink bg-page px-3.5 py-3">
        <dl className="facts sums">
          <dt>Net</dt>
          <dd>{formatMoney(invoice.net)}</dd>
          <dt>VAT</dt>
          <dd>{formatMoney(invoice.vat)}</dd>
          {invoice.paid > 0 && (
            <>
              <dt>Paid, thank you</dt>
              <dd>{formatMoney(-invoice.paid)}</dd>
            </>
          )}
          <dt className="tt">To pay, {me.currency}</dt>
          <dd className="tt">{formatMoney(invoice.gross - invoice.paid)}</dd>
        </dl>
        {problem && (
          <p role="alert" className="mt-2 border border-rust bg-rust-tint px-2 py-1 text-table">
            {problem}
          </p>
        )}
        <fieldset className="mt-3">
          <legend className="text-table font-semibold">Pay with</legend>
          {MEANS.map((one) => (
            <label key={one.value} className="flex items-baseline gap-1.5">
              <input type="radio" name={`means-${invoice.id}`} checked={means === one.value} onChange={() => setMeans(one.value)} />
              {one.words}
            </label>
          ))}
        </fieldset>
        <p className="mt-3 flex items-center gap-3">
          <button className="act" disabled={busy} onClick={() => void pay()}>
            {busy ? 'Paying …' : `Pay ${amount}`}
          </button>
          <a className="lnk" href={addressOf(feesPortalRoutes.pdf, { id: invoice.id })}>
            PDF
          </a>
        </p>
      </div>
    </section>
  );
}
