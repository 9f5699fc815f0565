import * as asksRoutes from '@steady/contract/asks.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import type { JobView } from '@steady/contract/jobs';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { Empty } from '../../ui/page';
import { AskCard } from './ask-card';
import { useAskKinds } from '../../app/brought';

/** What was asked of the client for a job, and what else can be asked. */
export function AsksSection({ job }: { job: JobView }) {
  const session = useSession();
  const { data: asks } = useData(asksRoutes.ofJob, { id: job.id });
  const [begun, setBegun] = useState<string | null>(null);
  const kinds = useAskKinds();
  const begins = kinds.find((kind) => kind.kind === begun)?.begin;
  return (
    <>
      {session.may('do work') && job.status === 'open' && (
        <p className="mb-3 flex flex-wrap gap-2">
          {kinds.map(({ kind, begin }, at) => (
            <button key={kind} className={at === 0 ? 'act' : 'act-quiet'} onClick={() => setBegun(kind)}>
              {begin.words}
            </button>
          ))}
          {asks && asks.length > 0 && (
            <Link className="lnk ml-auto self-center text-table" to={`/missing?job=${job.id}`}>
              What is missing
            </Link>
          )}
        </p>
      )}
      {asks?.length === 0 && (
        <Empty>Nothing was asked yet. “Ask the client” proposes what the procedure wants in this phase, and shows what goes to whom before it goes.</Empty>
      )}
      {asks?.map((ask) => (
        <AskCard key={ask.id} ask={ask} job={job} client={{ id: job.clientId, name: job.client }} />
      ))}
      {begins && <begins.Leaf job={job} onClose={() => setBegun(null)} />}
    </>
  );
}

/** How much of what was asked is there, for the line of views. */
export function AsksInWords({ job }: { job: JobView }) {
  const { data: asks = [] } = useData(asksRoutes.ofJob, { id: job.id });
  const kinds = useAskKinds();
  const counts = asks
    .filter((ask) => ask.state !== 'withdrawn')
    .map((ask) => kinds.find((kind) => kind.kind === ask.kind)?.progress(ask) ?? { done: 0, of: 0 });
  const sum = (of: 'done' | 'of') => counts.reduce((total, one) => total + one[of], 0);
  return <>Requests{sum('of') > 0 && ` ${sum('done')} of ${sum('of')} in`}</>;
}
