import * as accessRoutes from '@steady/contract/access.routes';
import type { ClientViewer } from '@steady/contract/team';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { LedgerTable } from '../../ui/ledger-table';
import { useNotify } from '../../ui/toasts';

/** Who can see this client, and why; granted and taken back in place. */
export function ViewerList({ client: { id: clientId } }: { client: { id: string } }) {
  const session = useSession();
  const notify = useNotify();
  const { act, busy } = useAct();
  const { data: viewers } = useData(accessRoutes.viewers, { id: clientId });
  if (!viewers) return null;
  const seeing = viewers.filter((viewer) => viewer.sees);
  const change = (does: 'grant' | 'takeBack', memberId: string) =>
    act(async () => notify((await send(accessRoutes[does], {}, { memberIds: [memberId], clientIds: [clientId] })).said));
  return (
    <>
      <p className="mb-2">
        {seeing.length === viewers.length ? 'Everybody here sees this client.' : `${seeing.length} of ${viewers.length} people see this client.`}
      </p>
      <LedgerTable
        label="Who sees this client"
        rows={viewers}
        keyOf={(row) => row.memberId}
        to={session.may('grant clients') ? (row) => `/firm/team/${row.memberId}` : undefined}
        columns={[
          { key: 'name', head: 'Name', cell: (row) => <span className="font-semibold">{row.name}</span> },
          { key: 'role', head: 'Role', cell: (row) => row.role, wide: true },
          { key: 'sees', head: 'Sees it', cell: (row) => (row.sees ? <span className="good">yes</span> : 'no') },
          { key: 'why', head: 'Because', cell: (row) => <span className="text-soft">{row.why}</span> },
          ...(session.may('grant clients')
            ? [
                {
                  key: 'act',
                  head: '',
                  cell: (row: ClientViewer) =>
                    row.granted ? (
                      <button
                        className="lnk"
                        disabled={busy}
                        onClick={(event) => {
                          event.stopPropagation();
                          void change('takeBack', row.memberId);
                        }}
                      >
                        Remove access
                      </button>
                    ) : row.sees || row.standing === 'suspended' ? null : (
                      <button
                        className="lnk"
                        disabled={busy}
                        onClick={(event) => {
                          event.stopPropagation();
                          void change('grant', row.memberId);
                        }}
                      >
                        Grant
                      </button>
                    ),
                },
              ]
            : []),
        ]}
      />
    </>
  );
}
