import * as keepingRoutes from '@steady/contract/keeping.routes';
import { useState } from 'react';
import type { PersonView } from '@steady/contract/contacts';
import type { PersonsThings } from '@steady/contract/keeping';
import { counted } from '@steady/core/words';
import { keepFile, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Confirm, Leaf } from '../../ui/leaf';
import { momentInWords } from '../../ui/words';

/** What the firm has of one person over all clients: to be given to them, or erased as far as it need not stay. */
export function PersonsDataLeaf({ person, onClose }: { person: PersonView; onClose(): void }) {
  const { day } = useSession();
  const { act, busy } = useAct();
  const [sure, setSure] = useState(false);
  const { data } = useData(keepingRoutes.person, { id: person.id });
  const goes = data?.things.filter(({ stays }) => stays === null) ?? [];
  const erase = () =>
    void act(async () => {
      const left = await send(keepingRoutes.erase, { id: person.id });
      setSure(false);
      if (left.things.length === 0) onClose();
    }, 'Erased. What stays is listed with its reasons.');
  return (
    <Leaf open broad title={`What we have of ${person.name}`} onClose={onClose}>
      {data && (
        <>
          {data.erasedAt !== null && <p className="mb-2 text-table">Erased as far as it need not stay {momentInWords(data.erasedAt, day)}.</p>}
          <ThingsTable of={data.things} />
          <p className="mt-3 text-table text-soft">
            Their name stays where it says who did what: the history and signatures are the firm’s evidence. What is of other people is left out of the file.
          </p>
          <p className="mt-4 flex flex-wrap gap-3">
            <button
              type="button"
              className="act"
              disabled={busy}
              onClick={() => void act(() => keepFile(keepingRoutes.personsFile, { id: person.id }), 'The file to give to them is saved.')}
            >
              Save the file to give to them (ZIP)
            </button>
            <button type="button" className="act-quiet" disabled={busy || goes.length === 0} onClick={() => setSure(true)}>
              Erase what need not stay
            </button>
          </p>
        </>
      )}
      <Confirm
        open={sure}
        title={`Erase ${counted(goes.length, 'line')} of ${person.name}?`}
        act="Erase for good"
        busy={busy}
        onClose={() => setSure(false)}
        onYes={erase}
      >
        {goes.map(({ what, client }) => (client === null ? what : `${what} (${client})`)).join('; ')}. Nobody can bring it back.
      </Confirm>
    </Leaf>
  );
}

function ThingsTable({ of }: { of: PersonsThings[] }) {
  if (of.length === 0) return <p>Nothing of theirs is kept but what the history says.</p>;
  return (
    <table className="ledger" aria-label="What we have">
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">For</th>
          <th scope="col" className="text-right">
            How many
          </th>
          <th scope="col">Stays because</th>
        </tr>
      </thead>
      <tbody>
        {of.map(({ what, clientId, client, count, stays }) => (
          <tr key={`${what} ${clientId ?? ''}`}>
            <td className="font-semibold">{what}</td>
            <td>{client ?? <span className="text-soft">themselves</span>}</td>
            <td className="text-right tabular-nums">{count}</td>
            <td>{stays ?? <span className="soon">need not stay</span>}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
