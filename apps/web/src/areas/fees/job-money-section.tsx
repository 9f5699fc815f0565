import * as feesRoutes from '@steady/contract/fees.routes';
import * as timeRoutes from '@steady/contract/time.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { formatHours, formatMoney, sumOf } from '@steady/core/money';
import type { JobView } from '@steady/contract/jobs';
import type { TimeEntryView } from '@steady/contract/time';
import { counted } from '@steady/core/words';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { dayInWords } from '../../ui/words';
import { BillLeaf } from './bill-leaf';
import { WipLedger } from './wip-ledger';
import { ExpenseLeaf } from '../time';

/** Time recorded on the job, and for those who see fees its WIP ledger, bills and settlement. */
export function JobMoneySection({ job }: { job: JobView }) {
  const session = useSession();
  const [leaf, setLeaf] = useState<'bill' | 'expense' | null>(null);
  const { data: entries } = useData(timeRoutes.ofJob, { id: job.id });
  const seesFees = session.may('see fees');
  const { data: settlement } = useData(feesRoutes.settlement, seesFees ? { id: job.id } : null);
  return (
    <>
      <div className="mb-3 flex flex-wrap gap-3">
        {session.may('bill') && (
          <>
            <button className="act" onClick={() => setLeaf('bill')}>
              Draft a bill
            </button>
            <Link className="act-quiet" to={`/jobs/${job.id}/settle`}>
              Settle WIP
            </Link>
          </>
        )}
        <button className="act-quiet" onClick={() => setLeaf('expense')}>
          Record an expense
        </button>
      </div>
      {entries && (
        <LedgerTable
          label="Time"
          rows={entries}
          keyOf={(row) => row.id}
          columns={[
            { key: 'on', head: 'Day', cell: (row) => dayInWords(row.on, session.day), sort: (row) => row.on },
            { key: 'who', head: 'Who', cell: (row) => row.who, sort: (row) => row.who },
            { key: 'task', head: 'Task', cell: (row) => row.task ?? row.note ?? <span className="text-soft">no task</span>, sort: (row) => row.task },
            { key: 'minutes', head: 'Time', figure: true, cell: (row) => formatHours(row.minutes), sort: (row) => row.minutes },
            ...(seesFees
              ? [
                  { key: 'rate', head: 'Rate an hour', figure: true, cell: (row: TimeEntryView) => row.rate && formatMoney(row.rate), wide: true },
                  {
                    key: 'value',
                    head: `Value, ${session.firm.currency}`,
                    figure: true,
                    cell: (row: TimeEntryView) => row.value && formatMoney(row.value),
                    sort: (row: TimeEntryView) => row.value,
                  },
                ]
              : []),
          ]}
          total={{
            on: counted(entries.length, 'entry', 'entries'),
            minutes: formatHours(entries.reduce((all, entry) => all + entry.minutes, 0)),
            value: formatMoney(
              sumOf(
                session.firm.currency,
                entries.flatMap((entry) => entry.value ?? []),
              ),
            ),
          }}
          empty="No time yet. Start the timer on a task, or add time by hand."
        />
      )}
      {settlement && (
        <>
          <h2 className="mt-5 mb-2">WIP ledger of this job</h2>
          <WipLedger postings={settlement.ledger} />
        </>
      )}
      {leaf === 'bill' && <BillLeaf job={job} onClose={() => setLeaf(null)} />}
      {leaf === 'expense' && <ExpenseLeaf jobId={job.id} onClose={() => setLeaf(null)} />}
    </>
  );
}
