import * as accessRoutes from '@steady/contract/access.routes';
import * as teamRoutes from '@steady/contract/team.routes';
import * as sessionRoutes from '@steady/contract/session.routes';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { formatMoney } from '@steady/core/money';
import { send, useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Day, DueWords } from '../../ui/due';
import { LedgerTable } from '../../ui/ledger-table';
import { Confirm } from '../../ui/leaf';
import { Empty, Note, Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { dayInWords, momentInWords } from '../../ui/words';
import { GrantLeaf } from '../access/grant-leaf';
import { MailLink } from '../../ui/reach';
import { LeaveLeaf, MemberLeaf, RateLeaf, MemberStatusLeaf } from './person-leaves';
import { STANDING_TONE, STANDING_WORDS } from './words';

type LeafName = 'grant' | 'change' | 'leave' | 'rate' | 'standing' | 'second step';
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** One person of the firm: what they see, what they have open, when they work. */
export function PersonPage() {
  const { id = '' } = useParams();
  const session = useSession();
  const runs = session.may('run firm');
  const { act, busy } = useAct();
  const notify = useNotify();
  const [leaf, setLeaf] = useState<LeafName | null>(null);
  const { data: sight, error } = useData(accessRoutes.sight, { id });
  const { data: people } = useData(teamRoutes.people, runs ? {} : null);
  const { data: names = [] } = useData(sessionRoutes.list);
  const { data: tasks = [] } = useData(accessRoutes.openTasks, runs ? { id } : null);
  useKeys([
    { press: 'g', does: 'grant clients', act: () => setLeaf('grant') },
    ...(runs ? [{ press: 'e', does: 'change the person', act: () => setLeaf('change') }] : []),
  ]);
  if (error) return <Trouble error={error} />;
  if (!sight) return null;
  const person = people?.find((one) => one.id === id);
  const takeBack = (clientIds: string[]) => act(async () => notify((await send(accessRoutes.takeBack, {}, { memberIds: [id], clientIds })).said));
  const setAll = (allClients: boolean) => act(() => send(accessRoutes.setSight, { id }, { allClients }));
  const grant = (clientIds: string[]) => act(async () => notify((await send(accessRoutes.grant, {}, { memberIds: [id], clientIds })).said));
  const stopped = sight.standing === 'left' || sight.standing === 'suspended';
  return (
    <Page
      above={
        <>
          <Link to="/firm/team" className="lnk">
            Team
          </Link>{' '}
          · {sight.role}
          {sight.standing !== 'active' && (
            <>
              {' '}
              · <span className={STANDING_TONE[sight.standing]}>{STANDING_WORDS[sight.standing]}</span>
            </>
          )}
        </>
      }
      title={sight.name}
      sum={
        <>
          {sight.sentence} {person && (tasks.length === 0 ? 'No task is open.' : `${tasks.length === 1 ? '1 task is' : `${tasks.length} tasks are`} open.`)}
        </>
      }
      tools={
        <span className="ml-auto flex flex-wrap gap-3">
          {!stopped && (
            <button className="act" onClick={() => setLeaf('grant')}>
              Grant clients
            </button>
          )}
          {runs && person && (
            <>
              <button className="act-quiet" onClick={() => setLeaf('change')}>
                Change role and hours
              </button>
              {sight.standing === 'invited' && (
                <button
                  className="act-quiet"
                  disabled={busy}
                  onClick={() => void act(() => send(teamRoutes.inviteAgain, { id }), 'The invitation goes out again.')}
                >
                  Invite again
                </button>
              )}
              {id !== session.memberId && (
                <button className="act-quiet" onClick={() => setLeaf('standing')}>
                  {stopped ? 'Restore access' : 'Suspend or end access'}
                </button>
              )}
            </>
          )}
        </span>
      }
      margin={
        person && (
          <>
            <Note title="Person">
              <dl className="facts">
                <dt>Responsible for</dt>
                <dd>{person.does}</dd>
                <dt>Signs in as</dt>
                <dd>
                  <MailLink to={person.email} />
                </dd>
                <dt>Second step</dt>
                <dd>
                  {person.secondStep ? 'on' : 'off'}
                  {person.secondStep && id !== session.memberId && (
                    <>
                      {', '}
                      <button className="lnk" onClick={() => setLeaf('second step')}>
                        turn it off
                      </button>
                    </>
                  )}
                </dd>
                {person.endsOn && (
                  <>
                    <dt>Access ends after</dt>
                    <dd className={person.endsOn < session.day.add({ days: 8 }).toString() ? 'soon' : ''}>{dayInWords(person.endsOn, session.day)}</dd>
                  </>
                )}
              </dl>
            </Note>
            <Note title="Works">
              <dl className="facts">
                {WEEKDAYS.map((weekday, index) => {
                  const minutes = person.weekdays[index] ?? 0;
                  return minutes > 0 ? (
                    <div key={weekday} className="contents">
                      <dt>{weekday}</dt>
                      <dd>{minutes / 60} h</dd>
                    </div>
                  ) : null;
                })}
              </dl>
            </Note>
            <Note title="Leave">
              {person.leave.length === 0 && <p className="text-soft">None ahead.</p>}
              <ul>
                {person.leave.map((leave) => (
                  <li key={leave.id} className="mb-1">
                    {dayInWords(leave.from, session.day)} to {dayInWords(leave.until, session.day)}, {leave.what}{' '}
                    <button
                      className="lnk text-soft"
                      disabled={busy}
                      onClick={() => void act(() => send(teamRoutes.removeLeave, { id, leaveId: leave.id }), 'The leave is removed.')}
                    >
                      Remove
                    </button>
                  </li>
                ))}
              </ul>
              <button className="lnk mt-1 text-soft" onClick={() => setLeaf('leave')}>
                Record leave
              </button>
            </Note>
            <Note title={`Rates, ${session.firm.currency} an hour`}>
              <dl className="facts">
                {person.rates.map((rate) => (
                  <div key={rate.fromDay} className="contents">
                    <dt>from {dayInWords(rate.fromDay, session.day)}</dt>
                    <dd>
                      {formatMoney(rate.perHour)}
                      {rate.costPerHour !== null && <span className="text-soft">, costs {formatMoney(rate.costPerHour)}</span>}
                    </dd>
                  </div>
                ))}
              </dl>
              <button className="lnk mt-1 text-soft" onClick={() => setLeaf('rate')}>
                Set a rate
              </button>
            </Note>
          </>
        )
      }
    >
      {sight.namedOn.length > 0 && (
        <p className="mb-3 border border-[#eadbb5] bg-ochre-tint px-2.5 py-1.5 text-table">
          {sight.name} is named on {sight.namedOn.map((client) => client.name).join(', ')} and does not see {sight.namedOn.length === 1 ? 'it' : 'them'}.{' '}
          <button className="lnk" disabled={busy} onClick={() => void grant(sight.namedOn.map((client) => client.id))}>
            Grant
          </button>
        </p>
      )}
      <h2 className="mt-4 mb-2">Sees</h2>
      {sight.allClients ? (
        <Empty>
          Every client, also those to come.{' '}
          <button className="lnk text-ink" disabled={busy} onClick={() => void setAll(false)}>
            Only what is granted
          </button>
        </Empty>
      ) : (
        <>
          <LedgerTable
            label="Clients granted"
            rows={sight.clients}
            keyOf={(row) => row.id}
            to={(row) => `/clients/${row.id}`}
            empty={`No client yet: ${sight.name} can sign in and finds nothing. Grant the first one.`}
            columns={[
              { key: 'name', head: 'Client', cell: (row) => <span className="font-semibold">{row.name}</span>, sort: (row) => row.name },
              { key: 'how', head: 'Granted', cell: (row) => <span className="text-soft">{row.how}</span>, sort: (row) => row.how },
              { key: 'at', head: 'When', cell: (row) => momentInWords(row.at, session.day), sort: (row) => row.at, wide: true },
              {
                key: 'act',
                head: '',
                cell: (row) => (
                  <button
                    className="lnk"
                    disabled={busy}
                    onClick={(event) => {
                      event.stopPropagation();
                      void takeBack([row.id]);
                    }}
                  >
                    Remove
                  </button>
                ),
              },
            ]}
          />
          <p className="mt-2 text-table text-soft">
            <button className="lnk" disabled={busy} onClick={() => void setAll(true)}>
              Let {sight.name} see every client, also those to come
            </button>
          </p>
        </>
      )}
      {tasks.length > 0 && (
        <>
          <h2 className="mt-6 mb-2">Open tasks</h2>
          <LedgerTable
            label="Open tasks"
            rows={tasks}
            keyOf={(row) => row.id}
            to={(row) => `/jobs/${row.jobId}`}
            columns={[
              { key: 'due', head: 'Due', cell: (row) => <Day of={row.dueOn} />, sort: (row) => row.dueOn },
              { key: 'in', head: '', cell: (row) => <DueWords due={row.dueOn} /> },
              { key: 'name', head: 'Task', cell: (row) => row.name, sort: (row) => row.name },
              { key: 'job', head: 'Job', cell: (row) => <span className="text-soft">{row.job}</span>, wide: true },
              { key: 'client', head: 'Client', cell: (row) => <span className="font-semibold">{row.client}</span>, sort: (row) => row.client },
            ]}
          />
        </>
      )}
      {leaf === 'grant' && <GrantLeaf team={people ?? names} to={id} onClose={() => setLeaf(null)} />}
      {leaf === 'change' && person && <MemberLeaf person={person} onClose={() => setLeaf(null)} />}
      {leaf === 'leave' && person && <LeaveLeaf person={person} onClose={() => setLeaf(null)} />}
      {leaf === 'rate' && person && <RateLeaf person={person} onClose={() => setLeaf(null)} />}
      {leaf === 'standing' && person && people && <MemberStatusLeaf person={person} team={people} tasks={tasks} onClose={() => setLeaf(null)} />}
      <Confirm
        open={leaf === 'second step'}
        title={`Turn the second step of ${sight.name} off`}
        act="Turn it off"
        busy={busy}
        onClose={() => setLeaf(null)}
        onYes={() => void act(() => send(teamRoutes.dropSecondStep, { id }), 'The second step is off; they are told by mail.').then(() => setLeaf(null))}
      >
        <p>
          For somebody who lost the authenticator and the recovery codes. Make sure it is {sight.name} who asks you: from then on the password alone lets them
          in, until they turn it on again.
        </p>
      </Confirm>
    </Page>
  );
}
