import * as almanacRoutes from '@steady/contract/almanac.routes';
import { useSearchParams } from 'react-router';
import { type CivilDate, DAYS, MONTHS_LONG, civil, weekStart } from '@steady/core/calendar';
import { counted, fullDate, plainDate } from '@steady/core/words';
import type { YearDay } from '@steady/contract/almanac';
import { useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { Moon } from '../../ui/moon';
import { Trouble } from '../../ui/page';
import { useAlmanacFilter } from './almanac-filter';
import type { Frame } from './frame';
import { DeadlineTable } from './deadline-table';

/** The days of a month in rows of weeks from Monday; null where another month has the place. */
function weeksOf(first: CivilDate): (CivilDate | null)[][] {
  const rows: (CivilDate | null)[][] = [];
  for (let monday = weekStart(first); monday.until(first.with({ day: first.daysInMonth })).days >= 0; monday = monday.add({ weeks: 1 }))
    rows.push(
      Array.from({ length: 7 }, (_, n) => {
        const day = monday.add({ days: n });
        return day.month === first.month ? day : null;
      }),
    );
  return rows;
}

function Month({
  first,
  days,
  closed,
  today,
  picked,
  onPick,
}: {
  first: CivilDate;
  days: ReadonlyMap<string, YearDay>;
  closed: Record<string, string>;
  today: string;
  picked: string | null;
  onPick(day: string): void;
}) {
  const prefix = first.toString().slice(0, 7);
  const own = [...days.values()].filter((one) => one.day.startsWith(prefix));
  const [count, filed, overdue] = (['count', 'filed', 'overdue'] as const).map((key) => own.reduce((sum, one) => sum + one[key], 0)) as [
    number,
    number,
    number,
  ];
  return (
    <section className="sheet px-3 pt-2 pb-2.5" aria-label={`${MONTHS_LONG[first.month - 1]} ${first.year}`}>
      <h2 className="flex items-baseline justify-between text-[15px]">
        <button className="hover:underline" onClick={() => onPick(prefix)} aria-pressed={picked === prefix}>
          {MONTHS_LONG[first.month - 1]} <span className="font-normal text-soft">{first.year}</span>
        </button>
        <span className={`font-sans text-fine font-normal ${overdue > 0 ? 'late' : 'text-soft'}`}>
          {count > 0 && <Moon done={filed} of={count} tone={overdue > 0 ? 'rust' : 'ink'} />}
          {count === 0 ? 'nothing' : overdue > 0 ? `${count}, ${overdue} overdue` : filed === count ? `${count}, all filed` : count}
        </span>
      </h2>
      <table className="mt-1 w-full table-fixed text-center text-fine">
        <thead>
          <tr className="text-soft">
            {DAYS.map((day) => (
              <th key={day} scope="col" abbr={day} className="py-0.5 font-normal">
                {day[0]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeksOf(first).map((week, row) => (
            <tr key={row}>
              {week.map((day, index) => {
                const iso = day?.toString() ?? '';
                const has = days.get(iso);
                const holiday = closed[iso];
                const dim = index > 4 || holiday !== undefined;
                return (
                  <td
                    key={index}
                    className={`h-[23px] p-0 ${iso === today ? 'outline-1 -outline-offset-1 outline-ink' : ''} ${iso !== '' && iso === picked ? 'bg-kelp-tint' : dim && day ? 'bg-paper' : ''}`}
                  >
                    {day &&
                      (has ? (
                        <button
                          className="h-full w-full leading-none hover:bg-kelp-tint"
                          onClick={() => onPick(iso)}
                          aria-label={`${fullDate(day)}: ${counted(has.count, 'deadline')}, ${has.filed} filed${has.overdue > 0 ? `, ${has.overdue} overdue` : ''}`}
                          title={`${has.count} on ${fullDate(day)}, ${has.filed} filed${holiday ? `; ${holiday}` : ''}`}
                        >
                          <span className="block text-[9.5px] text-soft">{day.day}</span>
                          <b className={has.overdue > 0 ? 'text-rust underline' : has.filed === has.count ? 'font-normal text-moss' : ''}>{has.count}</b>
                        </button>
                      ) : (
                        <span className="text-[9.5px] text-soft" title={holiday}>
                          {day.day}
                        </span>
                      ))}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

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
