import * as accessRoutes from '@steady/contract/access.routes';
import type { OpenTask, PersonSight } from '@steady/contract/team';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Day, DueWords } from '../../ui/due';
import { LedgerTable } from '../../ui/ledger-table';
import { Empty } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { momentInWords } from '../../ui/words';

/** The clients somebody sees, each granted and removed here. */
export function MemberSees({ id, sight }: { id: string; sight: PersonSight }) {
  const session = useSession();
  const { act, busy } = useAct();
  const notify = useNotify();
  const takeBack = (clientIds: string[]) => act(async () => notify((await send(accessRoutes.takeBack, {}, { memberIds: [id], clientIds })).said));
  const setAll = (allClients: boolean) => act(() => send(accessRoutes.setSight, { id }, { allClients }));
  const grant = (clientIds: string[]) => act(async () => notify((await send(accessRoutes.grant, {}, { memberIds: [id], clientIds })).said));
  return (
    <>
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
    </>
  );
}

/** What somebody has still to do. */
export function OpenTasks({ tasks }: { tasks: OpenTask[] }) {
  return (
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
  );
}
