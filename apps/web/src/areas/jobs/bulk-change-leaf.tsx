import * as movesRoutes from '@steady/contract/moves.routes';
import { useState } from 'react';
import { counted } from '@steady/core/words';
import { PRIORITIES, type Priority } from '@steady/core/jobs';
import type { ChangeJobs, JobBatchView, JobsChanged, ManyLookedAt } from '@steady/contract/moves';
import { ProblemError, ask, send, useAsked } from '../../app/api';
import { SelectField, TextField } from '../../ui/fields';
import { Leaf } from '../../ui/leaf';
import { PersonSelect } from '../../ui/person-select';
import { OpenAsks } from './open-asks';
import { NOTHING_LOOKED_AT, noticesOf, together } from './summed-moves';

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
/** Where they go besides a phase by its key. */
const NEXT = '';
const END = '-';
const asKey = (to: string): { to?: string | null } => (to === NEXT ? {} : { to: to === END ? null : to });

interface Done {
  batchId: string;
  changed: number;
  not: JobsChanged['not'];
}

/** Changes many jobs at once: what will happen summed up before, how far it is while it runs, one undo after. */
export function BulkChangeLeaf({ ids, onClose }: { ids: readonly string[]; onClose(): void }) {
  const [change, setChange] = useState<ChangeJobs['change']>('people');
  const [role, setRole] = useState<NonNullable<ChangeJobs['role']>>('preparerId');
  const [personId, setPersonId] = useState('');
  const [priority, setPriority] = useState<Priority>('first');
  const [text, setText] = useState('');
  const [days, setDays] = useState('5');
  const [to, setTo] = useState(NEXT);
  const [looked, setLooked] = useState<ManyLookedAt | null>(null);
  const [leftOut, setLeftOut] = useState<ReadonlySet<string>>(new Set());
  const [keepAsks, setKeepAsks] = useState(false);
  const [at, setAt] = useState<number | null>(null);
  const [done, setDone] = useState<Done | null>(null);
  const [undone, setUndone] = useState<JobBatchView | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  const guarded = async (what: () => Promise<void>) => {
    setProblem(null);
    try {
      await what();
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
        sum = together(sum, await ask(movesRoutes.look, {}, { ids: part, ...asKey(to) }));
      }
      setLooked(sum);
    });
  const carryOut = () =>
    guarded(async () => {
      const batchId = crypto.randomUUID();
      const result: Done = { batchId, changed: 0, not: [] };
      const particulars = {
        people: { role, personId: personId || null },
        priority: { priority },
        status: text.trim() ? { text } : {},
        dates: { days: Number(days.replace('−', '-')) },
        move: { leaveOut: [...leftOut], ...(keepAsks ? { keepAsks } : {}), ...asKey(to), ...(text.trim() ? { text } : {}) },
        hold: { text },
        resume: {},
      }[change];
      for (const [index, part] of parts.entries()) {
        setAt(index * PART);
        const { changed, not } = await send(movesRoutes.change, {}, { ids: part, batchId, change, ...particulars });
        result.changed += changed;
        result.not.push(...not);
      }
      setDone(result);
    });
  const undo = () => guarded(async () => setUndone(await send(movesRoutes.undo, { id: done!.batchId })));

  if (done)
    return (
      <Leaf open title={`${counted(done.changed, 'job')} changed`} onClose={onClose} problem={problem}>
        {undone ? (
          <p>
            {counted(undone.undone, 'job')} restored.
            {undone.not.length > 0 && ` ${counted(undone.not.length, 'job')} not:`}
          </p>
        ) : (
          <button type="button" className="act-quiet mb-3" onClick={() => void undo()} disabled={done.changed === 0}>
            Undo
          </button>
        )}
        <ul className="text-table">
          {(undone?.not ?? done.not).map((one, index) => (
            <li key={index} className="border-t border-rule-soft py-1">
              {one.job}: <span className="soon">{one.why}</span>
            </li>
          ))}
        </ul>
      </Leaf>
    );
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
      {change === 'people' && (
        <>
          <SelectField label="As" value={role} onChange={({ target }) => setRole(target.value as typeof role)}>
            <option value="preparerId">preparer</option>
            <option value="managerId">manager</option>
            <option value="partnerId">partner</option>
          </SelectField>
          <PersonSelect label="Who" value={personId} onChange={({ target }) => setPersonId(target.value)} nobody="nobody: take off whoever it is" />
        </>
      )}
      {change === 'priority' && (
        <SelectField label="Priority" value={priority} onChange={({ target }) => setPriority(target.value as Priority)}>
          {PRIORITIES.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </SelectField>
      )}
      {change === 'status' && (
        <TextField label="Our own status" hint="Left empty, it is removed." value={text} onChange={({ target }) => setText(target.value)} />
      )}
      {change === 'hold' && <TextField label="Why" value={text} onChange={({ target }) => setText(target.value)} />}
      {change === 'dates' && (
        <TextField
          label="Working days later"
          hint="With a minus: that many earlier. Never past the deadline."
          narrow
          inputMode="numeric"
          value={days}
          onChange={({ target }) => setDays(target.value)}
        />
      )}
      {change === 'move' && (
        <MoveFields
          ids={parts[0] ?? []}
          to={to}
          why={text}
          onTo={(next) => {
            setTo(next);
            setLooked(null);
          }}
          onWhy={setText}
        />
      )}
      {change === 'move' && looked !== null && (
        <>
          <p className="mb-1 text-table font-semibold">What will happen</p>
          {looked.acts.length === 0 && <p className="mb-3 text-table text-soft">Nothing happens automatically and no message is sent.</p>}
          <ul className="mb-3">
            {looked.acts.map((act) => (
              <li key={`${act.key} ${act.what}`} className="border-t border-rule-soft py-1.5">
                <label className="flex items-baseline gap-2">
                  <input
                    type="checkbox"
                    checked={!leftOut.has(act.key)}
                    onChange={() => {
                      const next = new Set(leftOut);
                      if (!next.delete(act.key)) next.add(act.key);
                      setLeftOut(next);
                    }}
                  />
                  <span className={leftOut.has(act.key) ? 'text-soft line-through' : ''}>
                    {counted(act.count ?? 1, 'job')}: {act.what}
                    {act.outside && <span className="soon"> Sent outside the firm.</span>}
                  </span>
                </label>
              </li>
            ))}
          </ul>
          {looked.openAsks.asks > 0 && (
            <OpenAsks keep={keepAsks} onKeep={setKeepAsks}>
              {counted(looked.openAsks.jobs, 'job')} still {looked.openAsks.jobs === 1 ? 'asks' : 'ask'} something of the client,{' '}
              {counted(looked.openAsks.asks, 'ask')} in all.
            </OpenAsks>
          )}
          {noticesOf(looked).map((notice) => (
            <p key={notice} className="mb-2 border border-ochre bg-ochre-tint px-3 py-2 text-table">
              {notice}
            </p>
          ))}
        </>
      )}
    </Leaf>
  );
}

/** Where many jobs go: on by a phase each, to their end, or to a phase that those looked at have; and why, where it needs saying. */
function MoveFields({ ids, to, why, onTo, onWhy }: { ids: readonly string[]; to: string; why: string; onTo(to: string): void; onWhy(why: string): void }) {
  const { data: phases = [] } = useAsked(movesRoutes.phases, {}, { ids: [...ids] });
  return (
    <>
      <SelectField label="To" value={to} onChange={({ target }) => onTo(target.value)}>
        <option value={NEXT}>the next phase of each</option>
        {phases.map((phase) => (
          <option key={phase.key} value={phase.key}>
            {phase.name}
          </option>
        ))}
        <option value={END}>their end: the jobs are finished</option>
      </SelectField>
      {to !== NEXT && <TextField label="Why" hint="Needed where a job goes back or skips phases." value={why} onChange={({ target }) => onWhy(target.value)} />}
    </>
  );
}
