import { useState } from 'react';
import type { JobView } from '@steady/contract/jobs';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { MessageList } from './message-list';
import { WriteLeaf } from './write-leaf';

/** What was written to a client, or about one of its jobs, and writing more. */
export function Correspondence({ client, job }: { client: { id: string; name: string }; job?: { id: string; name: string } }) {
  const session = useSession();
  const [writing, setWriting] = useState(false);
  const mayWrite = session.may('do work');
  useKeys(mayWrite ? [{ press: 'n m', does: 'new message to the client', act: () => setWriting(true) }] : []);
  return (
    <>
      {mayWrite && job && (
        <p className="mb-2 text-right">
          <button className="act-quiet" onClick={() => setWriting(true)}>
            Write to the client
          </button>
        </p>
      )}
      <MessageList of={job ? { job: job.id } : { client: client.id }} />
      {writing && <WriteLeaf client={client} job={job} onClose={() => setWriting(false)} />}
    </>
  );
}

/** The same for a job. */
export function CorrespondenceOfJob({ job }: { job: JobView }) {
  return <Correspondence client={{ id: job.clientId, name: job.client }} job={job} />;
}
