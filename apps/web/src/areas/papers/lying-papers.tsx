import * as papersRoutes from '@steady/contract/papers.routes';
import { useState } from 'react';
import { GiveBack, type PapersView, type PlaceView } from '@steady/contract/papers';
import { counted, holdsText } from '@steady/core/words';
import { addressOf, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { LedgerTable } from '../../ui/ledger-table';
import { useNotify } from '../../ui/toasts';
import { dayOf, momentInWords } from '../../ui/words';
import { PlacesLeaf } from './places-leaf';

type Open = { what: 'move' | 'give back'; papers: PapersView } | { what: 'place' };

/** What lies where in the office, by place. */
export function LyingPapers({ of }: { of: PapersView[] }) {
  const session = useSession();
  const [find, setFind] = useState('');
  const [open, setOpen] = useState<Open | null>(null);
  const { data: places = [] } = useData(papersRoutes.places);
  const mayWork = session.may('do work');
  const shown = of.filter((one) => holdsText(`${one.client} ${one.job ?? ''} ${one.what} ${one.place} ${one.number}`, find));
  return (
    <>
      <p className="mb-2 flex flex-wrap items-baseline gap-x-5 text-table text-soft">
        <label>
          Find{' '}
          <input
            type="search"
            className="border-b border-soft bg-transparent px-1 text-ink outline-none focus:border-kelp"
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
        </label>
        {mayWork && (
          <button className="lnk ml-auto" onClick={() => setOpen({ what: 'place' })}>
            Places
          </button>
        )}
      </p>
      <LedgerTable
        label="What lies where"
        rows={shown}
        keyOf={(row) => row.id}
        to={(row) => (row.jobId === null ? `/clients/${row.clientId}` : `/jobs/${row.jobId}`)}
        group={(row) => row.place}
        empty={
          find === ''
            ? 'No papers of clients lie here. “Papers came” on the page of a client notes them, and prints the slip.'
            : `Nothing here is called “${find}”.`
        }
        columns={[
          { key: 'number', head: 'Receipt', cell: (row) => row.number, figure: true, sort: (row) => row.number },
          {
            key: 'client',
            head: 'Client',
            cell: (row) => (
              <>
                <span className="font-semibold">{row.client}</span>
                {row.job !== null && <span className="block text-fine text-soft">{row.job}</span>}
              </>
            ),
            sort: (row) => row.client,
          },
          { key: 'what', head: 'What', cell: (row) => row.what },
          {
            key: 'at',
            head: 'Came',
            cell: (row) => (
              <>
                {momentInWords(row.at, session.day)}
                <span className="block text-fine text-soft">
                  {row.came}
                  {row.broughtBy && ` by ${row.broughtBy}`}, {counted(dayOf(row.at).until(session.day).days, 'day')} here
                </span>
              </>
            ),
            sort: (row) => row.at,
            wide: true,
          },
          {
            key: 'acts',
            head: '',
            cell: (papers) => (
              <span className="flex flex-wrap justify-end gap-3 whitespace-nowrap" onClick={(event) => event.stopPropagation()}>
                <a className="lnk" href={addressOf(papersRoutes.slip, { id: papers.id })}>
                  Slip
                </a>
                {mayWork && (
                  <>
                    <button className="lnk" onClick={() => setOpen({ what: 'move', papers })}>
                      Move
                    </button>
                    <button className="lnk" onClick={() => setOpen({ what: 'give back', papers })}>
                      Given back
                    </button>
                  </>
                )}
              </span>
            ),
          },
        ]}
      />
      {open?.what === 'place' && <PlacesLeaf places={places} onClose={() => setOpen(null)} />}
      {open?.what === 'move' && <MoveLeaf papers={open.papers} places={places} onClose={() => setOpen(null)} />}
      {open?.what === 'give back' && <GiveBackLeaf papers={open.papers} onClose={() => setOpen(null)} />}
    </>
  );
}

function MoveLeaf({ papers, places, onClose }: { papers: PapersView; places: PlaceView[]; onClose(): void }) {
  const { act, busy } = useAct();
  const [placeId, setPlaceId] = useState(papers.placeId);
  return (
    <Leaf
      open
      title={`Move receipt ${papers.number}`}
      act="They lie there now"
      busy={busy}
      onClose={onClose}
      onSubmit={() =>
        void act(async () => {
          await send(papersRoutes.move, { id: papers.id }, { placeId });
          onClose();
        }, 'Moved.')
      }
    >
      <p className="mb-3 text-table text-soft">
        {papers.client}: {papers.what}
      </p>
      <SelectField label="Where they lie" autoFocus value={placeId} onChange={({ target }) => setPlaceId(target.value)}>
        {places
          .filter((place) => !place.isRetired || place.id === papers.placeId)
          .map((place) => (
            <option key={place.id} value={place.id}>
              {place.name}
            </option>
          ))}
      </SelectField>
    </Leaf>
  );
}

function GiveBackLeaf({ papers, onClose }: { papers: PapersView; onClose(): void }) {
  const notify = useNotify();
  const { act } = useAct();
  const { form, onSubmit, busy, problem } = useLeafForm<GiveBack>({
    input: GiveBack,
    start: { to: papers.broughtBy ?? '' },
    submit: async (values) => {
      await send(papersRoutes.giveBack, { id: papers.id }, values);
      notify(`Given back to ${values.to}.`, 'done', {
        words: 'They are still here',
        act: () => void act(() => send(papersRoutes.stillHere, { id: papers.id }), 'They lie here as before.'),
      });
      onClose();
    },
  });
  return (
    <Leaf open title={`Receipt ${papers.number} is given back`} act="They were given back" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-table text-soft">
        {papers.client}: {papers.what}. They lie: {papers.place}.
      </p>
      <TextField label="Who fetched them" autoFocus {...form.register('to')} error={form.formState.errors.to?.message} />
    </Leaf>
  );
}
