import { type CivilDate, DAYS, MONTHS_LONG, weekStart } from '@steady/core/calendar';
import { counted, fullDate } from '@steady/core/words';
import type { YearDay } from '@steady/contract/almanac';
import { Moon } from '../../ui/moon';

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

/** A small month: how much falls on each day, and how much of it is filed. */
export function Month({
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
