import { Link } from 'react-router';
import { formatHours } from '@steady/core/money';
import { counted } from '@steady/core/words';
import type { TodayView } from '@steady/contract/today';
import { useSession } from '../../app/session';
import { waitedWords } from '../../ui/words';
import { AndMore, JobLines } from '../today';
import { MyTasks } from './my-tasks';

type Of = { today: TodayView };

export const AskingLines = ({ today }: Of) => <JobLines jobs={today.asking} state="asks to move" why={(job) => `${job.phase} is complete`} />;
export const StuckLines = ({ today }: Of) => <JobLines jobs={today.stuck} state="blocked" why={(job) => job.stuckReason ?? ''} />;
export const OnHoldLines = ({ today }: Of) => <JobLines jobs={today.onHold} state="on hold" why={(job) => job.holdReason ?? ''} />;
export const NobodyOnItLines = ({ today }: Of) => <JobLines jobs={today.nobodyOnIt} state="nobody on it" why={(job) => `is in ${job.phase}`} />;

export const ToApproveLines = ({ today }: Of) => (
  <>
    {today.toApprove.rows.map((job) => (
      <tr key={job.id}>
        <td className="font-semibold">
          <Link to={`/jobs/${job.id}`}>{job.name}</Link>
        </td>
        <td>{job.client}</td>
        <td colSpan={3} className="text-soft">
          is in {job.phase}
        </td>
      </tr>
    ))}
    <AndMore of={today.toApprove} />
  </>
);

/** One's own tasks, with what is due of them today and the room there is. */
export const OwnTasks = ({ today }: Of) => (
  <section aria-label="Tasks of your own" id="tasks">
    <div className="mb-2 flex items-baseline gap-5 text-table text-soft">
      <h2 className="text-ink">My tasks</h2>
      <span>
        {formatHours(today.minutesToday)} due today, {formatHours(today.minutesRoom)} of room
      </span>
    </div>
    <MyTasks tasks={today.tasks} />
  </section>
);

/** How many jobs wait for clients, for how long, and which the longest. */
export function WaitingLine({ today: { waiting: of } }: Of) {
  const { day } = useSession();
  const by = [
    [of.upTo3, 'up to 3 days'],
    [of.upTo7, 'up to a week'],
    [of.upTo14, 'up to two weeks'],
    [of.longer, 'longer'],
  ] as const;
  return (
    <tr>
      <td className="font-semibold">
        <Link className="lnk" to="/jobs?state=waits for client">
          {counted(of.jobs, 'job')} {of.jobs === 1 ? 'waits' : 'wait'} for clients
        </Link>
      </td>
      <td colSpan={4} className="text-soft">
        {by.map(([jobs, words], at) => jobs > 0 && <span key={words}>{`${by.slice(0, at).some(([before]) => before > 0) ? ', ' : ''}${jobs} ${words}`}</span>)}
        {of.longest && (
          <>
            ; longest{' '}
            <Link className="lnk" to={`/jobs/${of.longest.jobId}/requests`}>
              {of.longest.client}, {waitedWords(of.longest.since, day)}
            </Link>
          </>
        )}
      </td>
    </tr>
  );
}
