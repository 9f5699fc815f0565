import * as almanacRoutes from '@steady/contract/almanac.routes';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { civil, weekStart } from '@steady/core/calendar';
import { formatHours, formatMoney, moneyInWords, sumOf } from '@steady/core/money';
import { counted, longDate, shortDate } from '@steady/core/words';
import type { RehearsedRow, RehearsedWeek } from '@steady/contract/almanac';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble } from '../../ui/page';
import { dayInWords } from '../../ui/words';
import { SpanInputs } from '../../ui/span';
import { AlmanacFilterMenu, useAlmanacFilter } from './almanac-filter';

/** The next weeks or months on paper: which jobs will begin and which deadlines fall, with hours and fees. */
export function RehearsalPage() {
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  const { filter } = useAlmanacFilter();
  const [week, setWeek] = useState<string | null>(null);
  const from = search.get('from') ?? session.today;
  const until = search.get('until') ?? session.day.add({ months: 3 }).toString();
  const { data, error } = useData(almanacRoutes.rehearse, { from, until, ...filter });
  const set = (key: string, value: string) => {
    const next = new URLSearchParams(search);
    next.set(key, value);
    setSearch(next, { replace: true });
  };
  const sum = (key: 'jobs' | 'deadlines' | 'minutes') => data?.weeks.reduce((total, one) => total + one[key], 0) ?? 0;
  const fees = session.may('see fees');
  const fee = sumOf(session.firm.currency, data?.weeks.map((one) => one.fee) ?? []);
  const weeks: Column<RehearsedWeek>[] = [
    {
      key: 'week',
      head: 'Week of',
      cell: (row) => (
        <button
          className={row.week === week ? 'font-semibold underline' : 'lnk'}
          aria-pressed={row.week === week}
          onClick={() => setWeek(row.week === week ? null : row.week)}
        >
          {shortDate(civil(row.week)).slice(4)}
        </button>
      ),
    },
    { key: 'jobs', head: 'Jobs begin', figure: true, cell: (row) => row.jobs || '', sort: (row) => row.jobs },
    { key: 'deadlines', head: 'Deadlines', figure: true, cell: (row) => row.deadlines || '', sort: (row) => row.deadlines },
    { key: 'minutes', head: 'Hours', figure: true, cell: (row) => (row.minutes ? formatHours(row.minutes) : ''), sort: (row) => row.minutes },
    ...(fees
      ? ([
          {
            key: 'fee',
            head: `Fees, ${session.firm.currency}`,
            figure: true,
            cell: (row) => (row.fee.amount === 0 ? '' : formatMoney(row.fee)),
            sort: (row) => row.fee,
          },
        ] satisfies Column<RehearsedWeek>[])
      : []),
  ];
  const rows: Column<RehearsedRow>[] = [
    { key: 'on', head: 'On', cell: (row) => dayInWords(row.on, session.day) },
    {
      key: 'does',
      head: '',
      cell: (row) => (row.does === 'begins' ? 'begins' : <span className="font-semibold">{row.statutory ? 'due' : 'due, our own'}</span>),
    },
    {
      key: 'client',
      head: 'Client',
      cell: (row) => (
        <Link to={`/clients/${row.clientId}`} className="font-semibold hover:underline">
          {row.client}
        </Link>
      ),
      sort: (row) => row.client,
    },
    { key: 'name', head: 'What', cell: (row) => row.name, sort: (row) => row.name },
    { key: 'due', head: 'Deadline', cell: (row) => (row.does === 'begins' ? dayInWords(row.dueOn, session.day) : ''), wide: true },
    { key: 'minutes', head: 'Hours', figure: true, cell: (row) => (row.minutes ? formatHours(row.minutes) : ''), wide: true },
    ...(fees
      ? ([
          { key: 'fee', head: `Fee, ${session.firm.currency}`, figure: true, cell: (row) => (row.fee === null ? '' : formatMoney(row.fee)), wide: true },
        ] satisfies Column<RehearsedRow>[])
      : []),
  ];
  if (error && !error.problem.errors) return <Trouble error={error} />;
  const shown = data?.rows.filter((row) => week === null || weekStart(civil(row.on)).toString() === week) ?? [];
  return (
    <Page
      above={
        <Link to="/almanac" className="lnk">
          Almanac
        </Link>
      }
      title="Rehearsal"
      sum={
        error ? (
          <span className="late">{error.problem.errors![0]!.message}</span>
        ) : data ? (
          <>
            {counted(sum('jobs'), 'job')} will begin and {counted(sum('deadlines'), 'deadline')} will fall, {formatHours(sum('minutes'))} of work
            {fees && ` for ${moneyInWords(fee)}`}. This is a forecast: nothing is saved.
          </>
        ) : (
          'Calculating'
        )
      }
      tools={
        <>
          <SpanInputs from={from} until={until} onChange={(key, day) => set(key, day)} />
          {[3, 6, 12].map((months) => (
            <button key={months} className="lnk" onClick={() => set('until', civil(from).add({ months }).toString())}>
              {months} months
            </button>
          ))}
          <AlmanacFilterMenu withBy={false} />
        </>
      }
    >
      {data && !error && (
        <div className="grid grid-cols-[380px_minmax(0,1fr)] items-start gap-5 max-lg:grid-cols-1">
          <LedgerTable
            label="Weeks"
            columns={weeks}
            rows={data.weeks}
            keyOf={(row) => row.week}
            total={{
              week: 'Together',
              jobs: sum('jobs'),
              deadlines: sum('deadlines'),
              minutes: formatHours(sum('minutes')),
              fee: formatMoney(fee),
            }}
          />
          <div>
            {data.more && (
              <p className="mb-2 text-table text-soft">
                The first {data.rows.length} of them; the weeks count all. Filter it, or choose a shorter period, to see the rest.
              </p>
            )}
            <LedgerTable
              label="What will come"
              columns={rows}
              rows={shown}
              keyOf={(row) => `${row.does} ${row.clientId} ${row.name}`}
              group={(row) => `Week of ${longDate(weekStart(civil(row.on))).replace('Monday ', '')}`}
              empty="Nothing comes up in this period."
            />
          </div>
        </div>
      )}
    </Page>
  );
}
