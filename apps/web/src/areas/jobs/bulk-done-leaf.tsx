import * as movesRoutes from '@steady/contract/moves.routes';
import { useState } from 'react';
import { counted } from '@steady/core/words';
import type { JobBatchView, JobsChanged } from '@steady/contract/moves';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';
import { Leaf } from '../../ui/leaf';

export interface Done {
  batchId: string;
  changed: number;
  not: JobsChanged['not'];
}

/** What became of a change of many jobs, with its undo. */
export function BulkDoneLeaf({ of, onClose }: { of: Done; onClose(): void }) {
  const [undone, setUndone] = useState<JobBatchView | null>(null);
  const { act, busy } = useAct();
  return (
    <Leaf open title={`${counted(of.changed, 'job')} changed`} onClose={onClose}>
      {undone ? (
        <p>
          {counted(undone.undone, 'job')} restored.
          {undone.not.length > 0 && ` ${counted(undone.not.length, 'job')} not:`}
        </p>
      ) : (
        <button
          type="button"
          className="act-quiet mb-3"
          disabled={busy || of.changed === 0}
          onClick={() => void act(async () => setUndone(await send(movesRoutes.undo, { id: of.batchId })))}
        >
          Undo
        </button>
      )}
      <ul className="text-table">
        {(undone?.not ?? of.not).map((one, index) => (
          <li key={index} className="border-t border-rule-soft py-1">
            {one.job}: <span className="soon">{one.why}</span>
          </li>
        ))}
      </ul>
    </Leaf>
  );
}
