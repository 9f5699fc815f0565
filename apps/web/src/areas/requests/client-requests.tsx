import * as requestsRoutes from '@steady/contract/requests.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { useData } from '../../app/api';
import { Empty } from '../../ui/page';
import { Request, WordsLeaf, type Writing } from './requests-section';

/** What was asked of a client over all its jobs: what is still open stands first. */
export function ClientRequests({ clientId }: { clientId: string }) {
  const { data: requests } = useData(requestsRoutes.ofClient, { id: clientId });
  const [writing, setWriting] = useState<Writing | null>(null);
  if (!requests) return null;
  if (requests.length === 0) return <Empty>Nothing was asked of this client yet. Requests go out from a job, under &ldquo;Ask the client&rdquo;.</Empty>;
  return (
    <>
      {requests.map((request) => (
        <Request
          key={request.id}
          request={request}
          onWrite={setWriting}
          of={
            <Link className="lnk" to={`/jobs/${request.jobId}/requests`}>
              {request.jobName}
            </Link>
          }
        />
      ))}
      {writing && <WordsLeaf writing={writing} onClose={() => setWriting(null)} />}
    </>
  );
}
