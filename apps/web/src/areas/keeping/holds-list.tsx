import * as keepingRoutes from '@steady/contract/keeping.routes';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { LedgerTable } from '../../ui/ledger-table';
import { dayInWords, momentInWords } from '../../ui/words';

/** Clients of whom everything is kept, whatever the periods say. */
export function HoldsList() {
  const session = useSession();
  const { act, busy } = useAct();
  const { data } = useData(keepingRoutes.holds, {});
  if (!data) return null;
  return (
    <LedgerTable
      label="Holds"
      rows={data}
      keyOf={(row) => row.id}
      to={(row) => `/clients/${row.clientId}`}
      empty="Nothing is held. A hold is set on the page of a client: Hold what we keep."
      columns={[
        { key: 'client', head: 'Client', cell: (row) => <span className="font-semibold">{row.client}</span>, sort: (row) => row.client },
        { key: 'reason', head: 'Why', cell: (row) => row.reason },
        {
          key: 'until',
          head: 'Until',
          cell: (row) => (row.until === null ? <span className="text-soft">it is ended</span> : dayInWords(row.until, session.day)),
          sort: (row) => row.until,
        },
        {
          key: 'by',
          head: 'Set',
          cell: (row) => (
            <>
              {momentInWords(row.at, session.day)}
              <span className="block text-fine text-soft">by {row.by}</span>
            </>
          ),
          sort: (row) => row.at,
          wide: true,
        },
        {
          key: 'ended',
          head: '',
          cell: (row) =>
            row.endedAt !== null ? (
              <span className="text-soft">
                ended {momentInWords(row.endedAt, session.day)} by {row.endedBy}
              </span>
            ) : (
              session.may('run firm') && (
                <span onClick={(event) => event.stopPropagation()} role="presentation">
                  <button
                    className="lnk"
                    disabled={busy}
                    aria-label={`End the hold of ${row.client}`}
                    onClick={() => void act(() => send(keepingRoutes.endHold, { id: row.id }), `The hold of ${row.client} is ended.`)}
                  >
                    End it
                  </button>
                </span>
              )
            ),
        },
      ]}
    />
  );
}
