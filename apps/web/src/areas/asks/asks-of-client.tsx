import * as asksRoutes from '@steady/contract/asks.routes';
import type { ClientView } from '@steady/contract/clients';
import { useData } from '../../app/api';
import { Empty } from '../../ui/page';
import { AskCard } from './ask-card';

const isOver = (state: string) => ['done', 'withdrawn', 'expired'].includes(state);

/** What was asked of a client over all its jobs: what is still open stands first. */
export function AsksOfClient({ client }: { client: ClientView }) {
  const { data: asks } = useData(asksRoutes.ofClient, { id: client.id });
  if (!asks) return null;
  if (asks.length === 0) return <Empty>Nothing was asked of this client yet. Requests go out from a job, under &ldquo;Ask the client&rdquo;.</Empty>;
  return [...asks.filter((ask) => !isOver(ask.state)), ...asks.filter((ask) => isOver(ask.state))].map((ask) => <AskCard key={ask.id} ask={ask} job={null} />);
}
