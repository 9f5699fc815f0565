import { ShowMore } from '../../ui/show-more';
import { afterLast, usePages } from '../../app/pages';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import { Link } from 'react-router';
import type { HistoryLine } from '@steady/contract/jobs';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { momentInWords } from '../../ui/words';

/** What happened, the newest first: who, when, what. Of a job or of a client. */
export function HistoryList({ of }: { of: { job: string } | { client: string } }) {
  const { day } = useSession();
  const found = usePages(jobsRoutes.history, of, afterLast);
  if (!found.pages) return null;
  const ofClient = 'client' in of;
  return (
    <>
      <LedgerTable
        label="History"
        rows={found.pages.flat()}
        keyOf={(row) => row.id}
        columns={[
          { key: 'at', head: 'When', cell: (row) => <span className="whitespace-nowrap">{momentInWords(row.at, day)}</span>, className: 'w-36' },
          { key: 'who', head: 'Who', cell: (row) => <span className="whitespace-nowrap">{row.who}</span>, className: 'w-40' },
          { key: 'what', head: 'What', cell: (row) => row.what },
          ...(ofClient
            ? [
                {
                  key: 'job',
                  head: '',
                  cell: (row: HistoryLine) =>
                    row.jobId && (
                      <Link to={`/jobs/${row.jobId}`} className="lnk">
                        job
                      </Link>
                    ),
                },
              ]
            : []),
        ]}
      />
      <ShowMore of={found} />
    </>
  );
}
