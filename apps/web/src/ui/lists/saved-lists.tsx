import * as savedListsRoutes from '@steady/contract/saved-lists.routes';
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { X } from 'lucide-react';
import { useState } from 'react';
import type { ListOf, SavedListView } from '@steady/contract/lists';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';
import type { ListState } from './list-state';

const inOrder = (more: Record<string, string>) => Object.entries(more).sort(([a], [b]) => (a < b ? -1 : 1));

/** Lists saved before, to open, and the present one to save. `all` is what leads back to the whole list, where nothing else on the page does. */
export function SavedLists({ of, saved, state, all = 'All' }: { of: ListOf; saved: SavedListView[]; state: ListState; all?: string | null }) {
  const { act, busy } = useAct();
  const [name, setName] = useState('');
  const [shared, setShared] = useState(false);
  const isOpen = (list: SavedListView) =>
    JSON.stringify([list.filters, list.columns, list.sort, inOrder(list.more)]) ===
    JSON.stringify([state.filters, state.columns, state.sort, inOrder(state.more)]);
  const tab = (on: boolean) => (on ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent hover:text-ink');
  return (
    <nav aria-label="Saved lists" className="flex flex-wrap items-baseline gap-x-[18px] gap-y-1">
      {all && (
        <button className={tab(state.filters.length === 0 && !saved.some(isOpen))} onClick={() => state.open(null)}>
          {all}
        </button>
      )}
      {saved.map((list) => (
        <span key={list.id} className="flex items-baseline">
          <button className={tab(isOpen(list))} title={list.shared ? 'For everybody' : 'Yours'} onClick={() => state.open(list)}>
            {list.name}
          </button>
          {isOpen(list) && (
            <button
              className="ml-1 self-center p-0.5 text-soft hover:text-ink"
              aria-label={`Remove the saved list ${list.name}`}
              title="Remove the saved list"
              disabled={busy}
              onClick={() => void act(() => send(savedListsRoutes.drop, { id: list.id }), `The list "${list.name}" is removed; nothing on it is.`)}
            >
              <X aria-hidden className="size-3" />
            </button>
          )}
        </span>
      ))}
      <Popover className="relative">
        <PopoverButton className="lnk">Save this list</PopoverButton>
        <PopoverPanel anchor={{ to: 'bottom start', gap: 6 }} className="sheet z-30 w-64 p-3 text-table shadow-menu">
          {({ close }) => (
            <form
              noValidate
              className="flex flex-col gap-2"
              onSubmit={(event) => {
                event.preventDefault();
                void act(async () => {
                  const { filters, columns, sort, more } = state;
                  await send(savedListsRoutes.save, {}, { of, name, shared, filters, columns, more, ...(sort ? { sort } : {}) });
                  setName('');
                  close();
                }, `Saved "${name}".`);
              }}
            >
              <input
                aria-label="Name of the list"
                placeholder="Name of the list"
                className="field"
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
              <label className="flex items-baseline gap-1.5">
                <input type="checkbox" checked={shared} onChange={() => setShared(!shared)} />
                For everybody in the firm
              </label>
              <button className="act self-start" disabled={busy || name.trim() === ''}>
                Save
              </button>
            </form>
          )}
        </PopoverPanel>
      </Popover>
    </nav>
  );
}
