import * as accessRoutes from '@steady/contract/access.routes';
import * as teamRoutes from '@steady/contract/team.routes';
import * as sessionRoutes from '@steady/contract/session.routes';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { counted } from '@steady/core/words';
import type { OpenTask, PersonSight, TeamRow } from '@steady/contract/team';
import { send, useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Confirm } from '../../ui/leaf';
import { Page, Trouble } from '../../ui/page';
import { GrantLeaf } from '../access';
import { MemberMargin } from './member-margin';
import { MemberSees, OpenTasks } from './member-sees';
import { LeaveLeaf, MemberLeaf, RateLeaf, MemberStatusLeaf } from './person-leaves';
import { STANDING_TONE, STANDING_WORDS } from './words';

type LeafName = 'grant' | 'change' | 'leave' | 'rate' | 'standing' | 'second step';

const openWords = (count: number) => (count === 0 ? 'No task is open.' : `${counted(count, 'task')} ${count === 1 ? 'is' : 'are'} open.`);

/** One person of the firm: what they see, what they have open, when they work. */
export function PersonPage() {
  const { id = '' } = useParams();
  const session = useSession();
  const runs = session.may('run firm');
  const { act, busy } = useAct();
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
          {sight.sentence} {person && openWords(tasks.length)}
        </>
      }
      tools={
        <span className="ml-auto flex flex-wrap gap-3">
          <MemberActs sight={sight} id={id} runs={runs && person !== undefined} onOpen={setLeaf} />
        </span>
      }
      margin={person && <MemberMargin person={person} onOpen={setLeaf} />}
    >
      <MemberSees id={id} sight={sight} />
      {tasks.length > 0 && <OpenTasks tasks={tasks} />}
      {leaf === 'grant' && <GrantLeaf team={people ?? names} to={id} onClose={() => setLeaf(null)} />}
      {person && people && <PersonLeaves leaf={leaf} person={person} team={people} tasks={tasks} onClose={() => setLeaf(null)} />}
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

interface LeavesProps {
  leaf: LeafName | null;
  person: TeamRow;
  team: TeamRow[];
  tasks: OpenTask[];
  onClose(): void;
}

function PersonLeaves({ leaf, person, team, tasks, onClose }: LeavesProps) {
  return (
    <>
      {leaf === 'change' && <MemberLeaf person={person} onClose={onClose} />}
      {leaf === 'leave' && <LeaveLeaf person={person} onClose={onClose} />}
      {leaf === 'rate' && <RateLeaf person={person} onClose={onClose} />}
      {leaf === 'standing' && <MemberStatusLeaf person={person} team={team} tasks={tasks} onClose={onClose} />}
    </>
  );
}

interface ActsProps {
  id: string;
  sight: PersonSight;
  /** Whether roles, hours and access may be changed. */
  runs: boolean;
  onOpen(leaf: LeafName): void;
}

function MemberActs({ id, sight, runs, onOpen }: ActsProps) {
  const session = useSession();
  const { act, busy } = useAct();
  const stopped = sight.standing === 'left' || sight.standing === 'suspended';
  return (
    <>
      {!stopped && !sight.allClients && (
        <button className="act" onClick={() => onOpen('grant')}>
          Grant clients
        </button>
      )}
      {runs && (
        <>
          <button className="act-quiet" onClick={() => onOpen('change')}>
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
            <button className="act-quiet" onClick={() => onOpen('standing')}>
              {stopped ? 'Restore access' : 'Suspend or end access'}
            </button>
          )}
        </>
      )}
    </>
  );
}
