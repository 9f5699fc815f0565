import { Link, useNavigate } from 'react-router';
import { sinceInWords } from '@steady/core/words';
import type { JobRow, JobState } from '@steady/contract/jobs';
import type { First, TodayLine, TodayView } from '@steady/contract/today';
import { useTryAgain } from '../../app/brought';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DueWords } from '../../ui/due';
import { dayOf, momentInWords } from '../../ui/words';

/** What of a list does not stand on the page: how many more, and where they are. */
export function AndMore({ of, to, across = 5 }: { of: First<unknown>; to?: string; across?: number }) {
  const more = of.count - of.rows.length;
  if (more <= 0) return null;
  return (
    <tr>
      <td colSpan={across} className="text-soft">
        {to === undefined ? `and ${more} more, which come up here as these are done` : <Link className="lnk" to={to}>{`and ${more} more`}</Link>}
      </td>
    </tr>
  );
}

/** Jobs as lines of Today, each with why it stands there. */
export function JobLines({ jobs, state, why }: { jobs: First<JobRow>; state: JobState; why(job: JobRow): string }) {
  return (
    <>
      {jobs.rows.map((job) => (
        <tr key={job.id}>
          <td className="font-semibold">
            <Link to={`/jobs/${job.id}`}>{job.name}</Link>
          </td>
          <td>{job.client}</td>
          <td>
            <DueWords due={job.dueOn} />
          </td>
          <td className="text-soft max-md:hidden">{why(job)}</td>
          <td className="max-md:hidden">{job.who}</td>
        </tr>
      ))}
      <AndMore of={jobs} to={`/jobs?state=${encodeURIComponent(state)}`} />
    </>
  );
}

/** What should have happened by itself and did not: each can be tried again from here. */
export function Failed({ today: { failed: of } }: { today: TodayView }) {
  const { act, busy } = useAct();
  const tryAgain = useTryAgain();
  return (
    <>
      {of.rows.map((one) => (
        <tr key={one.id}>
          <td className="font-semibold">{one.jobId ? <Link to={`/jobs/${one.jobId}`}>{one.what}</Link> : one.what}</td>
          <td>{one.client}</td>
          <td colSpan={2} className="late">
            {one.why}
          </td>
          <td>
            <button className="lnk" disabled={busy} onClick={() => void act(async () => tryAgain(one.kind)?.(one.id), 'Tried again.')}>
              Try again
            </button>
          </td>
        </tr>
      ))}
      <AndMore of={of} />
    </>
  );
}

/** What is due or has come, line by line. */
export function Lines({ lines, section, rest, to }: { lines: First<TodayLine>; section?: string; rest?: string; to?(line: TodayLine): string }) {
  const session = useSession();
  const navigate = useNavigate();
  return (
    <>
      {lines.rows.map((line) => {
        const why = line.dueOn && line.since && line.why.startsWith('waits') ? `${line.why}, ${sinceInWords(dayOf(line.since), session.day)}` : line.why;
        const path = to ? to(line) : line.jobId ? `/jobs/${line.jobId}${section ? `/${section}` : ''}` : `/clients/${line.clientId}`;
        return (
          <tr key={line.id} className="opens" onClick={() => void navigate(path)}>
            <td className="font-semibold">
              <Link to={path} onClick={(event) => event.stopPropagation()}>
                {line.what}
              </Link>
              {/* Below the name on a phone, where there is no column for it. */}
              <span className="block text-fine font-normal text-soft md:hidden">{why}</span>
            </td>
            <td className="lg:min-w-44">{line.client}</td>
            <td>
              {line.dueOn ? (
                <DueWords due={line.dueOn} />
              ) : (
                line.since && <span className="whitespace-nowrap text-soft">{momentInWords(line.since, session.day)}</span>
              )}
            </td>
            <td className="text-soft max-md:hidden">{why}</td>
            <td className="max-md:hidden">{line.who}</td>
          </tr>
        );
      })}
      <AndMore of={lines} to={rest} />
    </>
  );
}
