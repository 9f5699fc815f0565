import { HistoryList } from './history-list';
import { JobList } from './job-list';

/** The jobs of a client. */
export function JobsOfClient({ client: { id } }: { client: { id: string } }) {
  return <JobList of={{ client: id }} />;
}

/** What happened to a client. */
export function HistoryOfClient({ client: { id } }: { client: { id: string } }) {
  return <HistoryList of={{ client: id }} />;
}
