import * as movesRoutes from '@steady/contract/moves.routes';
import { PRIORITIES, type Priority } from '@steady/core/jobs';
import { counted } from '@steady/core/words';
import type { ChangeJobs, ManyLookedAt } from '@steady/contract/moves';
import { useAsked } from '../../app/api';
import { SelectField, TextField } from '../../ui/fields';
import { PersonSelect } from '../../ui/person-select';
import { END, NEXT, NOBODY, type Particulars } from './bulk-change';
import { OpenAsks } from './open-asks';
import { noticesOf } from './summed-moves';

interface Props {
  what: Particulars;
  onSay(more: Partial<Particulars>): void;
}

/** What a change of many jobs wants to know, by its kind. @param ids some of the jobs, whose phases are offered */
export function BulkChangeFields({ change, ids, what, onSay }: Props & { change: ChangeJobs['change']; ids: readonly string[] }) {
  switch (change) {
    case 'people':
      return (
        <>
          <SelectField label="As" value={what.role} onChange={({ target }) => onSay({ role: target.value as Particulars['role'] })}>
            <option value="preparerId">preparer</option>
            <option value="managerId">manager</option>
            <option value="partnerId">partner</option>
          </SelectField>
          <PersonSelect
            label="Who"
            value={what.personId}
            onChange={({ target }) => onSay({ personId: target.value })}
            nobody="nobody: take off whoever it is"
            nobodyIs={NOBODY}
          />
        </>
      );
    case 'priority':
      return (
        <SelectField label="Priority" value={what.priority} onChange={({ target }) => onSay({ priority: target.value as Priority })}>
          {PRIORITIES.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </SelectField>
      );
    case 'status':
      return <TextField label="Our own status" hint="Left empty, it is removed." value={what.text} onChange={({ target }) => onSay({ text: target.value })} />;
    case 'hold':
      return <TextField label="Why" value={what.text} onChange={({ target }) => onSay({ text: target.value })} />;
    case 'dates':
      return (
        <TextField
          label="Working days later"
          hint="With a minus: that many earlier. Never past the deadline."
          narrow
          inputMode="numeric"
          value={what.days}
          onChange={({ target }) => onSay({ days: target.value })}
        />
      );
    case 'move':
      return <MoveFields ids={ids} to={what.to} why={what.text} onTo={(to) => onSay({ to })} onWhy={(text) => onSay({ text })} />;
    case 'resume':
      return null;
  }
}

/** What a move of many would bring about, each act to be left out. */
export function BulkLookedAt({ of, what, onSay }: Props & { of: ManyLookedAt }) {
  return (
    <>
      <p className="mb-1 text-table font-semibold">What will happen</p>
      {of.acts.length === 0 && <p className="mb-3 text-table text-soft">Nothing happens automatically and no message is sent.</p>}
      <ul className="mb-3">
        {of.acts.map((act) => (
          <li key={`${act.key} ${act.what}`} className="border-t border-rule-soft py-1.5">
            <label className="flex items-baseline gap-2">
              <input
                type="checkbox"
                checked={!what.leftOut.has(act.key)}
                onChange={() => {
                  const next = new Set(what.leftOut);
                  if (!next.delete(act.key)) next.add(act.key);
                  onSay({ leftOut: next });
                }}
              />
              <span className={what.leftOut.has(act.key) ? 'text-soft line-through' : ''}>
                {counted(act.count ?? 1, 'job')}: {act.what}
                {act.outside && <span className="soon"> Sent outside the firm.</span>}
              </span>
            </label>
          </li>
        ))}
      </ul>
      {of.openAsks.asks > 0 && (
        <OpenAsks keep={what.keepAsks} onKeep={(keepAsks) => onSay({ keepAsks })}>
          {counted(of.openAsks.jobs, 'job')} still {of.openAsks.jobs === 1 ? 'asks' : 'ask'} something of the client, {counted(of.openAsks.asks, 'ask')} in all.
        </OpenAsks>
      )}
      {noticesOf(of).map((notice) => (
        <p key={notice} className="mb-2 border border-ochre bg-ochre-tint px-3 py-2 text-table">
          {notice}
        </p>
      ))}
    </>
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
