import type { JobView } from '@steady/contract/jobs';
import { HistoryList } from './history-list';
import { JobActions } from './job-actions';
import { PhaseList } from './phase-list';

/** The work itself: phases with their tasks, and what happened by itself. */
export function WorkSection({ job }: { job: JobView }) {
  return (
    <>
      <PhaseList job={job} />
      <JobActions job={job} />
    </>
  );
}

/** What happened to a job. */
export function HistorySection({ job }: { job: JobView }) {
  return <HistoryList of={{ job: job.id }} />;
}
