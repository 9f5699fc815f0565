import { FileInput } from '../../ui/file-input';
import type { PayInvoice } from '@steady/contract/fees';
import * as feesPortalRoutes from '@steady/contract/fees-portal.routes';
import * as portalRoutes from '@steady/contract/portal.routes';
import * as requestsPortalRoutes from '@steady/contract/requests-portal.routes';
import * as signaturesPortalRoutes from '@steady/contract/signatures-portal.routes';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { civil } from '@steady/core/calendar';
import { formatMoney } from '@steady/core/money';
import { fullDate, shortDate } from '@steady/core/words';
import type { PortalInvoice, PortalMe, PortalRequest, RequestItemView } from '@steady/contract/requests';
import { ProblemError, send, upload, useData, addressOf } from '../../app/api';
import { useLookAgain } from '../../app/look-again';
import { dayOf } from '../../ui/words';
import { Signature } from './portal-signature';

/** What a client sees: exactly what is asked of them, and what they owe. */
export function PortalPage() {
  const { data: me, error } = useData(portalRoutes.me);
  useLookAgain(me?.readOnly ?? false);
  const { data: requests } = useData(requestsPortalRoutes.list, me ? {} : null);
  const { data: invoices } = useData(feesPortalRoutes.list, me ? {} : null);
  const { data: signatures } = useData(signaturesPortalRoutes.list, me ? {} : null);
  if (error) {
    return (
      <main className="mx-auto max-w-md px-[18px] pt-16">
        <h1>Come in by your link</h1>
        <p className="mt-2">{error.message}</p>
      </main>
    );
  }
  if (!me || !requests || !invoices || !signatures) return null;
  const open = requests.filter((request) => !request.complete);
  const done = requests.filter((request) => request.complete);
  const toSign = signatures.filter((one) => one.state === 'waiting');
  const signed = signatures.filter((one) => one.state !== 'waiting');
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
        {open.length + toSign.length + unpaid.length === 0 && (
          <>
            <h1 className="mt-5 text-[22px]">Nothing is asked of you</h1>
            <p className="mt-1">We have all we need for now. Thank you.</p>
          </>
        )}
        {toSign.map((one) => (
          <Signature key={one.id} signature={one} />
        ))}
        {open.map((request) => (
          <Request key={request.id} request={request} />
        ))}
        {unpaid.map((invoice) => (
          <Invoice key={invoice.id} invoice={invoice} me={me} />
        ))}
        {done.length + signed.length + rest.length > 0 && (
          <section className="mt-8">
            <h2 className="mb-2">Done</h2>
            <ul className="sheet text-table">
              {signed.map((one) => (
                <li key={one.id} className="flex justify-between gap-3 border-b border-rule-soft px-3.5 py-2 last:border-0">
                  <span>
                    {one.title}{' '}
                    <span className={one.state === 'signed' ? 'good' : 'text-soft'}>
                      {one.state === 'signed' && one.signedAt
                        ? `signed ${shortDate(dayOf(one.signedAt))}, thank you`
                        : one.state === 'refused'
                          ? 'you refused to sign'
                          : 'taken back'}
                    </span>
                  </span>
                  <a className="lnk" href={addressOf(signaturesPortalRoutes.document, { id: one.id })}>
                    {one.documentName}
                  </a>
                </li>
              ))}
              {done.map((request) => (
                <li key={request.id} className="border-b border-rule-soft px-3.5 py-2 last:border-0">
                  {request.title} <span className="good">all in, thank you</span>
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

function Request({ request }: { request: PortalRequest }) {
  const sent = request.items.filter((item) => item.state !== 'asked' && item.state !== 'sent back').length;
  return (
    <section className="mt-5" aria-label={request.title}>
      <p className="text-table text-soft">{request.client}</p>
      <h1 className="text-[22px]">{request.title}</h1>
      <p className="mt-1 text-[15px]">
        {sent} of {request.items.length} {sent === 1 ? 'is' : 'are'} in. Please send the rest by <b>{fullDate(civil(request.dueOn))}</b>. {request.sentBy} asked
        on {shortDate(dayOf(request.sentAt))}.
      </p>
      <ol className="mt-4">
        {request.items.map((item) => (
          <Item key={item.id} item={item} />
        ))}
      </ol>
    </section>
  );
}

function Item({ item }: { item: RequestItemView }) {
  const [writing, setWriting] = useState<'question' | 'does-not-apply' | null>(null);
  const [words, setWords] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const wanted = item.state === 'asked' || item.state === 'sent back';
  const act = async (what: () => Promise<unknown>) => {
    setBusy(true);
    setProblem(null);
    try {
      await what();
      setWriting(null);
      setWords('');
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.problem.errors?.[0]?.message ?? caught.message);
    } finally {
      setBusy(false);
    }
  };
  const choose = (files: File[]) =>
    void act(async () => {
      for (const file of files) await upload(requestsPortalRoutes.upload, { id: item.id }, file);
    });
  return (
    <li className={`mb-2.5 border bg-page px-3.5 py-3 ${wanted ? 'border-ink' : 'border-rule'}`}>
      <b>{item.name}</b>
      {item.description && wanted && <p className="text-[13.5px] text-soft">{item.description}</p>}
      {item.answers.map((answer) => (
        <p key={answer.id} className="text-[13.5px] text-soft">
          {answer.kind === 'file'
            ? `${answer.documentName}, sent ${shortDate(dayOf(answer.at))}`
            : answer.kind === 'question'
              ? `You asked: “${answer.text}”`
              : answer.kind === 'reply'
                ? `${answer.by} replied: “${answer.text}”`
                : `You said it does not apply: “${answer.text}”`}
        </p>
      ))}
      {item.state === 'accepted' && <p className="good text-[13.5px]">Accepted, thank you.</p>}
      {(item.state === 'answered' || item.state === 'does not apply') && <p className="text-[13.5px]">Received. We will look at it.</p>}
      {item.state === 'sent back' && <p className="text-[13.5px] text-rust">Sent back: {item.sentBackReason}</p>}
      {problem && (
        <p role="alert" className="mt-2 border border-rust bg-rust-tint px-2 py-1 text-table">
          {problem}
        </p>
      )}
      {item.state !== 'accepted' && !writing && (
        <>
          <label className="my-2 block cursor-pointer border border-dashed border-kelp bg-kelp-tint p-4 text-center font-semibold text-kelp focus-within:outline-2 focus-within:outline-kelp">
            {busy ? 'Sending …' : 'Take a picture or choose files'}
            <FileInput multiple disabled={busy} label={`Files for ${item.name}`} onFiles={choose} />
          </label>
          <p className="flex gap-4">
            {wanted && (
              <button className="lnk" onClick={() => setWriting('does-not-apply')}>
                Does not apply
              </button>
            )}
            <button className="lnk" onClick={() => setWriting('question')}>
              Ask a question
            </button>
          </p>
        </>
      )}
      {writing && (
        <form
          className="mt-2"
          onSubmit={(event) => {
            event.preventDefault();
            void act(() => send(writing === 'question' ? requestsPortalRoutes.ask : requestsPortalRoutes.doesNotApply, { id: item.id }, { text: words }));
          }}
        >
          <label className="block text-table font-semibold">
            {writing === 'question' ? 'Your question' : 'Why it does not apply'}
            <textarea autoFocus rows={2} className="field mt-0.5 font-normal" value={words} onChange={(event) => setWords(event.target.value)} />
          </label>
          <p className="mt-2 flex gap-3">
            <button className="act" disabled={busy}>
              Send
            </button>
            <button type="button" className="act-quiet" onClick={() => setWriting(null)}>
              Leave it
            </button>
          </p>
        </form>
      )}
    </li>
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
