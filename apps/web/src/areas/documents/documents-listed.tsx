import { type ReactNode, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { titleOf } from '@steady/core/documents';
import { counted } from '@steady/core/words';
import type { DocumentRow } from '@steady/contract/documents';
import * as documentsRoutes from '@steady/contract/documents.routes';
import { keepFileOf, send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { PRODUCT } from '../../app/use-title';
import type { Column } from '../../ui/ledger-table';
import { ListBody, ListTools } from '../../ui/lists/list-body';
import { useListState } from '../../ui/lists/list-state';
import { useListing } from '../../ui/lists/use-listing';
import { useNotify } from '../../ui/toasts';
import { momentInWords } from '../../ui/words';
import { ChangeDocumentsLeaf } from './change-documents-leaf';
import { DocumentPanel } from './document-panel';
import { doneInWords, inParts } from './together';

const { list, ids, place, sums, fields, file } = documentsRoutes;
const LIST = { list, ids, place, sums, fields, file };

interface Props {
  /** What the page itself asks: of a client, of a job, which view. */
  narrowed: Record<string, string>;
  usual: readonly string[];
  group?(row: DocumentRow): string;
  empty: ReactNode;
}

/** Documents as a list, with the one that is open beside it. */
export function DocumentsListed({ narrowed, usual, group, empty }: Props) {
  const { day } = useSession();
  const [search, setSearch] = useSearchParams();
  const state = useListState(usual);
  const of = useListing<DocumentRow>(LIST, state, narrowed);
  const open = search.get('open');
  const withOpen = (id: string | null) => {
    const next = new URLSearchParams(search);
    if (id) next.set('open', id);
    else next.delete('open');
    return next;
  };
  const title: Column<DocumentRow> = {
    key: 'title',
    head: 'Document',
    cell: (row) => (
      <>
        <span className={`wrap-anywhere ${row.lookedAt ? '' : 'font-semibold'}`}>{titleOf(row)}</span>
        {!row.lookedAt && narrowed.view !== 'to look at' && <span className="soon text-fine whitespace-nowrap"> to look at</span>}
        {(open || row.what !== null) && (
          <span className="block text-fine wrap-anywhere text-soft">
            {open ? `${narrowed.client ? '' : `${row.client}, `}${momentInWords(row.at, day)}` : row.name}
          </span>
        )}
        {!open && !narrowed.client && !narrowed.job && <span className="hidden text-fine text-soft max-sm:block">{row.client}</span>}
      </>
    ),
    sort: () => null,
  };
  const cells = {
    client: (row: DocumentRow) => (
      <Link className="lnk" to={`/clients/${row.clientId}/documents`} onClick={(event) => event.stopPropagation()}>
        {row.client}
      </Link>
    ),
    job: (row: DocumentRow) =>
      row.jobId && (
        <Link className="lnk" to={`/jobs/${row.jobId}/documents`} onClick={(event) => event.stopPropagation()}>
          {row.job}
        </Link>
      ),
    folder: (row: DocumentRow) => (
      <>
        {row.folder ? `${row.folder}${row.folderYear === null ? '' : ` ${row.folderYear}`}` : <span className="text-soft">in no folder</span>}
        {row.right !== 'firm only' && <span className="block text-fine text-soft">{row.right}</span>}
      </>
    ),
    by: (row: DocumentRow) => (row.by === PRODUCT ? 'automatic' : row.by),
    at: (row: DocumentRow) => <span className="whitespace-nowrap">{momentInWords(row.at, day)}</span>,
  };
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-table text-soft">
        <ListTools of={of} state={state} noun="document" />
      </div>
      {of.error && <p className="text-table text-rust">{of.error.message}</p>}
      <div className={open ? 'grid grid-cols-[minmax(0,4fr)_minmax(0,5fr)] items-start gap-4 max-lg:grid-cols-1' : ''}>
        <div className={`min-w-0 ${open ? 'max-lg:hidden' : ''}`}>
          <Chosen of={of} />
          <ListBody
            of={of}
            state={open ? { ...state, columns: [] } : state}
            label="Documents"
            noun="document"
            first={[title]}
            cell={cells}
            phone={['at']}
            group={state.find ? undefined : group}
            to={(row) => `?${withOpen(row.id).toString()}`}
            nameOf={titleOf}
            chooses
            empty={state.find || state.filters.length > 0 ? 'No document matches. Remove a filter, or look for a part of the name, or words inside.' : empty}
          />
        </div>
        {open && <DocumentPanel id={open} onClose={() => setSearch(withOpen(null), { preventScrollReset: true })} />}
      </div>
    </>
  );
}

/** What can be done with documents that are chosen together. */
function Chosen({ of }: { of: ReturnType<typeof useListing<DocumentRow>> }) {
  const notify = useNotify();
  const mayWork = useSession().may('do work');
  const { act, busy } = useAct();
  const [changing, setChanging] = useState(false);
  const { chosen, rows, total } = of;
  if (chosen.size === 0) return null;
  const chosenIds = [...chosen];
  const none = () => of.onChoose(new Set());
  const takenOut = rows.find((row) => chosen.has(row.id))?.takenOutAt;
  const together = (words: string, route: typeof documentsRoutes.takeOut | typeof documentsRoutes.bringBack) =>
    act(async () => {
      const done = await inParts(chosenIds, (documentIds) => send(route, {}, { documentIds }));
      const undo = {
        words: 'Bring them back',
        act: () => void act(() => inParts(chosenIds, (documentIds) => send(documentsRoutes.bringBack, {}, { documentIds })), 'Brought them back.'),
      };
      notify(doneInWords(words, done), 'done', route === documentsRoutes.takeOut ? undo : undefined);
      none();
    });
  // Rows that were chosen on pages not fetched yet are known by their ids alone: they are of several clients.
  const known = chosenIds.map((id) => ({ id, clientId: rows.find((row) => row.id === id)?.clientId ?? id }));
  return (
    <p className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-2 border border-kelp bg-kelp-tint px-3 py-1.5 text-table" role="status">
      <b>{counted(chosen.size, 'document')} chosen</b>
      {chosen.size < total && (
        <button className="lnk" disabled={busy} onClick={() => void act(of.chooseAllFound)}>
          Choose all {total} found
        </button>
      )}
      <button className="lnk" onClick={none}>
        Choose none
      </button>
      <span className="ml-auto flex flex-wrap gap-3">
        <button className="act-quiet" disabled={busy} onClick={() => void act(() => keepFileOf(documentsRoutes.zip, { documentIds: chosenIds }))}>
          Save as ZIP
        </button>
        {mayWork && takenOut && (
          <button className="act-quiet" disabled={busy} onClick={() => void together('Brought back', documentsRoutes.bringBack)}>
            Bring back
          </button>
        )}
        {mayWork && !takenOut && (
          <>
            <button className="act-quiet" disabled={busy} onClick={() => void together('Took out', documentsRoutes.takeOut)}>
              Take out
            </button>
            <button
              className="act-quiet"
              disabled={busy}
              onClick={() =>
                void act(async () =>
                  notify(
                    doneInWords('Looked at', await inParts(chosenIds, (documentIds) => send(documentsRoutes.change, {}, { documentIds, lookedAt: true }))),
                  ),
                )
              }
            >
              Looked at
            </button>
            <button className="act-quiet" onClick={() => setChanging(true)}>
              File in
            </button>
          </>
        )}
      </span>
      {changing && (
        <ChangeDocumentsLeaf
          documents={known}
          onClose={() => {
            setChanging(false);
            none();
          }}
        />
      )}
    </p>
  );
}
