import { Link } from 'react-router';
import { formatMoney, plus } from '@steady/core/money';
import type { TodayView } from '@steady/contract/today';

/** WIP by the age of its oldest posting. */
export function Unbilled({ today: { unbilled: of } }: { today: TodayView }) {
  if (!of) return null;
  const total = plus(of.upTo30, of.upTo60, of.upTo90, of.over90);
  return (
    <dl className="facts sums">
      <dt>Up to 30 days</dt>
      <dd>{formatMoney(of.upTo30)}</dd>
      <dt>31 to 60</dt>
      <dd>{formatMoney(of.upTo60)}</dd>
      <dt>61 to 90</dt>
      <dd>{formatMoney(of.upTo90)}</dd>
      <dt className={of.over90.amount > 0 ? 'late' : ''}>Over 90</dt>
      <dd className={of.over90.amount > 0 ? 'late' : ''}>{formatMoney(of.over90)}</dd>
      <dt className="tt">
        <Link to="/fees">WIP</Link>
      </dt>
      <dd className="tt">{formatMoney(total)}</dd>
    </dl>
  );
}
