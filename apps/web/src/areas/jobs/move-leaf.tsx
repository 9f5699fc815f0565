import * as movesRoutes from '@steady/contract/moves.routes';
import { useState } from 'react';
import type { JobView } from '@steady/contract/jobs';
import type { MovePreview } from '@steady/contract/moves';
import { ProblemError, refresh, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { SelectField, TextField } from '../../ui/fields';
import { Leaf } from '../../ui/leaf';
import { momentInWords } from '../../ui/words';
import { OpenAsks } from './open-asks';
import { useMoved } from './use-tick';

/** The end of a job among the places it can go to. */
const END = '-';

/** Where a job goes next when nobody says otherwise: the phase after its own, or its end. */
const nextOf = (job: JobView) => {
  const at = job.phases.findIndex((phase) => phase.stands === 'current');
  return at === -1 ? (job.phases.at(-1)?.key ?? END) : (job.phases[at + 1]?.key ?? END);
};

/** By the ticks that were changed: what happens usually is left out, what was done before is done once more. */
const ticked = ({ acts }: MovePreview, flipped: ReadonlySet<string>) => {
  const changed = acts.filter((act) => flipped.has(act.key));
  return { leaveOut: changed.filter((act) => !act.doneBefore).map((act) => act.key), again: changed.filter((act) => act.doneBefore).map((act) => act.key) };
};

const ACTS = { on: 'Move it', over: 'Move it past phases', back: 'Move it back', finish: 'Finish the job' } as const;

interface Fault {
  text: string;
  /** The field it is about; null for the whole. */
  field: string | null;
}

function firstFault({ problem, message }: ProblemError): Fault {
  const [first] = problem.errors ?? [];
  return first ? { text: first.message, field: first.field } : { text: message, field: null };
}

/** A sentence for each thing that a move will bring about, each with a tick, before it is made. */
export function MoveLeaf({ job, onClose }: { job: JobView; onClose(): void }) {
  const moved = useMoved();
  // Until somebody chooses it follows the job, which may have moved a moment ago.
  const [chosen, setChosen] = useState<string | null>(null);
  const to = chosen ?? nextOf(job);
  /** Ticks that were changed: what happens usually is left out then, what was done before is done once more. */
  const [flipped, setFlipped] = useState<ReadonlySet<string>>(new Set());
  const [why, setWhy] = useState('');
  const [keepAsks, setKeepAsks] = useState(false);
  const [problem, setProblem] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  const { data: preview, error, isLoading } = useData(movesRoutes.preview, { id: job.id, to: to !== END && to });
  const finished = job.status === 'finished';
  const move = async () => {
    setBusy(true);
    setProblem(null);
    try {
      const batchId = crypto.randomUUID();
      const { mayUndo } = await send(
        movesRoutes.move,
        { id: job.id },
        {
          to: to === END ? null : to,
          ...ticked(preview!, flipped),
          version: job.version,
          batchId,
          ...(keepAsks ? { keepAsks } : {}),
          ...(why.trim() ? { why } : {}),
        },
      );
      // The page shows where the job stands now before it says so: another move begins from there.
      await refresh();
      moved(to === END ? 'The job is finished.' : `The job is now in ${preview?.to ?? 'its new phase'}.`, batchId, mayUndo);
      onClose();
    } catch (refused) {
      if (!(refused instanceof ProblemError)) throw refused;
      setProblem(firstFault(refused));
    } finally {
      setBusy(false);
    }
  };
  const flip = (key: string) => {
    const next = new Set(flipped);
    if (!next.delete(key)) next.add(key);
    setFlipped(next);
  };
  return (
    <Leaf
      open
      title={finished ? `Open ${job.name} again` : `Move ${job.name}`}
      act={finished ? 'Open it again' : ACTS[preview?.kind ?? 'on']}
      onClose={onClose}
      onSubmit={() => void move()}
      busy={busy || isLoading || !preview}
      problem={problem && problem.field !== 'why' ? problem.text : (error?.message ?? null)}
    >
      <SelectField
        label={finished ? 'It is again in' : 'To'}
        autoFocus
        value={to}
        onChange={({ target }) => {
          setChosen(target.value);
          setFlipped(new Set());
        }}
      >
        {job.phases
          .filter((phase) => phase.stands !== 'current')
          .map((phase) => (
            <option key={phase.key} value={phase.key}>
              {phase.name}
              {phase.stands === 'done' && !finished ? ' (back)' : ''}
            </option>
          ))}
        {!finished && <option value={END}>its end: the job is finished</option>}
      </SelectField>
      {preview && <WillHappen of={preview} flipped={flipped} onFlip={flip} keepAsks={keepAsks} onKeepAsks={setKeepAsks} />}
      <TextField
        label={preview?.wantsWhy ? 'Why' : 'Why, if it needs saying'}
        value={why}
        onChange={({ target }) => setWhy(target.value)}
        error={problem?.field === 'why' ? problem.text : undefined}
      />
    </Leaf>
  );
}

interface WillHappenProps {
  of: MovePreview;
  /** Ticks that were changed. */
  flipped: ReadonlySet<string>;
  onFlip(key: string): void;
  keepAsks: boolean;
  onKeepAsks(keep: boolean): void;
}

/** A sentence for each thing that a move brings about. */
function WillHappen({ of: preview, flipped, onFlip, keepAsks, onKeepAsks }: WillHappenProps) {
  const { day } = useSession();
  return (
    <>
      <p className="mb-1 text-table font-semibold">What will happen</p>
      {preview.acts.length === 0 && (
        <p className="mb-3 text-table text-soft">
          {preview.kind === 'back' ? 'The job goes back; nothing else happens.' : 'Nothing happens automatically and no message is sent.'}
        </p>
      )}
      <ul className="mb-3">
        {preview.acts.map((act) => {
          const happens = flipped.has(act.key) === (act.doneBefore !== undefined);
          return (
            <li key={act.key} className="border-t border-rule-soft py-1.5">
              <label className="flex items-baseline gap-2">
                <input type="checkbox" checked={happens} onChange={() => onFlip(act.key)} />
                <span>
                  <span className={happens ? '' : 'text-soft line-through'}>{act.what}</span>
                  {act.outside && happens && <span className="soon"> Sent outside the firm.</span>}
                  {act.doneBefore && (
                    <span className="block text-fine text-soft">Done already {momentInWords(act.doneBefore, day)}. Tick it to do it again.</span>
                  )}
                </span>
              </label>
            </li>
          );
        })}
      </ul>
      {preview.openAsks.length > 0 && (
        <OpenAsks keep={keepAsks} onKeep={onKeepAsks}>
          The client is still asked for {preview.openAsks.map((title) => `“${title}”`).join(' and ')}.
        </OpenAsks>
      )}
      {preview.notices.map((notice) => (
        <p key={notice} className="mb-2 border border-ochre bg-ochre-tint px-3 py-2 text-table">
          {notice}
        </p>
      ))}
    </>
  );
}
