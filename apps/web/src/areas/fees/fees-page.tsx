import { ShowMore } from '../../ui/show-more';
import { afterPage, usePages } from '../../app/pages';
import * as feesRoutes from '@steady/contract/fees.routes';
import { useSearchParams } from 'react-router';
import { formatMoney, moneyInWords } from '@steady/core/money';
import type { WipRow } from '@steady/contract/fees';
import { counted } from '@steady/core/words';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble } from '../../ui/page';
import { BillTable } from './bill-list';
import { FeeViews } from './fee-views';

const AGES = [
  { words: 'over 90 days', from: 91 },
  { words: '61 to 90 days', from: 61 },
  { words: '31 to 60 days', from: 31 },
  { words: 'up to 30 days', from: 0 },
];

/** WIP by job, the oldest first. */
export function FeesPage() {
  const { firm } = useSession();
  const { data, error } = useData(feesRoutes.wip);
  if (error) return <Trouble error={error} />;
  if (!data) return null;
  const { figures, rows, more } = data;
  const old = figures.ages.over90;
  const age = (row: WipRow) => AGES.find((one) => row.days >= one.from)!.words;
  return (
    <Page
      title="Fees"
      sum={
        <>
          Recorded, not billed <b>{moneyInWords(figures.notBilled)}</b>,{' '}
          <span className={old.amount > 0 ? 'late' : ''}>{formatMoney(old)} of it older than 90 days</span>; billed ahead {formatMoney(figures.billedAhead)}.
          WIP {formatMoney(figures.net)} on {counted(figures.jobs, 'job')}.
        </>
      }
      tools={<FeeViews />}
    >
      <LedgerTable
        label="WIP by job"
        rows={rows}
        keyOf={(row) => row.jobId}
        to={(row) => `/jobs/${row.jobId}/money`}
        group={(row) => `Oldest entry ${age(row)}`}
        columns={[
          { key: 'client', head: 'Client', cell: (row) => <span className="font-semibold">{row.client}</span>, sort: (row) => row.client },
          { key: 'job', head: 'Job', cell: (row) => row.job, sort: (row) => row.job },
          { key: 'days', head: 'Oldest, days', figure: true, cell: (row) => row.days, sort: (row) => row.days, wide: true },
          { key: 'fee', head: 'Agreed fee', figure: true, cell: (row) => formatMoney(row.fee), sort: (row) => row.fee, wide: true },
          { key: 'recorded', head: 'Recorded', figure: true, cell: (row) => formatMoney(row.recorded), sort: (row) => row.recorded, wide: true },
          {
            key: 'billed',
            head: 'Billed',
            figure: true,
            cell: (row) => (row.billed.amount === 0 ? '' : formatMoney(row.billed)),
            sort: (row) => row.billed,
            wide: true,
          },
          {
            key: 'wip',
            head: `WIP, ${firm.currency}`,
            figure: true,
            cell: (row) => <span className={row.balance.amount < 0 ? 'text-soft' : ''}>{formatMoney(row.balance)}</span>,
            sort: (row) => row.balance,
          },
        ]}
        total={{
          client: counted(figures.jobs, 'job'),
          recorded: formatMoney(figures.recorded),
          billed: formatMoney(figures.billed),
          wip: formatMoney(figures.net),
        }}
        empty="No unbilled work. Time and expenses appear here as they are recorded."
      />
      {more && (
        <p className="mt-2 text-table text-soft">
          The {rows.length} jobs with the oldest entries are listed; the sums are of all {figures.jobs}.
        </p>
      )}
    </Page>
  );
}

const STATUSES = ['all', 'draft', 'issued', 'paid', 'cancelled'] as const;

/** All bills, the newest first. */
export function BillsPage() {
  const [search, setSearch] = useSearchParams();
  const status = search.get('status') ?? 'all';
  const found = usePages(feesRoutes.invoices, { status: status !== 'all' && status }, afterPage);
  const data = found.pages;
  const unpaid = data?.[0]?.unpaid;
  const rows = data?.flatMap((page) => page.rows) ?? [];
  return (
    <Page
      title="Bills"
      sum={unpaid && `${unpaid.count} unpaid, ${moneyInWords(unpaid.amount)} with VAT.`}
      tools={
        <>
          <FeeViews />
          <span className="ml-auto flex gap-4">
            {STATUSES.map((one) => (
              <button
                key={one}
                className={one === status ? 'border-b-2 border-kelp font-semibold text-ink' : 'hover:text-ink'}
                onClick={() => setSearch(one === 'all' ? {} : { status: one })}
              >
                {one}
              </button>
            ))}
          </span>
        </>
      }
    >
      {data && <BillTable rows={rows} withClient />}
      <ShowMore of={found} />
    </Page>
  );
}
