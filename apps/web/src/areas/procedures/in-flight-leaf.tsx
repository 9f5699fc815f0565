import { useState } from 'react';
import { counted } from '@steady/core/words';
import type { JobToVersion } from '@steady/contract/procedures';
import { Leaf } from '../../ui/leaf';

/** Jobs begun by an earlier version: each stays on it, or goes over; what that changes stands beside it. */
export function InFlightLeaf({
  jobs,
  busy,
  problem,
  onSave,
  onClose,
}: {
  jobs: JobToVersion[];
  busy: boolean;
  problem: string | null;
  onSave(ids: string[]): void;
  onClose(): void;
}) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const all = chosen.size === jobs.length;
  const flip = (id: string) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  return (
    <Leaf
      open
      broad
      title={`${counted(jobs.length, 'open job')} ${jobs.length === 1 ? 'goes' : 'go'} by an earlier version`}
      act={chosen.size === 0 ? 'Save, they stay on theirs' : `Save, ${chosen.size} go over to the new version`}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => onSave([...chosen])}
    >
      <p className="mb-2 text-table">What is done, or has time recorded on it, is never removed. New jobs go by the new version.</p>
      <label className="flex items-baseline gap-1.5 border-b border-rule pb-1 text-table font-semibold">
        <input type="checkbox" checked={all} onChange={() => setChosen(all ? new Set() : new Set(jobs.map((job) => job.id)))} /> All of them
      </label>
      <ul>
        {jobs.map((job) => (
          <li key={job.id} className="border-b border-rule-soft py-1.5 text-table">
            <label className="flex items-baseline gap-1.5">
              <input type="checkbox" checked={chosen.has(job.id)} onChange={() => flip(job.id)} />
              <span>
                <span className="font-semibold">{job.client}</span>, {job.name}
                <span className="block text-soft">
                  {[
                    job.added.length > 0 ? `comes: ${job.added.join(', ')}` : null,
                    job.taken.length > 0 ? `goes: ${job.taken.join(', ')}` : null,
                    job.changed.length > 0 ? `changes: ${job.changed.join(', ')}` : null,
                    ...job.phases,
                    job.kept.length > 0 ? `stays, although the new version does not have it: ${job.kept.join(', ')}` : null,
                    job.phase ? `is in ${job.phase}` : null,
                  ]
                    .filter(Boolean)
                    .join('; ')}
                </span>
              </span>
            </label>
          </li>
        ))}
      </ul>
    </Leaf>
  );
}
