import * as clientsRoutes from '@steady/contract/clients.routes';
import * as todayRoutes from '@steady/contract/today.routes';
import { Link, useSearchParams } from 'react-router';
import { formatHours, formatMoney } from '@steady/core/money';
import { counted, longDate, plainDate } from '@steady/core/words';
import type { TodayView } from '@steady/contract/today';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { NoteLine } from '../clients/note-list';
import { AndMore, Failed, Group, JobsGroup } from './groups';
import { MyTasks } from './my-tasks';
import { Note, Page, Trouble } from '../../ui/page';
import { momentInWords, waitedWords } from '../../ui/words';

export function TodayPage() {
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  // Whoever does the work opens on their own; whoever runs it, on the firm.
  const usual = session.role === 'preparer' || session.role === 'contractor' ? 'mine' : 'firm';
  const mine = (search.get('whose') ?? usual) === 'mine';
  const { data: today, error } = useData(todayRoutes.view, { whose: mine ? 'mine' : 'firm' });
  const { data: phoneNotes = [] } = useData(clientsRoutes.phoneNotes);
  if (error) return <Trouble error={error} />;
  if (!today) return null;
  const quiet =
    today.overdue.count +
      today.answered.count +
      today.dueThisWeek.count +
      today.waiting.jobs +
      today.nobodyToWriteTo.count +
      today.asking.count +
      today.stuck.count +
      today.onHold.count +
      today.toApprove.count +
      today.failed.count ===
    0;
  const late = today.tasksOverdue;
  const tasks = (
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
  const view = (whose: string, words: string) => (
    <button
      className={(whose === 'mine') === mine ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent hover:text-ink'}
      aria-current={(whose === 'mine') === mine || undefined}
      onClick={() => setSearch(whose === usual ? {} : { whose })}
    >
      {words}
    </button>
  );
  return (
    <Page
      title={longDate(session.day)}
      sum={
        <>
          {mine && (
            <>
              <a href="#tasks" className="lnk">
                {today.tasks.count === 0 ? 'No task' : counted(today.tasks.count, 'task')} of yours
              </a>
              {late > 0 && <span className="late"> ({late} overdue)</span>},{' '}
            </>
          )}
          <a href="#answered" className="lnk">
            {today.answered.count === 0 ? (mine ? 'no answer' : 'No answer') : counted(today.answered.count, 'answer')} from clients
          </a>
          ,{' '}
          <a href="#overdue" className={`lnk ${today.overdue.count > 0 ? 'late' : ''}`}>
            {today.overdue.count === 0
              ? 'no deadline is overdue'
              : `${counted(today.overdue.count, 'deadline')} ${today.overdue.count === 1 ? 'is' : 'are'} overdue`}
          </a>
          ,{' '}
          <a href="#week" className="lnk">
            {today.dueThisWeek.count === 0 ? 'no deadline' : counted(today.dueThisWeek.count, 'deadline')} until Sunday
          </a>
          ;{' '}
          {today.waiting.jobs === 0 ? (
            'nothing waits for clients'
          ) : (
            <a href="#waits" className="lnk">
              {counted(today.waiting.jobs, 'job')} {today.waiting.jobs === 1 ? 'waits' : 'wait'} for clients
            </a>
          )}
          .
        </>
      }
      tools={
        <>
          {view('firm', 'The firm')}
          {view('mine', 'Mine only')}
          <span className="ml-auto">
            {plainDate(session.day)}, week {session.day.weekOfYear}
          </span>
        </>
      }
      margin={
        <>
          <Note title="Room this week">
            {today.room.map((person) => (
              <Room key={person.memberId} {...person} />
            ))}
          </Note>
          {today.goingOut.length > 0 && (
            <Note title="Going out next">
              {today.goingOut.map((one) => (
                <p key={one.at}>
                  {momentInWords(one.at, session.day)}:{' '}
                  <Link className="lnk" to="/post/going-out">
                    {counted(one.messages, 'message')} to {counted(one.clients, 'client')}
                  </Link>
                </p>
              ))}
            </Note>
          )}
          {today.unbilled && (
            <Note title={`Unbilled, ${session.firm.currency}`}>
              <Unbilled of={today.unbilled} />
            </Note>
          )}
        </>
      }
    >
      {phoneNotes.length > 0 && (
        <section className="mb-4" aria-label="Phone notes for you">
          <h2 className="mb-1">{phoneNotes.length === 1 ? 'A phone note for you' : `${phoneNotes.length} phone notes for you`}</h2>
          <ul className="sheet">
            {phoneNotes.map((note) => (
              <li key={note.id} className="border-b border-rule-soft last:border-0">
                <p className="px-3 pt-1.5 text-table">
                  <Link className="lnk font-semibold" to={`/clients/${note.clientId}`}>
                    {note.client}
                  </Link>
                </p>
                <ul>
                  <NoteLine note={note} />
                </ul>
              </li>
            ))}
          </ul>
        </section>
      )}
      {mine && tasks}
      <div className={`sheet overflow-x-auto ${mine ? 'mt-4' : ''}`}>
        <table className="ledger" aria-label="What needs somebody now">
          <tbody>
            <Group id="overdue" title="Overdue" lines={today.overdue} rest="/almanac" />
            <Group id="answered" title="Answered by clients" lines={today.answered} section="requests" />
            <Group id="week" title="Due until Sunday" lines={today.dueThisWeek} rest="/almanac" />
            {(today.waiting.jobs > 0 || today.nobodyToWriteTo.count > 0) && (
              <tr className="grp" id="waits">
                <th colSpan={5} scope="colgroup">
                  Waits for others
                </th>
              </tr>
            )}
            {today.waiting.jobs > 0 && <WaitingLine of={today.waiting} />}
            {today.nobodyToWriteTo.count > 0 && (
              <tr>
                <td className="font-semibold">{counted(today.nobodyToWriteTo.count, 'client')} nobody can write to</td>
                <td colSpan={4}>
                  {today.nobodyToWriteTo.rows.map((client, index) => (
                    <span key={client.id}>
                      {index > 0 && ', '}
                      <Link className="lnk" to={`/clients/${client.id}`}>
                        {client.name}
                      </Link>
                    </span>
                  ))}
                  {today.nobodyToWriteTo.count > today.nobodyToWriteTo.rows.length &&
                    ` and ${today.nobodyToWriteTo.count - today.nobodyToWriteTo.rows.length} more:`}
                  <span className="soon"> no email address</span>
                </td>
              </tr>
            )}
            <JobsGroup title="Ready to move: look at what will happen" jobs={today.asking} state="asks to move" why={(job) => `${job.phase} is complete`} />
            {today.toApprove.count > 0 && (
              <>
                <tr className="grp">
                  <th colSpan={5} scope="colgroup">
                    A second person has to approve
                  </th>
                </tr>
                {today.toApprove.rows.map((job) => (
                  <tr key={job.id}>
                    <td className="font-semibold">
                      <Link to={`/jobs/${job.id}`}>{job.name}</Link>
                    </td>
                    <td>{job.client}</td>
                    <td colSpan={3} className="text-soft">
                      stands in {job.phase}
                    </td>
                  </tr>
                ))}
                <AndMore of={today.toApprove} />
              </>
            )}
            <JobsGroup title="Cannot go on" jobs={today.stuck} state="cannot go on" why={(job) => job.stuckReason ?? ''} />
            <JobsGroup title="On hold" jobs={today.onHold} state="on hold" why={(job) => job.holdReason ?? ''} />
            <JobsGroup title="Nobody is on it" jobs={today.nobodyOnIt} state="nobody on it" why={(job) => `stands in ${job.phase}`} />
            <Failed of={today.failed} />
            {quiet && (
              <tr>
                <td className="py-4 text-soft">Nothing needs anybody now. What is overdue, due, answered or waiting for clients will stand here.</td>
              </tr>
            )}
          </tbody>
        </table>
      </div>
      {!mine && <div className="mt-4">{tasks}</div>}
    </Page>
  );
}

/** How many jobs wait for clients, for how long, and which the longest. */
function WaitingLine({ of }: { of: TodayView['waiting'] }) {
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

const tenths = (minutes: number) => (minutes / 60).toFixed(1).replace(/\.0$/, '');

/** Booked against room as a line; the tick stands where the room ends. */
function Room({ name, booked, room }: { name: string; booked: number; room: number }) {
  const over = booked > room;
  const most = Math.max(booked, room / 0.86, 1);
  return (
    <div className="mb-1.5">
      <div className="flex justify-between">
        <span>{name}</span>
        <span className={over ? 'late' : 'text-soft'}>
          {tenths(booked)} of {tenths(room)} h{over && `, ${tenths(booked - room)} over`}
        </span>
      </div>
      <div className="relative mt-0.5 h-[5px] bg-rule-soft" aria-hidden="true">
        <div className={`h-[5px] ${over ? 'bg-rust' : 'bg-[#8fa7a2]'}`} style={{ width: `${(booked / most) * 100}%` }} />
        <div className="absolute -top-[2px] h-[9px] border-l-[1.5px] border-ink" style={{ left: `${(room / most) * 100}%` }} />
      </div>
    </div>
  );
}

function Unbilled({ of }: { of: NonNullable<TodayView['unbilled']> }) {
  const total = of.upTo30 + of.upTo60 + of.upTo90 + of.over90;
  return (
    <dl className="facts sums">
      <dt>Up to 30 days</dt>
      <dd>{formatMoney(of.upTo30)}</dd>
      <dt>31 to 60</dt>
      <dd>{formatMoney(of.upTo60)}</dd>
      <dt>61 to 90</dt>
      <dd>{formatMoney(of.upTo90)}</dd>
      <dt className={of.over90 > 0 ? 'late' : ''}>Over 90</dt>
      <dd className={of.over90 > 0 ? 'late' : ''}>{formatMoney(of.over90)}</dd>
      <dt className="tt">
        <Link to="/fees">WIP</Link>
      </dt>
      <dd className="tt">{formatMoney(total)}</dd>
    </dl>
  );
}
