import { useDroppable } from '@dnd-kit/core';
import type { ComponentProps } from 'react';
import { civil } from '@steady/core/calendar';
import { shortDate } from '@steady/core/words';
import type { AlmanacView, RibbonCell } from '@steady/contract/almanac';
import { Moon } from '../../ui/moon';

const LABEL = 150;
const HEIGHT = 118;
const BASE = 96;

function Cell({ cell }: { cell: RibbonCell }) {
  if (cell.count === 0) return <span className="text-rule">·</span>;
  const words = cell.overdue > 0 ? `${cell.overdue} overdue` : cell.filed === cell.count ? 'all filed' : cell.filed === 0 ? 'none yet' : `${cell.filed} filed`;
  return (
    <>
      <span className={`inline-block min-w-[17px] text-[15px] font-semibold ${cell.overdue > 0 ? 'text-rust' : ''}`}>{cell.count}</span>{' '}
      <Moon done={cell.filed} of={cell.count} tone={cell.overdue > 0 ? 'rust' : 'ink'} />
      <span className={`text-fine ${cell.overdue > 0 ? 'text-rust' : 'text-soft'}`}>{words}</span>
    </>
  );
}

const hours = (minutes: number) => Math.round(minutes / 60);

/** Load as a filled line against the line of room, one point for each week. */
function Load({ weeks, picked, moved }: { weeks: AlmanacView['weeks']; picked: number; moved: AlmanacView['weeks'] | null }) {
  const most = Math.max(...[...weeks, ...(moved ?? [])].map((week) => Math.max(week.booked, week.room)), 60) * 1.12;
  const y = (minutes: number) => BASE - (minutes / most) * BASE;
  const n = weeks.length;
  const step = 100 / n;
  const area = `M${step / 2} ${BASE} ${weeks.map((week, i) => `L${step * (i + 0.5)} ${y(week.booked)}`).join(' ')} L${100 - step / 2} ${BASE}Z`;
  const line = (of: AlmanacView['weeks']) => of.map((week, i) => `${i === 0 ? 'M' : 'L'}${step * (i + 0.5)} ${y(week.booked)}`).join(' ');
  const room = weeks.map((week, i) => `${i === 0 ? 'M' : 'L'}${step * i} ${y(week.room)} L${step * (i + 1)} ${y(week.room)}`).join(' ');
  return (
    <div className="relative border-t border-ink" style={{ height: HEIGHT }}>
      <p className="absolute top-2 left-2 text-fine text-soft">
        <b className="text-[13px] text-ink">Hours</b>
        <br />
        booked against
        <br />
        room in the firm
      </p>
      <div className="absolute inset-y-0 right-0" style={{ left: LABEL }}>
        <svg className="h-[96px] w-full" viewBox={`0 0 100 ${BASE}`} preserveAspectRatio="none" aria-hidden="true">
          {picked >= 0 && <rect x={step * picked} y="0" width={step} height={BASE} fill="var(--color-kelp-tint)" opacity=".6" />}
          <path d={area} fill="#D9DED8" />
          {moved && <path d={line(moved)} fill="none" stroke="var(--color-kelp)" strokeWidth="1.6" strokeDasharray="4 3" vectorEffect="non-scaling-stroke" />}
          <path d={room} fill="none" stroke="var(--color-ink)" strokeWidth="1.2" vectorEffect="non-scaling-stroke" />
        </svg>
        <div className="flex text-fine">
          {weeks.map((week, i) => (
            <span
              key={week.week}
              className={`flex-1 text-center whitespace-nowrap ${i === picked ? 'bg-kelp-tint/60' : ''} ${week.booked > week.room ? 'late' : 'text-soft'}`}
            >
              {moved && hours(moved[i]!.booked) !== hours(week.booked) ? (
                <b className="text-kelp">
                  {hours(week.booked)} → {hours(moved[i]!.booked)} of {hours(week.room)}
                </b>
              ) : (
                <>
                  {hours(week.booked)} of {hours(week.room)}
                  {week.booked > week.room && `, ${hours(week.booked - week.room)} over`}
                </>
              )}
            </span>
          ))}
        </div>
      </div>
    </div>
  );
}

/** A cell of a week: what is dragged can be dropped there. */
function OfWeek({ as: As, week, row, ...cell }: { as: 'th' | 'td'; week: string; row: string } & ComponentProps<'td'>) {
  const { setNodeRef } = useDroppable({ id: `${row} ${week}`, data: { week } });
  return <As {...cell} ref={setNodeRef} />;
}

/** Weeks as columns from left to right: deadlines above, the firm's load against its room below. */
export function Ribbon({
  almanac,
  picked,
  thisWeek,
  onPick,
  moved = null,
}: {
  almanac: AlmanacView;
  picked: string | null;
  thisWeek: string;
  onPick(week: string): void;
  /** Load as it would be if it were dropped where it is held. */
  moved?: AlmanacView['weeks'] | null;
}) {
  const { weeks } = almanac;
  const shade = (week: string) => (week === picked ? 'bg-kelp-tint/60' : week === thisWeek ? 'bg-[#fbf9f1]' : '');
  const rows = almanac.rows.filter((row) => row.cells.some((cell) => cell.count > 0));
  return (
    <div className="sheet overflow-x-auto">
      <div className="min-w-[900px]">
        <table className="w-full table-fixed border-collapse text-table" aria-label="Deadlines by service and week">
          <colgroup>
            <col style={{ width: LABEL }} />
            {weeks.map((week) => (
              <col key={week.week} />
            ))}
          </colgroup>
          <thead>
            <tr className="border-b border-ink">
              <th />
              {weeks.map((week) => (
                <OfWeek
                  as="th"
                  key={week.week}
                  week={week.week}
                  row="head"
                  scope="col"
                  className={`border-l border-rule p-0 text-left font-serif text-base font-semibold whitespace-nowrap ${shade(week.week)}`}
                >
                  <button className="w-full px-2 py-1.5 text-left" aria-pressed={week.week === picked} onClick={() => onPick(week.week)}>
                    {shortDate(civil(week.week)).slice(4)}
                    <span className="ml-1.5 font-sans text-fine font-normal text-soft">
                      {week.week === thisWeek ? 'this week' : week.workingDays < 5 ? `${week.workingDays} days` : ''}
                    </span>
                  </button>
                </OfWeek>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.serviceId} className="border-b border-rule-soft">
                <th scope="row" className="truncate px-2 py-1.5 text-left font-semibold" title={row.service}>
                  {row.service}
                </th>
                {row.cells.map((cell, index) => (
                  <OfWeek
                    as="td"
                    key={index}
                    week={weeks[index]!.week}
                    row={row.serviceId}
                    className={`cursor-pointer border-l border-rule-soft px-2 py-1.5 whitespace-nowrap ${shade(weeks[index]!.week)}`}
                    onClick={() => onPick(weeks[index]!.week)}
                  >
                    <Cell cell={cell} />
                  </OfWeek>
                ))}
              </tr>
            ))}
            {rows.length === 0 && (
              <tr>
                <td colSpan={weeks.length + 1} className="px-2 py-4 text-soft">
                  No deadline falls in these weeks. Add services to clients, and their deadlines appear here.
                </td>
              </tr>
            )}
          </tbody>
        </table>
        <Load weeks={weeks} picked={weeks.findIndex((week) => week.week === picked)} moved={moved} />
      </div>
    </div>
  );
}
