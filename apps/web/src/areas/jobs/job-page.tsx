import * as asksRoutes from '@steady/contract/asks.routes';
import * as almanacRoutes from '@steady/contract/almanac.routes';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import * as timerRoutes from '@steady/contract/timer.routes';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { civil } from '@steady/core/calendar';
import { type Money, formatHours, formatMoney, formatSigned, size } from '@steady/core/money';
import { plainDate } from '@steady/core/words';
import type { JobView } from '@steady/contract/jobs';
import { ProblemError, send, useData } from '../../app/api';
import { useBrought } from '../../app/brought';
import { useKeys } from '../../app/keys';
import { useSession, useTeam } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Day, Waits } from '../../ui/due';
import { Confirm } from '../../ui/leaf';
import { Note, Page, Trouble, Views } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { dayInWords, dueTone, dueWords, momentInWords } from '../../ui/words';
import { WorkingsLines, Worked } from '../../ui/workings';
import { TimeLeaf } from '../time/time-leaf';
import { HoldLeaf, StopLeaf } from './hold-leaf';
import { JobLeaf } from './job-leaf';
import { MoveLeaf } from './move-leaf';

/** With whom of the client a job is settled: the one chosen for it, or whoever gets its requests. */
function settledWith(job: JobView) {
  const people = job.contacts.filter((contact) => (job.contactId === null ? contact.getsRequests : contact.id === job.contactId));
  return people.length > 0 ? people.map((contact) => contact.name).join(', ') : <span className="soon">nobody to write to</span>;
}

export function JobPage() {
  const { id = '', section = '' } = useParams();
  const session = useSession();
  const { act } = useAct();
  const navigate = useNavigate();
  const { nameOf } = useTeam();
  const [open, setOpen] = useState<'hold' | 'stop' | 'move' | 'change' | 'time' | 'file' | 'workings' | null>(null);
  const [warned, setWarned] = useState<string | null>(null);
  const notify = useNotify();
  const { data: job, error } = useData(jobsRoutes.view, { id });
  const { data: asks = [] } = useData(asksRoutes.ofJob, { id });
  const refused = asks.find((ask) => ask.state === 'refused');
  const sections = useBrought('jobSections');
  const shown = sections.find((one) => one.path === section);
  const mayWork = session.may('do work');
  useKeys([
    { press: 't', does: 'start the timer on this job', act: () => void act(() => send(timerRoutes.start, {}, { jobId: id }), 'The timer runs.') },
    { press: 'n t', does: 'new time entry', act: () => setOpen('time') },
    ...(mayWork
      ? [
          { press: 'm', does: 'move the job', act: () => setOpen('move') },
          { press: 'e', does: 'change the job', act: () => setOpen('change') },
        ]
      : []),
  ]);
  if (error) return <Trouble error={error} />;
  if (!job) return null;
  const base = `/jobs/${id}`;
  const { obligation, money } = job;
  const own = obligation?.authority === OUR_OWN;
  const mayFile = mayWork && obligation?.status === 'open' && job.status === 'open';
  const file = async () => {
    try {
      await send(almanacRoutes.fileNow, { id: obligation!.id }, { anyway: warned !== null });
      setOpen(null);
      setWarned(null);
      notify(own ? 'Marked as done.' : 'On its way. The receipt comes automatically.');
      await navigate(base);
    } catch (problem) {
      if (!(problem instanceof ProblemError)) throw problem;
      // What is not done yet is said once; whoever confirms again means it.
      if (problem.problem.code === 'not-ready') setWarned(problem.message);
      else notify(problem.message, 'problem');
    }
  };
  const unfinished = job.tasks.filter((task) => !task.doneAt && task.doneByEvent !== 'filed');
  return (
    <Page
      above={
        <>
          <Link to={`/clients/${job.clientId}`} className="lnk">
            {job.client}
          </Link>{' '}
          · job {job.number} · {job.rhythm}
        </>
      }
      title={job.name}
      sum={
        job.status === 'finished' ? (
          <>
            {job.closedReason ? (
              <span className="soon">Closed before it was done: {job.closedReason}</span>
            ) : (
              <span className="good font-semibold">Finished</span>
            )}
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
              <button className="lnk soon" onClick={() => setOpen('move')}>
                Ready to move on: see what will happen
              </button>
            ) : (
              job.waitingSince && (
                <Link to={`${base}/requests`} className="lnk">
                  <Waits since={job.waitingSince} forWhat={job.waitingFor} />
                </Link>
              )
            )}
          </>
        )
      }
      tools={
        <>
          <Views
            views={sections.map((one) => ({
              to: one.path ? `${base}/${one.path}` : base,
              words: one.Words ? <one.Words job={job} /> : one.words,
            }))}
          />
          <span className="ml-auto flex gap-3">
            {mayWork && job.status === 'on hold' && (
              <button className="act-quiet" onClick={() => void act(() => send(jobsRoutes.resume, { id }), 'Off hold.')}>
                Resume
              </button>
            )}
            {mayWork && job.status !== 'on hold' && (
              <button className={job.asksToMove ? 'act' : 'act-quiet'} onClick={() => setOpen('move')}>
                {job.status === 'finished' ? 'Reopen' : 'Move'}
              </button>
            )}
            <button className="act-quiet" onClick={() => setOpen('time')}>
              Add time
            </button>
            {mayFile && (
              <button className="act" onClick={() => setOpen('file')}>
                {own ? 'Mark as done' : 'File'}
              </button>
            )}
          </span>
        </>
      }
      margin={
        <>
          <Note title="Dates">
            <dl className="facts">
              <dt>Period</dt>
              <dd>
                {plainDate(civil(job.periodStart))} to {plainDate(civil(job.periodEnd))}
              </dd>
              <dt>Began</dt>
              <dd>{dayInWords(job.startOn, session.day)}</dd>
              <dt>Deadline</dt>
              <dd>
                {obligation ? (
                  <button className="workings" aria-expanded={open === 'workings'} onClick={() => setOpen(open === 'workings' ? null : 'workings')}>
                    {dayInWords(job.dueOn, session.day)}
                  </button>
                ) : (
                  <Day of={job.dueOn} />
                )}
              </dd>
              <dt>Our target</dt>
              <dd>{dayInWords(job.targetOn, session.day)}</dd>
              <dt>Everything in</dt>
              <dd>{job.everythingInOn ? dayInWords(job.everythingInOn, session.day) : 'not yet'}</dd>
            </dl>
            {open === 'workings' && obligation && (
              <div className="mt-2">
                <WorkingsLines of={obligation.workings} />
              </div>
            )}
          </Note>
          {obligation && (
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
          )}
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
            {mayWork && (
              <p className="mt-1.5 flex flex-wrap gap-x-3">
                <button className="lnk" onClick={() => setOpen('change')}>
                  Change
                </button>
                {job.status === 'open' && (
                  <button className="lnk" onClick={() => setOpen('hold')}>
                    Put on hold
                  </button>
                )}
                {job.status === 'open' && !job.stuckReason && (
                  <button className="lnk" onClick={() => setOpen('stop')}>
                    Mark as blocked
                  </button>
                )}
                {job.stuckReason && (
                  <button className="lnk" onClick={() => void act(() => send(jobsRoutes.goOn, { id }), 'Unblocked.')}>
                    Unblock
                  </button>
                )}
              </p>
            )}
          </Note>
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
          {money && (
            <Note title={`Money, ${money.agreedFee.currency}`}>
              <dl className="facts sums">
                <dt>Agreed fee</dt>
                <dd>{formatMoney(money.agreedFee)}</dd>
                <dt>Time, {formatHours(money.timeMinutes)}</dt>
                <dd>{formatMoney(money.timeValue)}</dd>
                <dt>Expenses</dt>
                <dd>{formatMoney(money.expenses)}</dd>
                <dt>Billed</dt>
                <dd>{formatMoney(money.billed)}</dd>
                <dt className="tt">If finished now</dt>
                <dd className={`tt ${money.ifFinishedNow.amount < 0 ? 'late' : 'good'}`}>
                  <Worked by={money.workings}>{upOrDown(money.ifFinishedNow)}</Worked>
                </dd>
              </dl>
              {job.status !== 'finished' && (
                <p className="mt-1.5 text-fine text-soft">
                  Estimate left: {formatHours(money.minutesLeft)}. At the end:{' '}
                  <span className={money.atTheEnd.amount < 0 ? 'late' : 'good'}>{upOrDown(money.atTheEnd)}</span>.
                </p>
              )}
              {job.wip !== null && <p className="mt-1 text-fine text-soft">WIP {formatSigned(job.wip)}</p>}
            </Note>
          )}
        </>
      }
    >
      {shown && <shown.Body job={job} />}
      {open === 'hold' && <HoldLeaf jobId={id} onClose={() => setOpen(null)} />}
      {open === 'stop' && <StopLeaf jobId={id} onClose={() => setOpen(null)} />}
      {open === 'move' && <MoveLeaf job={job} onClose={() => setOpen(null)} />}
      {open === 'change' && <JobLeaf job={job} onClose={() => setOpen(null)} />}
      {open === 'time' && <TimeLeaf jobId={id} onClose={() => setOpen(null)} />}
      <Confirm
        open={open === 'file'}
        title={own ? `Mark ${job.name} as done` : `File ${job.name}`}
        act={warned ? 'File it anyway' : own ? 'Mark as done' : `File with ${obligation?.authority ?? ''}`}
        onClose={() => (setOpen(null), setWarned(null))}
        onYes={() => void file()}
      >
        <ul className="list-disc pl-5">
          <li>
            {own
              ? `The period of ${job.client} is recorded as done.`
              : `The return of ${job.client} goes to ${obligation?.authority} through the filing gateway.`}
          </li>
          <li>Its receipt comes back automatically, ticks the task that waits for it, and moves the job on.</li>
          {unfinished.length > 0 && <li className="soon">Not done yet: {unfinished.map((task) => task.name).join(', ')}.</li>}
        </ul>
        {warned && (
          <p role="alert" className="mt-3 border border-ochre bg-ochre-tint px-3 py-2 text-table">
            {warned}
          </p>
        )}
      </Confirm>
    </Page>
  );
}

/** The authority of dates that the firm sets itself. */
const OUR_OWN = 'Our own date';

const upOrDown = (sum: Money) => (sum.amount === 0 ? formatMoney(sum) : `${formatMoney(size(sum))} ${sum.amount > 0 ? 'up' : 'down'}`);
