import { type Money, formatMoney, formatSigned, minus, moneyInWords, opposite, size } from '@steady/core/money';
import type { BillPreview } from '@steady/contract/fees';
import { useSession } from '../../app/session';
import { dayInWords, dueTone, dueWords, momentInWords } from '../../ui/words';
import { Worked } from '../../ui/workings';
import { Effects } from './effects';

interface Props {
  of: BillPreview;
}

const upOrDown = (sum: Money) => (sum.amount === 0 ? 'write nothing up or down' : `write ${sum.amount > 0 ? 'up' : 'down'} ${formatMoney(size(sum))}`);

/** What matters of a bill: its effect while it is a draft, afterwards how it stands. */
export function BillSum({ of }: Props) {
  const { day } = useSession();
  const { invoice, settling } = of;
  switch (invoice.status) {
    case 'draft':
      return (
        <>
          <b>{moneyInWords(invoice.net)}</b> net, {formatMoney(invoice.gross)} with VAT. WIP goes from {formatMoney(of.wipBefore)} to{' '}
          <Worked by={of.workings}>{formatMoney(of.wipAfter)}</Worked>
          {settling && <>; settling then would {upOrDown(settling.adjustment)}</>}.
        </>
      );
    case 'paid': {
      const last = invoice.payments.at(-1)!;
      return (
        <>
          <span className="good font-semibold">Paid</span>, {moneyInWords(invoice.paid)}, {momentInWords(last.at, day)}, reference {last.reference}.
        </>
      );
    }
    case 'cancelled':
      return <>Cancelled: {invoice.cancelReason}. Its number is not used again.</>;
    default:
      return (
        <>
          Issued {dayInWords(invoice.issuedOn!, day)}, {invoice.paid.amount > 0 ? `${moneyInWords(invoice.paid)} paid, open` : 'unpaid'}{' '}
          {moneyInWords(minus(invoice.gross, invoice.paid))}, due{' '}
          <span className={dueTone(invoice.dueOn!, day)}>
            {dayInWords(invoice.dueOn!, day)}, {dueWords(invoice.dueOn!, day)}
          </span>
          .
        </>
      );
  }
}

/** What a bill is for, and what is to be paid. */
export function BillSheet({ of: { invoice } }: Props) {
  return (
    <div className="sheet max-w-2xl">
      <table className="ledger" aria-label="Bill">
        <thead>
          <tr>
            <th scope="col">For</th>
            <th scope="col" className="n">
              {invoice.gross.currency}
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
  );
}

/** What approving a draft would do, and settling after it. */
export function BeforeApproving({ of: preview }: Props) {
  const session = useSession();
  const { invoice, settling } = preview;
  return (
    <>
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
      {settling && (
        <section className="mt-4 max-w-2xl">
          <h2 className="mb-1">What settling would then do to each person</h2>
          <Effects label="Effect on each person" of={settling.people.map((person) => ({ ...person, key: person.memberId }))} />
        </section>
      )}
    </>
  );
}
