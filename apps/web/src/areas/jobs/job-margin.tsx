import { Link } from 'react-router';
import type { JobView } from '@steady/contract/jobs';
import { useSession, useTeam } from '../../app/session';
import { Note } from '../../ui/page';
import { momentInWords } from '../../ui/words';
import { MoneyOfJob } from './job-money-note';
import { Dates } from './job-dates';
import { isOwnDate } from './own-date';

/** With whom of the client a job is settled: the one chosen for it, or whoever gets its requests. */
function settledWith(job: JobView) {
  const people = job.contacts.filter((contact) => (job.contactId === null ? contact.getsRequests : contact.id === job.contactId));
  return people.length > 0 ? people.map((contact) => contact.name).join(', ') : <span className="soon">nobody to write to</span>;
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
