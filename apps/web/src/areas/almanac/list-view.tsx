import { useEffect } from 'react';
import * as almanacRoutes from '@steady/contract/almanac.routes';
import { Link, useSearchParams } from 'react-router';
import useSWRInfinite from 'swr/infinite';
import { civil, weekStart } from '@steady/core/calendar';
import { counted, longDate, plainDate } from '@steady/core/words';
import type { AlmanacList, ObligationView } from '@steady/contract/almanac';
import { type ProblemError, addressOf, whenRefreshed } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { Export } from '../../ui/export';
import { Trouble } from '../../ui/page';
import { SpanInputs } from '../../ui/span';
import { WantedBetween } from '../asks';
import { useAlmanacFilter } from './almanac-filter';
import type { Frame } from './frame';
import { DeadlineTable } from './deadline-table';

/** Deadlines of a span in a ledger by weeks, what is overdue on top whatever its age; as CSV, XLSX or printed. */
export function ListView({ frame }: { frame: Frame }) {
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  const { filter } = useAlmanacFilter();
  const from = search.get('from') ?? session.day.with({ day: 1 }).toString();
  const until = search.get('until') ?? civil(from).add({ months: 1 }).subtract({ days: 1 }).toString();
  const span = { from, until, ...filter };
  const { data, error, setSize, mutate } = useSWRInfinite<AlmanacList, ProblemError>((_: number, before: AlmanacList | null) =>
    before && !before.more ? null : addressOf(almanacRoutes.list, { ...span, after: before?.rows.at(-1)!.id }),
  );
  useEffect(() => whenRefreshed(() => mutate()), [mutate]);
  const set = (values: Record<string, string>) => {
    const next = new URLSearchParams(search);
    for (const [key, value] of Object.entries(values)) next.set(key, value);
    setSearch(next, { replace: true });
  };
  const go = (months: number) => {
    const first = civil(from).with({ day: 1 }).add({ months });
    set({ from: first.toString(), until: first.add({ months: 1 }).subtract({ days: 1 }).toString() });
  };
  useKeys([
    { press: 'h', does: 'a month back', act: () => go(-1) },
    { press: 'l', does: 'a month on', act: () => go(1) },
    { press: 'p', does: 'print this list', act: () => window.print() },
  ]);
  if (error) return <Trouble error={error} />;
  if (!data) return null;
  const rows = data.flatMap((page) => page.rows);
  const dayOf = (row: ObligationView) => (filter.by === 'target' ? row.targetOn : row.dueOn);
  const isOverdue = (row: ObligationView) => dayOf(row) < session.today && (row.status === 'open' || row.status === 'filing');
  const overdue = rows.filter(isOverdue);
  const rest = rows.filter((row) => !isOverdue(row));
  const more = data.at(-1)?.more ?? false;
  return frame.page({
    sum: (
      <>
        {counted(rows.length, 'deadline')}
        {more && ' and more'} from {plainDate(civil(from))} to {plainDate(civil(until))}:{' '}
        <span className={overdue.length > 0 ? 'late' : ''}>{overdue.length} overdue</span>, {rows.filter((row) => row.status === 'filed').length} filed.
      </>
    ),
    span: (
      <>
        <button className="lnk" onClick={() => go(-1)}>
          Previous month
        </button>
        <SpanInputs from={from} until={until} onChange={(key, day) => set({ [key]: day })} />
        <button className="lnk" onClick={() => go(1)}>
          Next month
        </button>
        <Export files={{ CSV: addressOf(almanacRoutes.file, { kind: 'csv', ...span }), XLSX: addressOf(almanacRoutes.file, { kind: 'xlsx', ...span }) }} />
        <button className="lnk" onClick={() => window.print()}>
          Print
        </button>
      </>
    ),
    children: (
      <>
        <DeadlineTable
          label="Deadlines"
          obligations={[...overdue, ...rest]}
          byTarget={filter.by === 'target'}
          group={(row) => (isOverdue(row) ? 'Overdue' : `Week of ${longDate(weekStart(civil(dayOf(row)))).replace('Monday ', '')}`)}
          empty={
            <>
              No deadlines in this period. Choose another, or{' '}
              <Link to="/almanac?view=year" className="lnk">
                look at the year
              </Link>
              .
            </>
          }
        />
        <WantedBetween from={from} until={until} person={filter.person} />
        {more && (
          <button className="act-quiet mt-3 print:hidden" onClick={() => void setSize((size) => size + 1)}>
            Show more
          </button>
        )}
      </>
    ),
  });
}
