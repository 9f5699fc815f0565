import { type Money, formatMoney, noMoney, plus } from '@steady/core/money';
import type { LedgerPosting } from '@steady/contract/fees';
import { useSession } from '../../app/session';
import { momentInWords } from '../../ui/words';

/** The postings of a job in order, with what WIP is after each; last, what is about to be posted. */
export function WipLedger({ postings, next }: { postings: LedgerPosting[]; next?: { what: string; amount: Money } }) {
  const { day, name, firm } = useSession();
  const balance = postings.at(-1)?.after ?? noMoney(firm.currency);
  return (
    <div className="sheet">
      <table className="ledger" aria-label="WIP ledger">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Posting</th>
            <th scope="col" className="max-sm:hidden">
              By
            </th>
            <th scope="col" className="n">
              Amount, {firm.currency}
            </th>
            <th scope="col" className="n">
              WIP after
            </th>
          </tr>
        </thead>
        <tbody>
          {postings.map((posting) => (
            <tr key={posting.id}>
              <td className="whitespace-nowrap">{momentInWords(posting.at, day)}</td>
              <td>{posting.what}</td>
              <td className="max-sm:hidden">{posting.by}</td>
              <td className="n">{formatMoney(posting.amount)}</td>
              <td className="n">{formatMoney(posting.after)}</td>
            </tr>
          ))}
          {next && (
            <tr className="bg-kelp-tint">
              <td>now</td>
              <td>{next.what}</td>
              <td className="max-sm:hidden">{name}</td>
              <td className="n">{formatMoney(next.amount)}</td>
              <td className="n">{formatMoney(plus(balance, next.amount))}</td>
            </tr>
          )}
          {postings.length === 0 && !next && (
            <tr>
              <td colSpan={5} className="text-soft">
                Nothing was posted yet. Time and expenses appear here as they are recorded.
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </div>
  );
}
