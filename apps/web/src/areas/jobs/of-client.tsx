import { HistoryList } from './history-list';
import { JobList } from './job-list';

/** The jobs of a client. */
export function JobsOfClient({ client: { id, name } }: { client: { id: string; name: string } }) {
  return <JobList of={{ client: id }} newFor={{ id, name }} />;
}

/** What happened to a client. */
export function HistoryOfClient({ client: { id } }: { client: { id: string } }) {
  return <HistoryList of={{ client: id }} />;
}
