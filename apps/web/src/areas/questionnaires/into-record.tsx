import * as routes from '@steady/contract/questionnaires.routes';
import { useState } from 'react';
import { counted } from '@steady/core/words';
import type { IntoRecord } from '@steady/contract/questionnaires';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';
import { EffectView } from '../almanac';

/** What the answers would change in the record, before and after, with the dates that would move; taken over by a press. */
export function IntoTheRecord({ askId, of: { filled, effect } }: { askId: string; of: IntoRecord }) {
  const { act, busy } = useAct();
  const [left, setLeft] = useState<readonly string[]>([]);
  const [shown, setShown] = useState(false);
  if (filled.length === 0) return <p className="mt-1 text-soft">The record says the same as these answers, or has no place for them.</p>;
  const keys = filled.filter(({ key, why }) => why === null && !left.includes(key)).map(({ key }) => key);
  return (
    <section className="mt-2 border border-rule px-3 py-2" aria-label="Into the record">
      <h3 className="text-[15px]">Into the record</h3>
      <table className="ledger mt-1" aria-label="What the answers would change">
        <thead>
          <tr>
            <th scope="col">Take over</th>
            <th scope="col">Now</th>
            <th scope="col">As answered</th>
          </tr>
        </thead>
        <tbody>
          {filled.map(({ key, place, before, after, why }) => (
            <tr key={key}>
              <td>
                <label className="flex items-baseline gap-1.5">
                  <input
                    type="checkbox"
                    disabled={why !== null}
                    checked={why === null && !left.includes(key)}
                    onChange={({ target }) => setLeft(target.checked ? left.filter((one) => one !== key) : [...left, key])}
                  />
                  {place}
                </label>
              </td>
              <td className="text-soft">{before ?? 'nothing'}</td>
              <td>
                <b className="font-semibold">{after}</b>
                {why && <span className="late block text-fine">{why}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {effect &&
        (shown ? (
          <EffectView effect={effect} />
        ) : (
          <p className="mt-1">
            <button className="lnk" onClick={() => setShown(true)}>
              See which dates would move
            </button>
          </p>
        ))}
      <p className="mt-2">
        <button
          className="act"
          disabled={busy || keys.length === 0}
          onClick={() => void act(() => send(routes.takeOver, { id: askId }, { keys }), `${counted(keys.length, 'answer')} taken over into the record.`)}
        >
          Take over {counted(keys.length, 'answer')}
        </button>
      </p>
    </section>
  );
}
