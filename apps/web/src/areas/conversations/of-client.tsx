import { useState } from 'react';
import type { ClientView } from '@steady/contract/clients';
import type { JobView } from '@steady/contract/jobs';
import { useSession } from '../../app/session';
import { ConversationList } from './conversation-list';
import { OpenLeaf } from './open-leaf';

interface Of {
  client: { id: string; name: string };
  job?: { id: string; name: string };
}

function Conversations({ client, job }: Of) {
  const [opening, setOpening] = useState(false);
  return (
    <>
      {useSession().may('do work') && (
        <p className="mb-2 text-right">
          <button className="act-quiet" onClick={() => setOpening(true)}>
            Open a conversation
          </button>
        </p>
      )}
      <ConversationList
        of={job ? { job: job.id } : { client: client.id }}
        empty={`No conversation yet ${job ? 'about this job' : `with ${client.name}`}. The client answers by mail or in the portal, and all of it stands here.`}
      />
      {opening && <OpenLeaf of={{ client, job }} onClose={() => setOpening(false)} />}
    </>
  );
}

export const ConversationsOfClient = ({ client }: { client: ClientView }) => <Conversations client={client} />;
export const ConversationsOfJob = ({ job }: { job: JobView }) => <Conversations client={{ id: job.clientId, name: job.client }} job={job} />;
