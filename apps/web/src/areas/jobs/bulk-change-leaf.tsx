import * as movesRoutes from '@steady/contract/moves.routes';
import { useState } from 'react';
import { counted } from '@steady/core/words';
import type { ChangeJobs, ManyLookedAt } from '@steady/contract/moves';
import { ProblemError, ask, send } from '../../app/api';
import { SelectField } from '../../ui/fields';
import { Leaf } from '../../ui/leaf';
import { type Done, BulkDoneLeaf } from './bulk-done-leaf';
import { BulkChangeFields, BulkLookedAt } from './bulk-change-fields';
import { NOTHING_SAID, type Particulars, asKey, asSent, lacking } from './bulk-change';
import { NOTHING_LOOKED_AT, together } from './summed-moves';

const CHANGES: Record<ChangeJobs['change'], string> = {
  people: 'who is on them',
  priority: 'their priority',
  status: 'our own status',
  dates: 'our target',
  move: 'their phase',
  hold: 'put them on hold',
  resume: 'take them off hold',
};
/** How many are changed in one go; between the goes one sees how far it is. */
const PART = 50;

/** Changes many jobs at once: what will happen summed up before, how far it is while it runs, one undo after. */
export function BulkChangeLeaf({ ids, onClose }: { ids: readonly string[]; onClose(): void }) {
  const [change, setChange] = useState<ChangeJobs['change']>('people');
  const [what, setWhat] = useState(NOTHING_SAID);
  const [looked, setLooked] = useState<ManyLookedAt | null>(null);
  const [at, setAt] = useState<number | null>(null);
  const [done, setDone] = useState<Done | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const say = (more: Partial<Particulars>) => {
    setWhat({ ...what, ...more });
    if ('to' in more) setLooked(null);
  };
  const guarded = async (carry: () => Promise<void>) => {
    setProblem(null);
    try {
      await carry();
    } catch (refused) {
      if (!(refused instanceof ProblemError)) throw refused;
      setProblem(refused.words);
    } finally {
      setAt(null);
    }
  };
  const parts = Array.from({ length: Math.ceil(ids.length / PART) }, (_, index) => ids.slice(index * PART, (index + 1) * PART));
  const look = () =>
    guarded(async () => {
      let sum = NOTHING_LOOKED_AT;
      for (const [index, part] of parts.entries()) {
        setAt(index * PART);
        sum = together(sum, await ask(movesRoutes.look, {}, { ids: part, ...asKey(what.to) }));
      }
      setLooked(sum);
    });
  const carryOut = () =>
    guarded(async () => {
      const missing = lacking(change, what);
      if (missing) return setProblem(missing);
      const result: Done = { batchId: crypto.randomUUID(), changed: 0, not: [] };
      for (const [index, part] of parts.entries()) {
        setAt(index * PART);
        const { changed, not } = await send(movesRoutes.change, {}, { ids: part, batchId: result.batchId, change, ...asSent(change, what) });
        result.changed += changed;
        result.not.push(...not);
      }
      setDone(result);
    });
  if (done) return <BulkDoneLeaf of={done} onClose={onClose} />;
  const wantsLook = change === 'move' && looked === null;
  return (
    <Leaf
      open
      title={`Change ${counted(ids.length, 'job')}`}
      act={wantsLook ? 'See what will happen' : `Change ${counted(ids.length, 'job')}`}
      busy={at !== null}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void (wantsLook ? look() : carryOut())}
      beside={
        at !== null && (
          <span role="status" className="text-table text-soft">
            {at} of {ids.length}
          </span>
        )
      }
    >
      <SelectField
        label="Change"
        autoFocus
        value={change}
        onChange={({ target }) => {
          setChange(target.value as ChangeJobs['change']);
          setLooked(null);
        }}
      >
        {Object.entries(CHANGES).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </SelectField>
      <BulkChangeFields change={change} ids={parts[0] ?? []} what={what} onSay={say} />
      {change === 'move' && looked !== null && <BulkLookedAt of={looked} what={what} onSay={say} />}
    </Leaf>
  );
}
