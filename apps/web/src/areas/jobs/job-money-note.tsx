import { type Money, formatHours, formatMoney, formatSigned, size } from '@steady/core/money';
import type { JobView } from '@steady/contract/jobs';
import { Note } from '../../ui/page';
import { Worked } from '../../ui/workings';

const upOrDown = (sum: Money) => (sum.amount === 0 ? formatMoney(sum) : `${formatMoney(size(sum))} ${sum.amount > 0 ? 'up' : 'down'}`);

/** What was agreed, recorded and billed, and how it would come out. */
export function MoneyOfJob({ job }: { job: JobView }) {
  const { money } = job;
  if (!money) return null;
  return (
    <Note title={`Money, ${money.agreedFee.currency}`}>
      <dl className="facts sums">
        <dt>Agreed fee</dt>
        <dd>{formatMoney(money.agreedFee)}</dd>
        <dt>Time, {formatHours(money.timeMinutes)}</dt>
        <dd>{formatMoney(money.timeValue)}</dd>
        <dt>Expenses</dt>
        <dd>{formatMoney(money.expenses)}</dd>
        <dt>Billed</dt>
        <dd>{formatMoney(money.billed)}</dd>
        <dt className="tt">If finished now</dt>
        <dd className={`tt ${money.ifFinishedNow.amount < 0 ? 'late' : 'good'}`}>
          <Worked by={money.workings}>{upOrDown(money.ifFinishedNow)}</Worked>
        </dd>
      </dl>
      {job.status !== 'finished' && (
        <p className="mt-1.5 text-fine text-soft">
          Estimate left: {formatHours(money.minutesLeft)}. At the end:{' '}
          <span className={money.atTheEnd.amount < 0 ? 'late' : 'good'}>{upOrDown(money.atTheEnd)}</span>.
        </p>
      )}
      {job.wip !== null && <p className="mt-1 text-fine text-soft">WIP {formatSigned(job.wip)}</p>}
    </Note>
  );
}
