import * as movesRoutes from '@steady/contract/moves.routes';
import * as postRoutes from '@steady/contract/post.routes';
import { Link, useNavigate } from 'react-router';
import { sinceInWords } from '@steady/core/words';
import type { JobRow } from '@steady/contract/jobs';
import type { TodayLine, TodayView } from '@steady/contract/today';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DueWords } from '../../ui/due';
import { dayOf, momentInWords } from '../../ui/words';

export function JobsGroup({ title, jobs, why }: { title: string; jobs: JobRow[]; why(job: JobRow): string }) {
  if (jobs.length === 0) return null;
  return (
    <>
      <tr className="grp">
        <th colSpan={5} scope="colgroup">
          {title}
        </th>
      </tr>
      {jobs.map((job) => (
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
    </>
  );
}

/** What should have happened by itself and did not: each can be tried again from here. */
export function Failed({ of }: { of: TodayView['failed'] }) {
  const { act, busy } = useAct();
  if (of.length === 0) return null;
  return (
    <>
      <tr className="grp">
        <th colSpan={5} scope="colgroup">
          Not done by itself
        </th>
      </tr>
      {of.map((one) => (
        <tr key={one.id}>
          <td className="font-semibold">{one.jobId ? <Link to={`/jobs/${one.jobId}`}>{one.what}</Link> : one.what}</td>
          <td>{one.client}</td>
          <td colSpan={2} className="late">
            {one.why}
          </td>
          <td>
            <button
              className="lnk"
              disabled={busy}
              onClick={() => void act(() => send(one.kind === 'message' ? postRoutes.again : movesRoutes.again, { id: one.id }), 'Tried again.')}
            >
              Try again
            </button>
          </td>
        </tr>
      ))}
    </>
  );
}

export function Group({ id, title, lines, section }: { id: string; title: string; lines: TodayLine[]; section?: string }) {
  const session = useSession();
  const navigate = useNavigate();
  if (lines.length === 0) return null;
  return (
    <>
      <tr className="grp" id={id}>
        <th colSpan={5} scope="colgroup">
          {title}
        </th>
      </tr>
      {lines.map((line) => {
        const path = line.jobId ? `/jobs/${line.jobId}${section ? `/${section}` : ''}` : `/clients/${line.clientId}`;
        return (
          <tr key={line.id} className="opens" onClick={() => void navigate(path)}>
            <td className="font-semibold">
              <Link to={path} onClick={(event) => event.stopPropagation()}>
                {line.what}
              </Link>
            </td>
            <td>{line.client}</td>
            <td>
              {line.dueOn ? (
                <DueWords due={line.dueOn} />
              ) : (
                line.since && <span className="whitespace-nowrap text-soft">{momentInWords(line.since, session.day)}</span>
              )}
            </td>
            <td className="text-soft max-md:hidden">
              {line.why}
              {line.dueOn && line.since && line.why.startsWith('waits') && `, ${sinceInWords(dayOf(line.since), session.day)}`}
            </td>
            <td className="max-md:hidden">{line.who}</td>
          </tr>
        );
      })}
    </>
  );
}
