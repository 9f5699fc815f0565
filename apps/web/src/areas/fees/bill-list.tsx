import { ShowMore } from '../../ui/show-more';
import { afterPage, usePages } from '../../app/pages';
import * as feesRoutes from '@steady/contract/fees.routes';
import { Link } from 'react-router';
import { formatMoney, minus, sumOf } from '@steady/core/money';
import type { InvoiceRow } from '@steady/contract/fees';
import { counted } from '@steady/core/words';
import { useSession } from '../../app/session';
import { Day, DueWords } from '../../ui/due';
import { type Column, LedgerTable } from '../../ui/ledger-table';

const STATUS_TONE: Record<InvoiceRow['status'], string> = { draft: 'text-soft', issued: '', paid: 'good', cancelled: 'text-soft' };

const JOB: Column<InvoiceRow> = {
  key: 'job',
  head: 'Job',
  cell: (row) => (
    <Link className="lnk" to={`/jobs/${row.jobId}/money`} onClick={(event) => event.stopPropagation()}>
      {row.job}
    </Link>
  ),
  wide: true,
};

/** Bills in a ledger. */
export function BillTable({ rows, withClient, withJob = true }: { rows: InvoiceRow[]; withClient: boolean; withJob?: boolean }) {
  const { firm } = useSession();
  const columns: Column<InvoiceRow>[] = [
    { key: 'number', head: 'Bill', cell: (row) => <span className="font-semibold whitespace-nowrap">{row.number ?? 'draft'}</span>, sort: (row) => row.number },
    ...(withClient ? ([{ key: 'client', head: 'Client', cell: (row) => row.client, sort: (row) => row.client }] satisfies Column<InvoiceRow>[]) : []),
    ...(withJob ? [JOB] : []),
    { key: 'issued', head: 'Issued', cell: (row) => row.issuedOn && <Day of={row.issuedOn} />, sort: (row) => row.issuedOn, wide: true },
    {
      key: 'status',
      head: 'Status',
      cell: (row) =>
        row.status === 'issued' && row.dueOn ? (
          <>
            {row.paid.amount > 0 ? `${formatMoney(minus(row.gross, row.paid))} open` : 'unpaid'}, <DueWords due={row.dueOn} />
          </>
        ) : (
          <span className={STATUS_TONE[row.status]}>{row.status}</span>
        ),
      sort: (row) => row.status,
    },
    { key: 'gross', head: `With VAT, ${firm.currency}`, figure: true, cell: (row) => formatMoney(row.gross), sort: (row) => row.gross },
    { key: 'paid', head: 'Paid', figure: true, cell: (row) => (row.paid.amount === 0 ? '' : formatMoney(row.paid)), wide: true },
  ];
  const live = rows.filter((row) => row.status === 'issued' || row.status === 'paid');
  return (
    <LedgerTable
      label="Bills"
      columns={columns}
      rows={rows}
      keyOf={(row) => row.id}
      to={(row) => `/fees/bills/${row.id}`}
      total={
        live.length > 1
          ? {
              number: `${counted(live.length, 'bill')} in force`,
              gross: formatMoney(
                sumOf(
                  firm.currency,
                  live.map((row) => row.gross),
                ),
              ),
              paid: formatMoney(
                sumOf(
                  firm.currency,
                  live.map((row) => row.paid),
                ),
              ),
            }
          : undefined
      }
      empty="No bill yet. Draft one on the “Time and money” page of a job."
    />
  );
}

export function BillList({ client: { id: clientId } }: { client: { id: string } }) {
  const found = usePages(feesRoutes.invoices, { client: clientId }, afterPage);
  if (!found.pages) return null;
  return (
    <>
      <BillTable rows={found.pages.flatMap((page) => page.rows)} withClient={false} />
      <ShowMore of={found} />
    </>
  );
}

/** Bills and drafts of a job; nothing where there is none. */
export function JobBills({ jobId }: { jobId: string }) {
  const found = usePages(feesRoutes.invoices, { job: jobId }, afterPage);
  const rows = found.pages?.flatMap((page) => page.rows) ?? [];
  if (rows.length === 0) return null;
  return (
    <>
      <h2 className="mt-4 mb-2">Bills and drafts</h2>
      <BillTable rows={rows} withClient={false} withJob={false} />
      <ShowMore of={found} />
    </>
  );
}
