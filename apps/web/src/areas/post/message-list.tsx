import { useState } from 'react';
import { Link } from 'react-router';
import type { SentMessage } from '@steady/contract/post';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { Leaf } from '../../ui/leaf';
import { LedgerTable } from '../../ui/ledger-table';
import { momentInWords } from '../../ui/words';

const TONE: Record<SentMessage['status'], string> = { waiting: 'text-soft', sent: 'good', failed: 'late' };

/** What was written: of one client, one job, or (with an empty `of`) the whole firm. */
export function MessageList({ of }: { of: string }) {
  const session = useSession();
  const { day } = session;
  const [reading, setReading] = useState<SentMessage | null>(null);
  const { data } = useData<SentMessage[]>(`/api/messages?${of}`);
  if (!data) return null;
  return (
    <>
      <LedgerTable
        label="Messages"
        rows={data}
        keyOf={(row) => row.id}
        columns={[
          { key: 'at', head: 'When', cell: (row) => <span className="whitespace-nowrap">{momentInWords(row.at, day)}</span>, sort: (row) => row.at },
          { key: 'to', head: 'To', cell: (row) => row.to, sort: (row) => row.to },
          ...(of.startsWith('client')
            ? []
            : [{ key: 'client', head: 'Client', cell: (row: SentMessage) => row.client, sort: (row: SentMessage) => row.client, wide: true }]),
          {
            key: 'subject',
            head: 'About',
            cell: (row) => (
              <button className="lnk font-semibold" onClick={() => setReading(row)}>
                {row.subject}
              </button>
            ),
          },
          { key: 'by', head: 'By', cell: (row) => row.by, wide: true },
          { key: 'status', head: 'Stands', cell: (row) => <span className={TONE[row.status]}>{row.status}</span>, wide: true },
        ]}
        empty="Nothing was written yet. Requests and bills go out from a job and stand here afterwards."
      />
      {reading && (
        <Leaf open broad title={reading.subject} onClose={() => setReading(null)}>
          <p className="mb-3 text-table text-soft">
            To {reading.to}, {reading.address}, {momentInWords(reading.at, day)}
          </p>
          <p className="whitespace-pre-line wrap-anywhere">{reading.body}</p>
          {reading.clientId && session.may('do work') && (
            <p className="mt-4 flex gap-4 text-table">
              {reading.jobId && (
                <Link className="lnk" to={`/jobs/${reading.jobId}`}>
                  Its job
                </Link>
              )}
              <Link className="lnk" to={`/jobs?${new URLSearchParams({ new: reading.clientId, called: reading.subject }).toString()}`}>
                Begin a job from it
              </Link>
            </p>
          )}
        </Leaf>
      )}
    </>
  );
}
