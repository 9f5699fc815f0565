import { Link } from 'react-router';
import { formatMoney } from '@steady/core/money';
import type { TodayView } from '@steady/contract/today';
import { Lines } from '../today';

/** Each leads to its bill. */
export const NotPaidLines = ({ today }: { today: TodayView }) => <Lines lines={today.notPaid} to={({ id }) => `/fees/bills/${id}`} rest="/fees/bills" />;

/** What is recorded and not billed by age, what is billed ahead, and WIP: the figures of the Fees page. */
export function Unbilled({ today: { unbilled: of } }: { today: TodayView }) {
  if (!of) return null;
  const { ages, notBilled, billedAhead, net } = of;
  return (
    <dl className="facts sums">
      <dt>Up to 30 days</dt>
      <dd>{formatMoney(ages.upTo30)}</dd>
      <dt>31 to 60</dt>
      <dd>{formatMoney(ages.upTo60)}</dd>
      <dt>61 to 90</dt>
      <dd>{formatMoney(ages.upTo90)}</dd>
      <dt className={ages.over90.amount > 0 ? 'late' : ''}>Over 90</dt>
      <dd className={ages.over90.amount > 0 ? 'late' : ''}>{formatMoney(ages.over90)}</dd>
      <dt className="tt">
        <Link to="/fees">Recorded, not billed</Link>
      </dt>
      <dd className="tt">{formatMoney(notBilled)}</dd>
      {billedAhead.amount > 0 && (
        <>
          <dt>Billed ahead</dt>
          <dd>{formatMoney(billedAhead)}</dd>
          <dt>WIP</dt>
          <dd>{formatMoney(net)}</dd>
        </>
      )}
    </dl>
  );
}
