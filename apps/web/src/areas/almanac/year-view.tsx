import * as almanacRoutes from '@steady/contract/almanac.routes';
import { useSearchParams } from 'react-router';
import { MONTHS_LONG, civil } from '@steady/core/calendar';
import { counted, fullDate, plainDate } from '@steady/core/words';
import type { YearDay } from '@steady/contract/almanac';
import { useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { Trouble } from '../../ui/page';
import { useAlmanacFilter } from './almanac-filter';
import type { Frame } from './frame';
import { DeadlineTable } from './deadline-table';
import { Month } from './year-month';

/** Twelve small months with what falls on each day; press a day or a month, and its list opens below. */
export function YearView({ frame }: { frame: Frame }) {
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  const { filter } = useAlmanacFilter();
  const from = search.get('from') ?? session.day.with({ day: 1, month: 1 }).toString();
  const picked = search.get('day');
  const { data: year, error } = useData(almanacRoutes.year, { from, ...filter });
  const isMonth = picked?.length === 7;
  const [first, last] = picked ? [isMonth ? `${picked}-01` : picked, isMonth ? lastOf(picked) : picked] : [null, null];
  const { data: list } = useData(almanacRoutes.list, first ? { from: first, until: last, ...filter } : null);
  const change = (edit: (next: URLSearchParams) => void) => {
    const next = new URLSearchParams(search);
    edit(next);
    setSearch(next, { preventScrollReset: true });
  };
  const go = (months: number) =>
    change((next) => {
      next.set('from', civil(from).add({ months }).toString());
      next.delete('day');
    });
  useKeys([
    { press: 'h', does: 'three months back', act: () => go(-3) },
    { press: 'l', does: 'three months on', act: () => go(3) },
  ]);
  if (error) return <Trouble error={error} />;
  if (!year) return null;
  const days = new Map(year.days.map((one) => [one.day, one]));
  const sum = (key: 'count' | 'filed' | 'overdue') => year.days.reduce((total, one) => total + one[key], 0);
  const busiest = year.days.reduce<YearDay | null>((most, one) => (most === null || one.count > most.count ? one : most), null);
  const months = Array.from({ length: 12 }, (_, n) => civil(from).with({ day: 1 }).add({ months: n }));
  const overdue = sum('overdue') + year.earlierOverdue;
  const shown = list?.rows.filter((row) => isIn(filter.by === 'target' ? row.targetOn : row.dueOn, first!, last!)) ?? [];
  return frame.page({
    sum: (
      <>
        {counted(sum('count'), filter.by === 'target' ? 'target' : 'deadline')} in twelve months, {sum('filed')} filed,{' '}
        <span className={overdue > 0 ? 'late' : ''}>{overdue} overdue</span>
        {year.earlierOverdue > 0 && `, ${year.earlierOverdue} of them from before`}.{' '}
        {busiest && busiest.count > 1 && (
          <>
            Most fall on{' '}
            <button className="lnk" onClick={() => change((next) => next.set('day', busiest.day))}>
              {fullDate(civil(busiest.day))}: {busiest.count}
            </button>
            .
          </>
        )}
      </>
    ),
    span: (
      <>
        <button className="lnk" onClick={() => go(-3)}>
          Previous three months
        </button>
        <span>
          {plainDate(months[0]!).slice(2)} to {plainDate(months[11]!).slice(2)}
        </span>
        <button className="lnk" onClick={() => go(3)}>
          Next three months
        </button>
      </>
    ),
    children: (
      <>
        <div className="grid grid-cols-4 gap-3 max-lg:grid-cols-3 max-md:grid-cols-2 max-sm:grid-cols-1">
          {months.map((month) => (
            <Month
              key={month.toString()}
              first={month}
              days={days}
              closed={year.closed}
              today={session.today}
              picked={picked}
              onPick={(day) => change((next) => next.set('day', day))}
            />
          ))}
        </div>
        {picked && list && (
          <>
            <div className="mt-4 mb-2 flex items-baseline gap-x-5 text-table text-soft">
              <h2 className="text-ink">{isMonth ? `${MONTHS_LONG[civil(first!).month - 1]} ${civil(first!).year}` : fullDate(civil(picked))}</h2>
              <span>{counted(shown.length, 'deadline')}</span>
            </div>
            <DeadlineTable label="Deadlines chosen" obligations={shown} byTarget={filter.by === 'target'} empty="No deadlines here." />
          </>
        )}
      </>
    ),
  });
}

const lastOf = (month: string) => civil(`${month}-01`).add({ months: 1 }).subtract({ days: 1 }).toString();
const isIn = (day: string, first: string, last: string) => day >= first && day <= last;
