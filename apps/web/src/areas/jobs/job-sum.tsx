import * as asksRoutes from '@steady/contract/asks.routes';
import { Link } from 'react-router';
import type { JobView } from '@steady/contract/jobs';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { Waits } from '../../ui/due';
import { dayInWords, dueTone, dueWords } from '../../ui/words';
import { isOwnDate } from './own-date';

/** What is to be known of a job first: when it is due, and what it waits for. */
export function JobSum({ job, onMove }: { job: JobView; onMove(): void }) {
  const session = useSession();
  const { data: asks = [] } = useData(asksRoutes.ofJob, { id: job.id });
  const refused = asks.find((ask) => ask.state === 'refused');
  const base = `/jobs/${job.id}`;
  const { obligation } = job;
  const own = isOwnDate(obligation);
  return job.status === 'finished' ? (
    <>
      {job.closedReason ? <span className="soon">Closed before it was done: {job.closedReason}</span> : <span className="good font-semibold">Finished</span>}
      {obligation?.receipt && (
        <>
          ; filed with {obligation.authority}, receipt {obligation.receipt}
        </>
      )}
      .
    </>
  ) : (
    <>
      {!obligation || own ? 'Due' : `Due to ${obligation.authority}`}{' '}
      <span className={dueTone(job.dueOn, session.day)}>
        {dayInWords(job.dueOn, session.day)}, {dueWords(job.dueOn, session.day)}
      </span>
      ; our target {dayInWords(job.targetOn, session.day)}.{' '}
      {refused && (
        <>
          <Link className="lnk late" to={`${base}/requests`}>
            The client refused: {refused.title}
          </Link>
          .{' '}
        </>
      )}
      {job.status === 'on hold' ? (
        <span className="soon">
          On hold{job.holdUntil ? ` until ${dayInWords(job.holdUntil, session.day)}` : ''}: {job.holdReason}.
        </span>
      ) : job.stuckReason ? (
        <span className="late">
          Blocked{job.stuckFor ? `, waits for ${job.stuckFor}` : ''}: {job.stuckReason}.
        </span>
      ) : job.asksToMove ? (
        <button className="lnk soon" onClick={onMove}>
          Ready to move on: see what will happen
        </button>
      ) : (
        job.waitingSince && (
          <Link to={`${base}/requests`} className="lnk">
            <Waits begins since={job.waitingSince} forWhat={job.waitingFor} />
          </Link>
        )
      )}
    </>
  );
}
