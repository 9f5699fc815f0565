import { Link } from 'react-router';
import { formatHours, formatMoney } from '@steady/core/money';
import { counted } from '@steady/core/words';
import type { SeasonPreview, SeasonRow } from '@steady/contract/season';
import { useSession } from '../../app/session';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { dayInWords } from '../../ui/words';

/** Names shown before the rest is only said to be there. */
const NAMED = 12;
const named = (names: string[]) => `${names.slice(0, NAMED).join(', ')}${names.length > NAMED ? ' and more' : ''}`;

/** Who was named and is not in the season: nobody of that name, or nothing open. */
export function LeftOut({ of: { notFound, without } }: { of: SeasonPreview }) {
  const lines = [
    ...(notFound.length > 0 ? [`Nobody is called ${named(notFound)}.`] : []),
    ...(without.length > 0 ? [`Nothing of it is open for ${named(without.map((one) => one.client))}.`] : []),
  ];
  return lines.map((line) => (
    <p key={line} className="soon mb-1 text-table">
      {line}
    </p>
  ));
}

/** The requests that are planned with these jobs, as they are asked with each job of their lines. */
export function AsksWithThem({ of }: { of: readonly SeasonRow[] }) {
  const asking = of.filter(({ asks }) => asks.length > 0);
  const requests = asking.reduce((sum, { asks }) => sum + asks.length, 0);
  if (requests === 0) return null;
  return (
    <p className="mb-2 text-table">
      With {counted(asking.length, 'job')} of them {requests === 1 ? 'goes' : 'go'} <b>{counted(requests, 'request')}</b> that {requests === 1 ? 'is' : 'are'}{' '}
      asked each time, on the day that was set with it.
    </p>
  );
}

interface Props {
  of: SeasonPreview;
  /** Deadlines whose jobs begin. */
  chosen: ReadonlySet<string>;
  onChoose(keys: ReadonlySet<string>): void;
  minutesOf(row: SeasonRow): number;
}

/** The jobs that would begin, each to be left out. */
export function SeasonTable({ of, chosen, onChoose, minutesOf }: Props) {
  const session = useSession();
  const columns: Column<SeasonRow>[] = [
    { key: 'client', head: 'Client', cell: (row) => <span className="font-semibold">{row.client}</span>, sort: (row) => row.client },
    {
      key: 'name',
      head: 'What',
      cell: (row) => (
        <>
          {row.name}
          {row.asks.length > 0 && <span className="block text-fine text-soft">asks for {row.asks.join(', ')}</span>}
        </>
      ),
      sort: (row) => row.name,
    },
    { key: 'due', head: 'Due', cell: (row) => dayInWords(row.dueOn, session.day), sort: (row) => row.dueOn },
    { key: 'minutes', head: 'Hours', figure: true, cell: (row) => formatHours(minutesOf(row)), wide: true },
    { key: 'fee', head: `Fee, ${session.firm.currency}`, figure: true, cell: (row) => (row.fee === null ? '' : formatMoney(row.fee)), wide: true },
    {
      key: 'there',
      head: '',
      cell: (row) =>
        row.jobId ? (
          <Link to={`/jobs/${row.jobId}`} className="lnk soon">
            there already: job {row.jobNumber}
          </Link>
        ) : (
          ''
        ),
    },
  ];
  return (
    <LedgerTable
      label="Jobs that will begin"
      columns={columns}
      rows={of.rows}
      keyOf={(row) => row.obligationId}
      chosen={{
        keys: chosen,
        // Those that are there already cannot be begun again.
        onChoose: (keys) => onChoose(new Set(of.rows.filter((row) => row.jobId === null && keys.has(row.obligationId)).map((row) => row.obligationId))),
        nameOf: (row) => `${row.client}, ${row.name}`,
      }}
      empty="Nothing of this service is open for these clients up to that day."
    />
  );
}
