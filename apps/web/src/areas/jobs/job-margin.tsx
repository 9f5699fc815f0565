import { useState } from 'react';
import { Link } from 'react-router';
import { type CivilDate, civil } from '@steady/core/calendar';
import { counted, plainDate } from '@steady/core/words';
import type { JobView } from '@steady/contract/jobs';
import { useSession, useTeam } from '../../app/session';
import { Day } from '../../ui/due';
import { Note } from '../../ui/page';
import { dayInWords, momentInWords } from '../../ui/words';
import { WorkingsLines } from '../../ui/workings';
import { MoneyOfJob } from './job-money-note';
import { isOwnDate } from './own-date';

/** With whom of the client a job is settled: the one chosen for it, or whoever gets its requests. */
function settledWith(job: JobView) {
  const people = job.contacts.filter((contact) => (job.contactId === null ? contact.getsRequests : contact.id === job.contactId));
  return people.length > 0 ? people.map((contact) => contact.name).join(', ') : <span className="soon">nobody to write to</span>;
}

/** When everything asked of the client had come in, and for how many days it has been with us. */
function everythingIn({ status }: JobView, on: string, today: CivilDate): string {
  const days = civil(on).until(today).days;
  return `${dayInWords(on, today)}${status === 'finished' || days < 1 ? '' : `, ${counted(days, 'day')} with us`}`;
}

/** Period, deadline with its workings, our target. */
function Dates({ job }: { job: JobView }) {
  const session = useSession();
  const [workings, setWorkings] = useState(false);
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
        <dt>Our target</dt>
        <dd>{dayInWords(job.targetOn, session.day)}</dd>
        <dt>Everything in</dt>
        <dd>{job.everythingInOn ? everythingIn(job, job.everythingInOn, session.day) : 'not yet'}</dd>
      </dl>
      {workings && obligation && (
        <div className="mt-2">
          <WorkingsLines of={obligation.workings} />
        </div>
      )}
    </Note>
  );
}

/** Whether it is filed, and with whom. */
function Filing({ job }: { job: JobView }) {
  const session = useSession();
  const { obligation } = job;
  const own = isOwnDate(obligation);
  if (!obligation) return null;
  return (
    <Note title="Filing">
      {obligation.status === 'filed' ? (
        <p className="good">
          {own ? 'Done' : 'Filed'} {obligation.filedAt && momentInWords(obligation.filedAt, session.day)}
          {obligation.receipt && `, receipt ${obligation.receipt}`}
          {obligation.filedBy && `, by ${obligation.filedBy}`}
        </p>
      ) : obligation.status === 'filing' ? (
        <p>On its way to {obligation.authority}</p>
      ) : (
        <p className="text-soft">{own ? 'Our own date: nothing is filed with an authority' : `Not filed yet, with ${obligation.authority}`}</p>
      )}
    </Note>
  );
}

/** Service, procedure and how it is billed. */
function Work({ job }: { job: JobView }) {
  return (
    <Note title="Work">
      <dl className="facts">
        {job.service && (
          <>
            <dt>Service</dt>
            <dd>{job.service}</dd>
          </>
        )}
        {job.procedure && (
          <>
            <dt>Procedure</dt>
            <dd>
              <Link to={`/firm/procedures/${job.procedure.id}`} className="lnk">
                {job.procedure.name}
              </Link>
              {job.procedure.version !== null && job.procedure.version < job.procedure.now && (
                <span className="text-soft">
                  {' '}
                  version {job.procedure.version} of {job.procedure.now}
                </span>
              )}
            </dd>
          </>
        )}
        {job.ownStatus && (
          <>
            <dt>Status</dt>
            <dd>{job.ownStatus}</dd>
          </>
        )}
        {job.priority !== 'usual' && (
          <>
            <dt>Priority</dt>
            <dd className={job.priority === 'first' ? 'soon' : ''}>{job.priority}</dd>
          </>
        )}
        <dt>Billed</dt>
        <dd>{job.category}</dd>
        {job.income && (
          <>
            <dt>Income</dt>
            <dd>{job.income}</dd>
          </>
        )}
      </dl>
      {job.billsElsewhere.length > 0 && (
        <p className="soon mt-1">Time is recorded here, but the bill is on another job of this period: {job.billsElsewhere.join(', ')}.</p>
      )}
    </Note>
  );
}

/** Who of the firm does it, and with whom of the client. */
function People({ job }: { job: JobView }) {
  const { nameOf } = useTeam();
  return (
    <Note title="People">
      <dl className="facts">
        <dt>Partner</dt>
        <dd>{nameOf(job.partnerId)}</dd>
        <dt>Manager</dt>
        <dd>{nameOf(job.managerId)}</dd>
        <dt>Preparer</dt>
        <dd>{nameOf(job.preparerId)}</dd>
        <dt>Client</dt>
        <dd>
          {settledWith(job)}, {job.clientWay}
        </dd>
      </dl>
    </Note>
  );
}

/** What belongs to a job, as notes beside its page. */
export function JobMargin({ job }: { job: JobView }) {
  return (
    <>
      <Dates job={job} />
      <Filing job={job} />
      <Work job={job} />
      <People job={job} />
      <MoneyOfJob job={job} />
    </>
  );
}
