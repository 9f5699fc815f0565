import * as teamRoutes from '@steady/contract/team.routes';
import * as sessionRoutes from '@steady/contract/session.routes';
import { useState } from 'react';
import type { MemberView, TeamRow } from '@steady/contract/team';
import { useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { WhoMay } from '../../app/who-may';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { Page } from '../../ui/page';
import { GrantLeaf } from '../access';
import { GroupList } from '../access';
import { FirmViews } from './firm-views';
import { InviteLeaf } from './invite-leaf';
import { STANDING_TONE, STANDING_WORDS } from './words';

const count = (number: number, one: string, many: string) => `${number} ${number === 1 ? one : many}`;

/** The people of the firm: what they do, how far they see, what they have open. */
export function TeamPage() {
  const session = useSession();
  const runs = session.may('run firm');
  const [leaf, setLeaf] = useState<'invite' | 'grant' | null>(null);
  const { data: people } = useData(teamRoutes.people, runs ? {} : null);
  const { data: names = [] } = useData(sessionRoutes.list);
  useKeys(runs ? [{ press: 'n i', does: 'invite a person', act: () => setLeaf('invite') }] : []);
  const known = people ?? names;
  const working = known.filter((person) => person.standing === 'active').length;
  const invited = known.filter((person) => person.standing === 'invited').length;
  const blind = people?.filter((person) => person.standing === 'active' && !person.allClients && person.granted === 0).length ?? 0;
  const base: Column<MemberView>[] = [
    { key: 'name', head: 'Name', cell: (row) => <span className="font-semibold">{row.name}</span>, sort: (row) => row.name.split(' ').at(-1) ?? row.name },
    { key: 'role', head: 'Role', cell: (row) => row.role, sort: (row) => row.role },
    { key: 'does', head: 'Responsible for', cell: (row) => <span className="text-soft">{row.does}</span>, wide: true },
  ];
  const stands: Column<MemberView> = {
    key: 'standing',
    head: 'Status',
    cell: (row) => <span className={STANDING_TONE[row.standing]}>{STANDING_WORDS[row.standing]}</span>,
    sort: (row) => row.standing,
  };
  const more: Column<TeamRow>[] = [
    {
      key: 'sees',
      head: 'Sees',
      cell: (row) =>
        row.allClients ? 'every client' : row.granted === 0 ? <span className="soon">no client yet</span> : count(row.granted, 'client', 'clients'),
      sort: (row) => (row.allClients ? 1_000_000 : row.granted),
    },
    { key: 'open', head: 'Open tasks', figure: true, cell: (row) => row.openTasks || '', sort: (row) => row.openTasks },
    {
      key: 'week',
      head: 'Hours a week',
      figure: true,
      cell: (row) => (row.weekdays.reduce((sum, minutes) => sum + minutes, 0) / 60).toFixed(1),
      sort: (row) => row.weekdays.reduce((sum, minutes) => sum + minutes, 0),
      wide: true,
    },
    {
      key: 'leave',
      head: 'Away next',
      cell: (row) => row.leave[0] && `${row.leave[0].what}, from ${row.leave[0].from.slice(8)}.${row.leave[0].from.slice(5, 7)}.`,
      wide: true,
    },
    {
      key: 'second',
      head: 'Second step',
      cell: (row) => (row.secondStep ? <span className="good">on</span> : <span className="text-soft">off</span>),
      wide: true,
    },
  ];
  const to = session.may('grant clients') ? (row: MemberView) => `/firm/team/${row.id}` : undefined;
  return (
    <Page
      title="Team"
      sum={
        <>
          {count(working, 'person works', 'people work')} here
          {invited > 0 && `, ${count(invited, 'invitation is', 'invitations are')} not accepted`}
          {blind > 0 && <span className="soon">, {count(blind, 'person sees', 'people see')} no client yet</span>}.
        </>
      }
      tools={
        <>
          <FirmViews />
          <WhoMay right="run firm" act="People are invited" />
          <span className="ml-auto flex gap-3">
            {session.may('grant clients') && (
              <button className="act-quiet" onClick={() => setLeaf('grant')}>
                Grant clients
              </button>
            )}
            {runs && (
              <button className="act" onClick={() => setLeaf('invite')}>
                Invite a person
              </button>
            )}
          </span>
        </>
      }
    >
      {people ? (
        <LedgerTable label="Team" rows={people} keyOf={(row) => row.id} to={to} columns={[...(base as Column<TeamRow>[]), ...more, stands]} />
      ) : (
        <LedgerTable label="Team" rows={names} keyOf={(row) => row.id} to={to} columns={[...base, stands]} />
      )}
      <GroupList team={known} />
      {leaf === 'invite' && <InviteLeaf onClose={() => setLeaf(null)} />}
      {leaf === 'grant' && <GrantLeaf team={known} onClose={() => setLeaf(null)} />}
    </Page>
  );
}
