import { Link } from 'react-router';
import { civil } from '@steady/core/calendar';
import { counted, plainDate, shortDate } from '@steady/core/words';
import type { AlmanacView, ObligationView } from '@steady/contract/almanac';
import { useSession } from '../../app/session';

/** Whether our target of it can be moved: the job of a deadline that is still to be filed. */
export const canMove = (of: ObligationView) => of.jobId !== null && of.leads && of.status === 'open' && of.jobStatus !== 'finished';

/** What matters of eight weeks: how much falls in them, what is overdue or not begun, and which hold too much. */
export function RibbonSum({ of: almanac, byTarget, onOverdue }: { of: AlmanacView; byTarget: boolean; onOverdue(): void }) {
  const over = almanac.weeks.filter((one) => one.booked > one.room);
  const overHours = Math.round(over.reduce((sum, one) => sum + one.booked - one.room, 0) / 60);
  return (
    <>
      {counted(almanac.total, byTarget ? 'target' : 'deadline')} in these eight weeks:{' '}
      {almanac.overdue > 0 ? (
        <button className="lnk late" onClick={onOverdue}>
          {almanac.overdue} overdue
        </button>
      ) : (
        'none overdue'
      )}
      , <span className={almanac.soonNotBegun > 0 ? 'soon' : ''}>{almanac.soonNotBegun} within a week and not begun</span>.{' '}
      {over.length > 0 && `${counted(over.length, 'week')} ${over.length === 1 ? 'holds' : 'hold'} ${counted(overHours, 'hour')} more than there is room for.`}
    </>
  );
}

/** Which weeks are shown, with the way to those before and after. */
export function RibbonSpan({ of: almanac, away, onGo, onBack }: { of: AlmanacView; away: boolean; onGo(weeks: number): void; onBack(): void }) {
  const first = civil(almanac.weeks[0]!.week);
  const last = civil(almanac.weeks.at(-1)!.week).add({ days: 6 });
  return (
    <>
      <button className="lnk" onClick={() => onGo(-4)}>
        Previous four weeks
      </button>
      <span>
        {plainDate(first).replace(/ \d+$/, first.year === last.year ? '' : ` ${first.year}`)} to {plainDate(last)}
      </span>
      <button className="lnk" onClick={() => onGo(4)}>
        Next four weeks
      </button>
      {away && (
        <button className="lnk" onClick={onBack}>
          Today
        </button>
      )}
    </>
  );
}

interface HeadProps {
  /** The Monday of the week that is open, or `overdue`. */
  week: string;
  deadlines: readonly ObligationView[] | undefined;
  /** What dropping would do, while a row is dragged. */
  hint: string | null;
  /** Whether the list is offered: where a week was chosen. */
  asList: boolean;
  /** Deadlines overdue from before these weeks. */
  earlier: number;
  onOverdue(): void;
}

/** What stands above the deadlines of a week: which week, how many, and how they are moved. */
export function RibbonHead({ week, deadlines, hint, asList, earlier, onOverdue }: HeadProps) {
  const session = useSession();
  const overdue = week === 'overdue';
  const filed = deadlines?.filter((one) => one.status === 'filed').length ?? 0;
  return (
    <div className="mt-4 mb-2 flex flex-wrap items-baseline gap-x-5 text-table text-soft">
      <h2 className="text-ink">{overdue ? 'Overdue' : `Week of ${shortDate(civil(week)).slice(4)}`}</h2>
      {deadlines && (
        <span>
          {counted(deadlines.length, 'deadline')}
          {overdue ? '' : `, ${filed} filed`}
        </span>
      )}
      {hint !== null ? (
        <span className="text-kelp">{hint}</span>
      ) : (
        session.may('do work') && deadlines?.some(canMove) && <span className="max-md:hidden">Drag a row onto a week to move our target, or press m on it</span>
      )}
      {earlier > 0 && (
        <button className="lnk late ml-auto" onClick={onOverdue}>
          {earlier} overdue from before these weeks
        </button>
      )}
      {asList && (
        <Link to="/almanac?view=list" className="lnk ml-auto max-sm:hidden">
          As a list
        </Link>
      )}
    </div>
  );
}
