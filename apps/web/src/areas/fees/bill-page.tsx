import * as documentsRoutes from '@steady/contract/documents.routes';
import * as feesRoutes from '@steady/contract/fees.routes';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { type Money, formatMoney, formatSigned, minus, moneyInWords, opposite, size } from '@steady/core/money';
import { type BillPreview, CancelBill } from '@steady/contract/fees';
import { send, useData, addressOf } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Note, Page, Trouble } from '../../ui/page';
import { ReasonLeaf } from '../../ui/reason-leaf';
import { dayInWords, dueTone, dueWords, momentInWords } from '../../ui/words';
import { Worked } from '../../ui/workings';
import { Effects } from './effects';

const upOrDown = (sum: Money) => (sum.amount === 0 ? 'write nothing up or down' : `write ${sum.amount > 0 ? 'up' : 'down'} ${formatMoney(size(sum))}`);

/** A bill: as a draft its effect and what goes out, afterwards how it stands. */
export function BillPage() {
  const { id = '' } = useParams();
  const session = useSession();
  const navigate = useNavigate();
  const [cancelling, setCancelling] = useState(false);
  const { act, busy } = useAct();
  const { data: preview, error } = useData(feesRoutes.invoice, { id });
  if (error) return <Trouble error={error} />;
  if (!preview) return null;
  const { invoice, settling } = preview;
  const { currency } = invoice.gross;
  const open = minus(invoice.gross, invoice.paid);
  const draft = invoice.status === 'draft';
  const approve = () => act(() => send(feesRoutes.approve, { id }, { version: invoice.version }), 'Approved. The bill is on its way.');
  const discard = () =>
    act(async () => {
      await send(feesRoutes.discard, { id });
      await navigate(`/jobs/${invoice.jobId}/money`);
    }, 'The draft is deleted.');
  return (
    <Page
      above={
        <>
          <Link className="lnk" to={`/clients/${invoice.clientId}`}>
            {invoice.client}
          </Link>{' '}
          ·{' '}
          <Link className="lnk" to={`/jobs/${invoice.jobId}/money`}>
            job {invoice.jobNumber}, {invoice.job}
          </Link>
        </>
      }
      title={draft ? 'Interim bill, not yet approved' : `Bill ${invoice.number}`}
      sum={
        draft ? (
          <>
            <b>{moneyInWords(invoice.net)}</b> net, {formatMoney(invoice.gross)} with VAT. WIP goes from {formatMoney(preview.wipBefore)} to{' '}
            <Worked by={preview.workings}>{formatMoney(preview.wipAfter)}</Worked>
            {settling && <>; settling then would {upOrDown(settling.adjustment)}</>}.
          </>
        ) : invoice.status === 'paid' ? (
          <>
            <span className="good font-semibold">Paid</span>, {moneyInWords(invoice.paid)} on {momentInWords(invoice.payments.at(-1)!.at, session.day)},
            reference {invoice.payments.at(-1)!.reference}.
          </>
        ) : invoice.status === 'cancelled' ? (
          <>Cancelled: {invoice.cancelReason}. Its number is not used again.</>
        ) : (
          <>
            Issued {dayInWords(invoice.issuedOn!, session.day)}, {invoice.paid.amount > 0 ? `${moneyInWords(invoice.paid)} paid, open` : 'unpaid'}{' '}
            {moneyInWords(open)}, due{' '}
            <span className={dueTone(invoice.dueOn!, session.day)}>
              {dayInWords(invoice.dueOn!, session.day)}, {dueWords(invoice.dueOn!, session.day)}
            </span>
            .
          </>
        )
      }
      tools={<span />}
      margin={
        <>
          <Note title="WIP of the job">
            <dl className="facts sums">
              <dt>Before this bill</dt>
              <dd>{formatMoney(preview.wipBefore)}</dd>
              <dt>This bill</dt>
              <dd>{formatSigned(opposite(invoice.net))}</dd>
              <dt className="tt">{draft ? 'After' : 'Right after'}</dt>
              <dd className="tt">
                <Worked by={preview.workings}>{formatMoney(preview.wipAfter)}</Worked>
              </dd>
            </dl>
          </Note>
        </>
      }
    >
      {preview.warnings.length > 0 && draft && (
        <ul className="mb-3 border border-ochre bg-ochre-tint px-3 py-2">
          {preview.warnings.map((warning) => (
            <li key={warning}>{warning}</li>
          ))}
        </ul>
      )}
      <div className="sheet max-w-2xl">
        <table className="ledger" aria-label="Bill">
          <thead>
            <tr>
              <th scope="col">For</th>
              <th scope="col" className="n">
                {currency}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <td className="whitespace-pre-line">{invoice.wording}</td>
              <td className="n">{formatMoney(invoice.net)}</td>
            </tr>
            <tr>
              <td>VAT {invoice.vatRate / 100} %</td>
              <td className="n">{formatMoney(invoice.vat)}</td>
            </tr>
            <tr className="total">
              <td>To pay</td>
              <td className="n">{formatMoney(invoice.gross)}</td>
            </tr>
          </tbody>
        </table>
      </div>
      {draft && (
        <section className="mt-4 max-w-2xl" aria-label="Before it happens">
          <h2>When you approve</h2>
          <ul className="mt-1 list-disc pl-5">
            <li>
              It gets the next number of {session.day.year}, and WIP of the job changes by {formatSigned(opposite(invoice.net))}.
            </li>
            <li>A PDF is filed among the client’s documents.</li>
            {preview.goesTo.length > 0 ? (
              preview.goesTo.map((to) => (
                <li key={to.address}>
                  A message goes to {to.name} <span className="text-soft">{to.address}</span>, with a link to see and pay it.
                </li>
              ))
            ) : (
              <li className="soon">No message is sent: there is nobody to write to. Print the PDF.</li>
            )}
          </ul>
        </section>
      )}
      {draft && settling && (
        <section className="mt-4 max-w-2xl">
          <h2 className="mb-1">What settling would then do to each person</h2>
          <Effects label="Effect on each person" of={settling.people.map((person) => ({ ...person, key: person.memberId }))} />
        </section>
      )}
      <div className="mt-4 flex flex-wrap items-center gap-3">
        {draft && session.may('bill') && (
          <>
            <button className="act" disabled={busy} onClick={() => void approve()}>
              Approve, bill {moneyInWords(invoice.net)}
            </button>
            <button className="act-quiet" disabled={busy} onClick={() => void discard()}>
              Delete the draft
            </button>
          </>
        )}
        {!draft && !invoice.documentId && <span className="text-table text-soft">Its PDF is being made.</span>}
        {invoice.documentId && (
          <a className="act-quiet" href={addressOf(documentsRoutes.content, { id: invoice.documentId })}>
            Open the PDF
          </a>
        )}
        {!draft && session.may('bill') && (
          <>
            <Link className="act-quiet" to={`/jobs/${invoice.jobId}/settle`}>
              Settle WIP
            </Link>
            <button className="act-quiet" disabled={invoice.cannotCancel !== null || busy} aria-describedby="cannot-cancel" onClick={() => setCancelling(true)}>
              Cancel the bill
            </button>
            {invoice.cannotCancel && (
              <span id="cannot-cancel" className="text-table text-soft">
                {invoice.cannotCancel}
              </span>
            )}
          </>
        )}
      </div>
      {cancelling && <CancelLeaf invoice={invoice} onClose={() => setCancelling(false)} />}
    </Page>
  );
}

function CancelLeaf({ invoice, onClose }: { invoice: BillPreview['invoice']; onClose(): void }) {
  return (
    <ReasonLeaf
      title={`Cancel bill ${invoice.number}`}
      act="Cancel the bill"
      input={CancelBill}
      start={{ version: invoice.version }}
      submit={(values) => send(feesRoutes.cancel, { id: invoice.id }, values)}
      onClose={onClose}
    >
      <p className="mb-3">WIP of the job rises by {formatMoney(invoice.net)} again. The bill and its number stay on record, marked as cancelled.</p>
    </ReasonLeaf>
  );
}
