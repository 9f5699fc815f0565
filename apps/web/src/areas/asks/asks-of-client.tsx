import * as asksRoutes from '@steady/contract/asks.routes';
import { Link } from 'react-router';
import type { ClientView } from '@steady/contract/clients';
import { useData } from '../../app/api';
import { useAskKinds } from '../../app/brought';
import { Empty } from '../../ui/page';
import { AskCard } from './ask-card';

const isOver = (state: string) => ['done', 'withdrawn', 'expired'].includes(state);

/** What was asked of a client over all its jobs: what is still open stands first. */
export function AsksOfClient({ client }: { client: ClientView }) {
  const kinds = useAskKinds();
  const { data: asks } = useData(asksRoutes.ofClient, { id: client.id });
  if (!asks) return null;
  const above = kinds.map(({ kind, OfClient }) => OfClient && <OfClient key={kind} client={client} />);
  if (asks.length === 0)
    return (
      <>
        {above}
        <Empty>Nothing was asked of this client yet. Requests go out from a job, under &ldquo;Ask the client&rdquo;.</Empty>
      </>
    );
  return (
    <>
      <p className="mb-3 text-table">
        <Link className="lnk" to={`/missing?client=${client.id}`}>
          What is missing
        </Link>
      </p>
      {above}
      {[...asks.filter((ask) => !isOver(ask.state)), ...asks.filter((ask) => isOver(ask.state))].map((ask) => (
        <AskCard key={ask.id} ask={ask} job={null} client={client} />
      ))}
    </>
  );
}
