import * as jobsRoutes from '@steady/contract/jobs.routes';
import { useState } from 'react';
import { type CivilDate, civil } from '@steady/core/calendar';
import { counted, plainDate } from '@steady/core/words';
import type { JobView } from '@steady/contract/jobs';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Day } from '../../ui/due';
import { Note } from '../../ui/page';
import { dayInWords } from '../../ui/words';
import { WorkingsLines } from '../../ui/workings';

/** When everything asked of the client had come in, and for how many days it has been with us. */
function everythingIn({ status }: JobView, on: string, today: CivilDate): string {
  const days = civil(on).until(today).days;
  return `${dayInWords(on, today)}${status === 'finished' || days < 1 ? '' : `, ${counted(days, 'day')} with us`}`;
}

/** Period, deadline with its workings, our target. */
export function Dates({ job }: { job: JobView }) {
  const session = useSession();
  const [workings, setWorkings] = useState(false);
  const [safe, setSafe] = useState(false);
  const { obligation } = job;
  return (
    <Note title="Dates">
      <dl className="facts">
        <dt>Period</dt>
        <dd>
          {plainDate(civil(job.periodStart))} to {plainDate(civil(job.periodEnd))}
        </dd>
        <dt>{job.startOn > session.today ? 'Begins' : 'Began'}</dt>
        <dd>{dayInWords(job.startOn, session.day)}</dd>
        <dt>Deadline</dt>
        <dd>
          {obligation ? (
            <button className="workings" aria-expanded={workings} onClick={() => setWorkings(!workings)}>
              {dayInWords(job.dueOn, session.day)}
            </button>
          ) : (
            <Day of={job.dueOn} />
          )}
        </dd>
        {job.lastSafe && (
          <>
            <dt>Records by</dt>
            <dd>
              <button className={`workings ${job.lastSafe.isPast ? 'late' : ''}`} aria-expanded={safe} onClick={() => setSafe(!safe)}>
                {dayInWords(job.lastSafe.day, session.day)}
              </button>
              {job.lastSafe.isPast && <span className="late">{job.everythingInOn ? ', came later' : ', over'}</span>}
            </dd>
          </>
        )}
        <dt>Our target</dt>
        <dd>{dayInWords(job.targetOn, session.day)}</dd>
        <dt>Everything in</dt>
        <dd>
          {job.everythingInOn ? everythingIn(job, job.everythingInOn, session.day) : 'not yet'} <SaysAllIn job={job} />
        </dd>
      </dl>
      {safe && job.lastSafe && (
        <div className="mt-2">
          <WorkingsLines of={job.lastSafe.workings} />
          <p className="text-table text-soft">{job.lastSafe.consequence}</p>
        </div>
      )}
      {workings && obligation && (
        <div className="mt-2">
          <WorkingsLines of={obligation.workings} />
        </div>
      )}
    </Note>
  );
}

/** Says by hand that everything is in, where nothing was asked for; or that it is not after all. */
function SaysAllIn({ job }: { job: JobView }) {
  const mayWork = useSession().may('do work');
  const { act, busy } = useAct();
  if (!mayWork || job.status === 'finished' || job.wasAsked) return null;
  const isIn = job.everythingInOn === null;
  const say = () => act(() => send(jobsRoutes.everythingIn, { id: job.id }, { isIn }), isIn ? 'Everything is in.' : 'Not everything is in.');
  return (
    <button className="lnk text-fine" disabled={busy} onClick={() => void say()}>
      {isIn ? 'It is' : 'Not after all'}
    </button>
  );
}
