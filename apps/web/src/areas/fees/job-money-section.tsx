import * as feesRoutes from '@steady/contract/fees.routes';
import * as timeRoutes from '@steady/contract/time.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { formatHours, formatMoney } from '@steady/core/money';
import type { JobView } from '@steady/contract/jobs';
import type { TimeEntryView } from '@steady/contract/time';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { dayInWords } from '../../ui/words';
import { BillLeaf } from './bill-leaf';
import { WipLedger } from './wip-ledger';
import { ExpenseLeaf } from '../time/expense-leaf';

/** Time recorded on the job, and for those who see fees its WIP ledger, bills and settlement. */
export function JobMoneySection({ job }: { job: JobView }) {
  const session = useSession();
  const [leaf, setLeaf] = useState<'bill' | 'expense' | null>(null);
  const { data: entries } = useData(timeRoutes.ofJob, { id: job.id });
  const seesFees = session.may('see fees');
  const { data: settlement } = useData(feesRoutes.settlement, seesFees ? { id: job.id } : null);
  const sum = (pick: (entry: TimeEntryView) => number) => (entries ?? []).reduce((all, entry) => all + pick(entry), 0);
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
                  { key: 'rate', head: 'Rate an hour', figure: true, cell: (row: TimeEntryView) => formatMoney(row.rate ?? 0), wide: true },
                  {
                    key: 'value',
                    head: `Value, ${session.firm.currency}`,
                    figure: true,
                    cell: (row: TimeEntryView) => formatMoney(row.value ?? 0),
                    sort: (row: TimeEntryView) => row.value,
                  },
                ]
              : []),
          ]}
          total={{
            on: `${entries.length} ${entries.length === 1 ? 'entry' : 'entries'}`,
            minutes: formatHours(sum((entry) => entry.minutes)),
            value: formatMoney(sum((entry) => entry.value ?? 0)),
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
