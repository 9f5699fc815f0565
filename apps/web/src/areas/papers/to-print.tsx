import * as papersRoutes from '@steady/contract/papers.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import type { PacketView } from '@steady/contract/papers';
import { counted } from '@steady/core/words';
import { keepFileOf, send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { LedgerTable } from '../../ui/ledger-table';
import { momentInWords } from '../../ui/words';

/** What is to be printed for clients on paper, as one run; ticked as posted, the clients know from that day. */
export function ToPrint({ of }: { of: PacketView[] }) {
  const session = useSession();
  const { act, busy } = useAct();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const mayWork = session.may('do work');
  const those = of.filter(({ askId }) => chosen.size === 0 || chosen.has(askId));
  const askIds = those.map(({ askId }) => askId);
  const printed = those.filter(({ printedAt }) => printedAt !== null).map(({ askId }) => askId);
  const words = chosen.size === 0 ? 'all' : counted(those.length, 'chosen', 'chosen');
  return (
    <>
      {mayWork && of.length > 0 && (
        <p className="mb-3 flex flex-wrap items-baseline gap-3">
          <button className="act" disabled={busy} onClick={() => void act(() => keepFileOf(papersRoutes.print, { askIds }))}>
            Print {words}
          </button>
          <button
            className="act-quiet"
            disabled={busy || printed.length === 0}
            onClick={() =>
              void act(
                async () => {
                  await send(papersRoutes.posted, {}, { askIds: printed });
                  setChosen(new Set());
                },
                `Posted: ${counted(printed.length, 'client knows', 'clients know')} from today.`,
              )
            }
          >
            Posted: {printed.length} printed
          </button>
          <span className="text-table text-soft">Each on sheets of its own, the address in the window of the envelope, with a label to come back under.</span>
        </p>
      )}
      <LedgerTable
        label="To print and post"
        rows={of}
        keyOf={(row) => row.askId}
        to={(row) => (row.jobId === null ? `/clients/${row.clientId}/requests` : `/jobs/${row.jobId}/requests`)}
        chosen={mayWork ? { keys: chosen, onChoose: setChosen, nameOf: (row) => `${row.client}, ${row.title}` } : undefined}
        empty="Nothing is to be printed: every client on paper knows what is wanted."
        columns={[
          {
            key: 'client',
            head: 'Client',
            cell: (row) => (
              <>
                <span className="font-semibold">{row.client}</span>
                <span className={`block text-fine ${row.address.length > 0 ? 'text-soft' : 'late'}`}>
                  {row.address.length > 0 ? row.address.join(', ') : 'no address known'}
                </span>
              </>
            ),
            sort: (row) => row.client,
          },
          {
            key: 'what',
            head: 'What',
            cell: (row) => (
              <>
                {row.kind === 'packet' ? 'packet' : 'letter that asks again'}: {row.title}
                {row.job !== null && <span className="block text-fine text-soft">{row.job}</span>}
              </>
            ),
          },
          { key: 'things', head: 'Asks for', cell: (row) => row.things.join(', '), wide: true },
          {
            key: 'printed',
            head: 'Printed',
            cell: (row) =>
              row.printedAt === null ? (
                <span className="soon">not yet</span>
              ) : (
                <>
                  {momentInWords(row.printedAt, session.day)}
                  <Link className="block text-fine text-soft" to={`/clients/${row.clientId}`} onClick={(event) => event.stopPropagation()}>
                    {row.code}
                  </Link>
                </>
              ),
          },
        ]}
      />
    </>
  );
}
