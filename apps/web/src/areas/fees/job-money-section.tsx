import * as feesRoutes from '@steady/contract/fees.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import type { JobView } from '@steady/contract/jobs';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { WhoMay } from '../../app/who-may';
import { BillLeaf } from './bill-leaf';
import { WipLedger } from './wip-ledger';
import { ExpenseLeaf, JobEntries } from '../time';
import { JobBills } from './bill-list';

/** Time recorded on the job, and for those who see fees its WIP ledger, bills and settlement. */
export function JobMoneySection({ job }: { job: JobView }) {
  const session = useSession();
  const [leaf, setLeaf] = useState<'bill' | 'expense' | null>(null);
  const seesFees = session.may('see fees');
  const { data: settlement } = useData(feesRoutes.settlement, seesFees ? { id: job.id } : null);
  return (
    <>
      <div className="mb-3 flex flex-wrap gap-3">
        <WhoMay right="bill" act="Bills are drafted" />
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
      {seesFees && <JobBills jobId={job.id} />}
      <JobEntries jobId={job.id} />
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
