import { useState } from 'react';
import { formatHours, parseHours } from '@steady/core/money';
import { DONE_BY, type DayOfTask, type PhasePlan, TASK_ROLES, type TaskPlan } from '@steady/core/procedures';
import { useTeam } from '../../app/session';
import { ChoiceInput } from '../../ui/choice-input';
import { LongTextField, SelectField, TextField } from '../../ui/fields';
import { DONE_BY_WORDS } from './pieces';
import type { KnownFact } from '../rules';
import { ConditionLine } from './condition-line';

const lines = (text: string) => {
  const kept = text.split('\n').filter((line) => line.trim() !== '');
  return kept.length > 0 ? kept : undefined;
};

/** A length of time as it is typed; what cannot be read stays, with the fault. */
export function EstimateField({ minutes, onChange }: { minutes: number; onChange(minutes: number): void }) {
  const [text, setText] = useState(formatHours(minutes));
  const read = parseHours(text);
  return (
    <TextField
      label="Estimate"
      value={text}
      error={read === null ? 'Give a length of time, for example 1:30.' : undefined}
      onChange={({ target }) => {
        setText(target.value);
        const next = parseHours(target.value);
        if (next !== null) onChange(next);
      }}
    />
  );
}

/** One task of a procedure: whose, how long, when, what it waits for, what has to be checked. */
export function TaskFields({
  task,
  phases,
  facts,
  onChange,
}: {
  task: TaskPlan;
  phases: readonly PhasePlan[];
  facts: KnownFact[];
  onChange(next: TaskPlan): void;
}) {
  const { team } = useTeam();
  const set = (more: Partial<TaskPlan>) => onChange({ ...task, ...more });
  const others = phases.flatMap((phase) => phase.tasks).filter((other) => other.key !== task.key);
  const day = (which: 'start' | 'due', label: string) => {
    const of: DayOfTask | undefined = task[which];
    return (
      <div className="mb-3">
        <p className="mb-0.5 text-table font-semibold">{label}</p>
        <span className="flex items-center gap-1.5">
          <ChoiceInput
            className="field w-auto"
            aria-label={`${label} counted from`}
            value={of?.from ?? ''}
            onChange={({ target }) => set({ [which]: target.value ? { days: of?.days ?? 0, from: target.value as DayOfTask['from'] } : undefined })}
          >
            <option value="">as the estimates share out</option>
            <option value="start">working days after the start</option>
            <option value="target">working days before our target</option>
          </ChoiceInput>
          {of && (
            <input
              className="field w-16 text-right"
              aria-label={`${label}, working days`}
              inputMode="numeric"
              value={of.days}
              onChange={({ target }) => set({ [which]: { ...of, days: Number(target.value.replace(/\D/g, '')) || 0 } })}
            />
          )}
        </span>
      </div>
    );
  };
  return (
    <div className="border-l-2 border-kelp py-1 pl-3">
      <TextField label="Task" value={task.name} onChange={({ target }) => set({ name: target.value })} />
      <div className="grid grid-cols-3 gap-x-4 max-sm:grid-cols-1">
        <SelectField
          label="Whose"
          value={task.memberId ?? task.role}
          onChange={({ target }) => {
            const role = TASK_ROLES.find((one) => one === target.value);
            set(role ? { role, memberId: undefined } : { memberId: target.value });
          }}
        >
          {TASK_ROLES.map((role) => (
            <option key={role} value={role}>
              the client’s {role}
            </option>
          ))}
          {team.map((member) => (
            <option key={member.id} value={member.id}>
              {member.name}
            </option>
          ))}
        </SelectField>
        <EstimateField minutes={task.estimate} onChange={(estimate) => set({ estimate })} />
        <SelectField label="Ticked" value={task.doneBy ?? ''} onChange={({ target }) => set({ doneBy: (target.value || undefined) as TaskPlan['doneBy'] })}>
          <option value="">by hand</option>
          {DONE_BY.map((one) => (
            <option key={one} value={one}>
              {DONE_BY_WORDS[one]}
            </option>
          ))}
        </SelectField>
      </div>
      <div className="grid grid-cols-2 gap-x-4 max-sm:grid-cols-1">
        {day('start', 'Starts')}
        {day('due', 'Due')}
      </div>
      <div className="grid grid-cols-2 gap-x-4 max-sm:grid-cols-1">
        <fieldset className="mb-3">
          <legend className="mb-0.5 text-table font-semibold">Waits for</legend>
          <div className="max-h-28 overflow-y-auto border border-rule px-2 py-1 text-table">
            {others.length === 0 && <span className="text-soft">no other task yet</span>}
            {others.map((other) => (
              <label key={other.key} className="flex items-baseline gap-1.5">
                <input
                  type="checkbox"
                  checked={task.waitsFor?.includes(other.key) ?? false}
                  onChange={({ target }) => {
                    const rest = (task.waitsFor ?? []).filter((key) => key !== other.key);
                    set({ waitsFor: target.checked ? [...rest, other.key] : rest });
                  }}
                />
                {other.name || 'a task without a name'}
              </label>
            ))}
          </div>
        </fieldset>
        <LongTextField
          label="Checks, one on a line"
          hint="Each is ticked on its own, with who and when."
          value={task.checks?.join('\n') ?? ''}
          onChange={({ target }) => set({ checks: target.value === '' ? undefined : target.value.split('\n') })}
          onBlur={({ target }) => set({ checks: lines(target.value) })}
        />
        <LongTextField label="Advice" value={task.advice ?? ''} onChange={({ target }) => set({ advice: target.value || undefined })} />
        <LongTextField
          label="Links, one on a line"
          hint="An address, or words and an address: Packet form: https://…"
          value={task.links?.join('\n') ?? ''}
          onChange={({ target }) => set({ links: target.value === '' ? undefined : target.value.split('\n') })}
          onBlur={({ target }) => set({ links: lines(target.value) })}
        />
      </div>
      <ConditionLine of={task.onlyIf} facts={facts} what="the task" onChange={(onlyIf) => set({ onlyIf })} />
    </div>
  );
}
