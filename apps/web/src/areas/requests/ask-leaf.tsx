import type { ClientView } from '@steady/contract/clients';
import { InOpenJob } from '../jobs';
import { RequestLeaf } from './request-leaf';

/** Asks a client for things, from its own page. */
export function AskLeaf({ client, onClose }: { client: ClientView; onClose(): void }) {
  return (
    <InOpenJob
      client={client}
      title={`Ask ${client.name}`}
      none="What a client is asked for belongs to a job, and none is open here. Begin one with New job, or write a message."
      onClose={onClose}
    >
      {(job) => <RequestLeaf job={job} onClose={onClose} />}
    </InOpenJob>
  );
}
