import { Link, useSearchParams } from 'react-router';
import { civil, weekStart } from '@steady/core/calendar';
import { counted, plainDate, shortDate } from '@steady/core/words';
import type { AlmanacView, ObligationView } from '@steady/contract/almanac';
import { useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { Page, Trouble } from '../../ui/page';
import { DeadlineTable } from './deadline-table';
import { Ribbon } from './ribbon';

export function AlmanacPage() {
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  const from = search.get('from');
  const picked = search.get('week');
  const { data: almanac, error } = useData<AlmanacView>(`/api/almanac${from ? `?from=${from}` : ''}`);
  const showsOverdue = picked === 'overdue';
  const thisWeek = weekStart(session.day).toString();
  const week =
    picked ??
    almanac?.weeks.find((one) => one.week >= thisWeek && almanac.rows.some((row) => row.cells[almanac.weeks.indexOf(one)]!.count > 0))?.week ??
    thisWeek;
  const { data: deadlines } = useData<ObligationView[]>(almanac ? (showsOverdue ? '/api/almanac/overdue' : `/api/almanac/week?of=${week}`) : null);
  const go = (weeks: number) => almanac && setSearch({ from: civil(almanac.weeks[0]!.week).add({ weeks }).toString() });
  const pick = (monday: string) => setSearch({ ...(from ? { from } : {}), week: monday });
  useKeys([
    { press: 'h', does: 'four weeks back', act: () => void go(-4) },
    { press: 'l', does: 'four weeks on', act: () => void go(4) },
  ]);
  if (error) return <Trouble error={error} />;
  if (!almanac) return null;
  const first = civil(almanac.weeks[0]!.week);
  const last = civil(almanac.weeks.at(-1)!.week).add({ days: 6 });
  const over = almanac.weeks.filter((one) => one.booked > one.room);
  const overHours = Math.round(over.reduce((sum, one) => sum + one.booked - one.room, 0) / 60);
  const filed = deadlines?.filter((one) => one.status === 'filed').length ?? 0;
  return (
    <Page
      title="Almanac"
      sum={
        <>
          {counted(almanac.total, 'deadline')} in these eight weeks:{' '}
          {almanac.overdue > 0 ? (
            <Link to="?week=overdue" className="lnk late">
              {almanac.overdue} overdue
            </Link>
          ) : (
            'none overdue'
          )}
          , <span className={almanac.soonNotBegun > 0 ? 'soon' : ''}>{almanac.soonNotBegun} within a week and not begun</span>.{' '}
          {over.length > 0 &&
            `${counted(over.length, 'week')} ${over.length === 1 ? 'holds' : 'hold'} ${counted(overHours, 'hour')} more than there is room for.`}
        </>
      }
      tools={
        <>
          <span className="border-b-2 border-kelp font-semibold text-ink">Ribbon</span>
          <span>Whole firm, all services</span>
          <span className="ml-auto flex items-center gap-4">
            <button className="lnk" onClick={() => void go(-4)}>
              Four weeks back
            </button>
            <span>
              {plainDate(first).replace(/ \d+$/, first.year === last.year ? '' : ` ${first.year}`)} to {plainDate(last)}
            </span>
            <button className="lnk" onClick={() => void go(4)}>
              Four weeks on
            </button>
            {from && (
              <button className="lnk" onClick={() => setSearch({})}>
                Today
              </button>
            )}
          </span>
        </>
      }
    >
      <Ribbon almanac={almanac} picked={showsOverdue ? null : week} thisWeek={thisWeek} onPick={pick} />
      <div className="mt-4 mb-2 flex flex-wrap items-baseline gap-x-5 text-table text-soft">
        <h2 className="text-ink">{showsOverdue ? 'Overdue' : `Week of ${shortDate(civil(week)).slice(4)}`}</h2>
        {deadlines && (
          <span>
            {counted(deadlines.length, 'deadline')}
            {showsOverdue ? '' : `, ${filed} filed`}
          </span>
        )}
        {almanac.earlierOverdue > 0 && !showsOverdue && (
          <Link to="?week=overdue" className="lnk late ml-auto">
            {almanac.earlierOverdue} overdue from before these weeks
          </Link>
        )}
      </div>
      {deadlines && (
        <DeadlineTable
          label={showsOverdue ? 'Overdue deadlines' : 'Deadlines of the week'}
          obligations={deadlines}
          empty={showsOverdue ? 'Nothing is overdue.' : 'No deadline falls in this week. Press another week above.'}
        />
      )}
    </Page>
  );
}
