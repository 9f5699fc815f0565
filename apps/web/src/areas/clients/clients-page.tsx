import * as clientsRoutes from '@steady/contract/clients.routes';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { counted } from '@steady/core/words';
import { FORM_WORDS } from '@steady/core/clients';
import { type BulkOutcome, type ClientRow, USUAL_COLUMNS } from '@steady/contract/client-lists';
import type { JobsBegun } from '@steady/contract/jobs';
import { send } from '../../app/api';
import { useBrought } from '../../app/brought';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { Day, DueWords } from '../../ui/due';
import type { Column } from '../../ui/ledger-table';
import { ListBody, ListTools } from '../../ui/lists/list-body';
import { type ListState, useListState } from '../../ui/lists/list-state';
import { SavedLists } from '../../ui/lists/saved-lists';
import { type Listing, useListing } from '../../ui/lists/use-listing';
import { Page } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { NewJobLeaf } from '../jobs';
import { BulkLeaf } from './bulk-leaf';
import { DoneTogether } from './done-together';
import { ClientLeaf } from './client-leaf';

/** Fields of clients that want to be read in their own way. */
const CELLS = {
  kind: (row: ClientRow) => <span className="text-soft">{FORM_WORDS[row.legalForm]}</span>,
  way: (row: ClientRow) => (row.values.way === 'paper' ? <span className="soon whitespace-nowrap">on paper</span> : <span className="text-soft">online</span>),
  due: (row: ClientRow) =>
    row.values.due && (
      <span className="whitespace-nowrap">
        <span className="max-md:hidden">
          <Day of={row.values.due as string} />{' '}
        </span>
        <DueWords due={row.values.due as string} />
      </span>
    ),
};

/** Every client that the person sees: any fact as column, filtered in words, chosen and changed together. */
const { list, ids, place, sums, fields, file } = clientsRoutes;
const LIST = { list, ids, place, sums, fields, file };

export function ClientsPage() {
  const session = useSession();
  const navigate = useNavigate();
  const notify = useNotify();
  const { act, busy } = useAct();
  const [search, setSearch] = useSearchParams();
  const state = useListState(USUAL_COLUMNS);
  const [changing, setChanging] = useState(false);
  const [beginning, setBeginning] = useState(false);
  const together = useBrought('clientsTogether');
  const [acting, setActing] = useState<(typeof together)[number] | null>(null);
  const [begun, setBegun] = useState<JobsBegun | null>(null);
  const [done, setDone] = useState<BulkOutcome | null>(null);
  const adding = search.has('new');
  const mayChange = session.may('change clients');
  const of = useListing<ClientRow>(LIST, state);
  const name: Column<ClientRow> = {
    key: 'name',
    head: 'Client',
    cell: (row) => (
      <>
        <span className="font-semibold">{row.name}</span>
        {row.standing !== 'active' && <span className="text-soft"> {row.standing}</span>}
      </>
    ),
    sort: () => null,
  };
  const undo = () =>
    act(async () => {
      notify((await send(clientsRoutes.undoMany, { id: done!.id! })).said);
      setDone(null);
    });
  const takeBack = () =>
    act(async () => {
      let [back, left] = [0, 0];
      for (let at = 0; at < begun!.ids.length; at += 200) {
        const part = await send(jobsRoutes.takeBack, {}, { ids: begun!.ids.slice(at, at + 200) });
        [back, left] = [back + part.takenBack, left + part.left];
      }
      notify(`Undone: ${counted(back, 'job')} removed.${left > 0 ? ` ${left} stay: somebody has worked on them, or something has gone out.` : ''}`);
      setBegun(null);
    });
  return (
    <Page
      title="Clients"
      sum={<ClientsSum of={of} state={state} />}
      tools={
        <>
          <SavedLists of="clients" saved={of.saved} state={state} />
          <WhoMay right="change clients" act="Clients are added and changed" />
          {mayChange && (
            <span className="ml-auto flex gap-3">
              <Link className="act-quiet" to="/clients/import">
                Import
              </Link>
              <button className="act" onClick={() => setSearch({ new: '' })}>
                Add a client
              </button>
            </span>
          )}
          <ListTools of={of} state={state} noun="client" />
        </>
      }
    >
      {done && <DoneTogether said={done.said} undo={done.id ? { words: 'Undo', act: () => void undo(), busy } : undefined} onGood={() => setDone(null)} />}
      {begun && (
        <DoneTogether
          said={`Began ${counted(begun.ids.length, 'job')}.${begun.not.length > 0 ? ` Not for ${begun.not.map((one) => `${one.client} (${one.why})`).join(', ')}.` : ''}`}
          undo={begun.ids.length > 0 ? { words: 'Undo', act: () => void takeBack(), busy } : undefined}
          onGood={() => setBegun(null)}
        />
      )}
      <ListBody
        of={of}
        state={state}
        label="Clients"
        noun="client"
        first={[name]}
        cell={CELLS}
        phone={['due']}
        to={(row) => `/clients/${row.id}`}
        nameOf={(row) => row.name}
        onChange={mayChange ? () => setChanging(true) : undefined}
        also={[
          ...together.map((one) => ({ words: one.words, act: () => setActing(one) })),
          ...(session.may('do work') ? [{ words: 'Begin jobs for them', act: () => setBeginning(true) }] : []),
        ]}
        empty={
          state.find.trim() || state.filters.length > 0
            ? 'No client matches. Remove a filter, or look for a part of the name.'
            : mayChange
              ? 'No clients yet. Add the first one: a name and its legal form are enough to begin.'
              : 'You have no clients yet. A partner or manager can give you access.'
        }
      />
      <ClientLeaf open={adding} onClose={() => setSearch({}, { replace: true })} onSaved={(id) => void navigate(`/clients/${id}`)} />
      {acting && (
        <acting.Opens
          ids={[...of.chosen]}
          onClose={() => {
            setActing(null);
            of.onChoose(new Set());
          }}
        />
      )}
      {beginning && (
        <NewJobLeaf
          clientIds={[...of.chosen]}
          onClose={() => setBeginning(false)}
          onBegun={(all) => {
            setBeginning(false);
            of.onChoose(new Set());
            setBegun(all);
          }}
        />
      )}
      {changing && (
        <BulkLeaf
          clientIds={[...of.chosen]}
          onClose={() => setChanging(false)}
          onDone={(outcome) => {
            setChanging(false);
            of.onChoose(new Set());
            setDone(outcome);
          }}
        />
      )}
    </Page>
  );
}

/** How many clients the list holds, in the words of its filters, and for how many we wait. */
function ClientsSum({ of, state }: { of: Listing<ClientRow>; state: ListState }) {
  if (of.error) return <span className="text-rust">{of.error.message}</span>;
  if (!of.ready) return null;
  const find = state.find.trim();
  const waiting = of.rows.filter((row) => row.values.waits).length;
  return (
    <>
      {of.said}
      {find && ` with "${find}" in the name`}: {of.total}
      {state.columns.includes('waits') && of.rows.length === of.total && `; we wait for ${waiting === 0 ? 'none' : waiting} of them`}.
    </>
  );
}
