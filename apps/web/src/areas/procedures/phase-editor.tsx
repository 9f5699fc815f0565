import { Copy, X } from 'lucide-react';
import { useState } from 'react';
import { formatHours } from '@steady/core/money';
import { COMPLETIONS, type Completion, type PhasePlan, dayOfPlanInWords } from '@steady/core/procedures';
import { counted } from '@steady/core/words';
import { SelectField, TextField, TickField } from '../../ui/fields';
import { PersonSelect } from '../../ui/person-select';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import type { KnownFact } from '../rules';
import { ActionFields } from './action-fields';
import { ConditionLine, wordsOf } from './condition-line';
import { DayOfPlanLine } from './day-of-plan';
import { COMPLETION_WORDS, copyOfTask, newTask } from './pieces';
import { RequestPlans } from './request-plans';
import { TaskFields } from './task-fields';

/** A phase in one line: who enters it, what is done in it, what happens by itself, when it is complete. */
export function phaseInWords(phase: PhasePlan, facts: readonly KnownFact[], nameOf: (id: string) => string): string {
  const minutes = phase.tasks.reduce((sum, task) => sum + task.estimate, 0);
  const acts = (phase.onEntry?.length ?? 0) + (phase.onDone?.length ?? 0);
  return [
    phase.opens ? `begins ${dayOfPlanInWords(phase.opens, 'the phase before is done')}` : null,
    phase.onlyIf ? `only if ${wordsOf(phase.onlyIf, facts)}` : null,
    phase.tasks.length > 0 ? `${counted(phase.tasks.length, 'task')}, ${formatHours(minutes)}` : 'no tasks',
    phase.memberId ? `${nameOf(phase.memberId)} answers for it` : null,
    phase.requests ? `${counted(phase.requests.length, 'request')} to the client` : null,
    acts > 0 ? `${counted(acts, 'automatic action')}` : null,
    phase.completion && phase.completion !== 'tasks' ? `complete when ${COMPLETION_WORDS[phase.completion]}` : null,
    phase.asks ? 'asks before it moves on' : null,
  ]
    .filter(Boolean)
    .join('; ');
}

/** One phase worked down: entry rule, tasks, request, actions, when it is complete. */
export function PhaseEditor({
  phase,
  phases,
  facts,
  onChange,
}: {
  phase: PhasePlan;
  phases: readonly PhasePlan[];
  facts: KnownFact[];
  onChange(next: PhasePlan): void;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const set = (more: Partial<PhasePlan>) => onChange({ ...phase, ...more });
  const branches = [...new Set(phases.flatMap((one) => (one.branch ? [one.branch] : [])))];
  return (
    <div className="border-t border-rule-soft px-4 pt-3 pb-4">
      <div className="grid grid-cols-2 gap-x-4 max-sm:grid-cols-1">
        <TextField label="Phase" value={phase.name} onChange={({ target }) => set({ name: target.value })} />
        <div>
          <TextField
            label="One of a branch"
            list="branches"
            hint="Phases of one branch exclude each other: every client is meant to take exactly one."
            value={phase.branch ?? ''}
            onChange={({ target }) => set({ branch: target.value || undefined })}
          />
          <datalist id="branches">
            {branches.map((branch) => (
              <option key={branch} value={branch} />
            ))}
          </datalist>
        </div>
      </div>
      <div className="max-w-96">
        <PersonSelect
          label="Answers for it"
          hint="Its tasks are theirs, but for those that name somebody else."
          nobody="Nobody by name: as each client’s people are"
          value={phase.memberId ?? ''}
          onChange={({ target }) => set({ memberId: target.value || undefined })}
        />
      </div>
      {phases[0]?.key !== phase.key && (
        <p>
          <DayOfPlanLine of={phase.opens} what="the phase" that="the phase before is done" onChange={(opens) => set({ opens })} />
        </p>
      )}
      <ConditionLine of={phase.onlyIf} facts={facts} what="the phase" onChange={(onlyIf) => set({ onlyIf })} />
      <p className="mt-3 mb-0.5 text-table font-semibold">Tasks</p>
      <Ordered ids={phase.tasks.map((one) => one.key)} onMove={(from, to) => set({ tasks: moved(phase.tasks, from, to) })}>
        <ol aria-label={`Tasks of ${phase.name}`}>
          {phase.tasks.map((task, index) => (
            <OrderedRow key={task.key} id={task.key} className="border-t border-rule-soft py-1 text-table">
              <div className="flex items-center gap-2">
                <Grip name={task.name || 'the new task'} />
                <button
                  type="button"
                  className="min-w-0 flex-1 text-left hover:underline"
                  aria-expanded={open === task.key}
                  onClick={() => setOpen(open === task.key ? null : task.key)}
                >
                  {task.name || <span className="soon">a task without a name</span>}
                </button>
                <span className="text-soft">
                  {task.role}, {formatHours(task.estimate)}
                  {task.checks ? `, ${counted(task.checks.length, 'check')}` : ''}
                  {task.onlyIf ? `, only if ${wordsOf(task.onlyIf, facts)}` : ''}
                </span>
                <button
                  type="button"
                  className="p-0.5 text-soft hover:text-ink"
                  aria-label={`Copy the task ${task.name}`}
                  title="Copy"
                  onClick={() => set({ tasks: phase.tasks.toSpliced(index + 1, 0, copyOfTask(task, phases)) })}
                >
                  <Copy aria-hidden className="size-3.5" />
                </button>
                <button
                  type="button"
                  className="p-0.5 text-soft hover:text-ink"
                  aria-label={`Remove the task ${task.name}`}
                  title="Remove"
                  onClick={() => set({ tasks: phase.tasks.filter((_, at) => at !== index) })}
                >
                  <X aria-hidden className="size-3.5" />
                </button>
              </div>
              {open === task.key && (
                <TaskFields
                  task={task}
                  phases={phases}
                  facts={facts}
                  onChange={(next) => set({ tasks: phase.tasks.map((one, at) => (at === index ? next : one)) })}
                />
              )}
            </OrderedRow>
          ))}
        </ol>
      </Ordered>
      <button
        type="button"
        className="lnk text-table"
        onClick={() => {
          const task = newTask(phases);
          set({ tasks: [...phase.tasks, task] });
          setOpen(task.key);
        }}
      >
        Add a task
      </button>
      <RequestPlans of={phase.requests ?? []} facts={facts} onChange={(requests) => set({ requests: requests.length > 0 ? requests : undefined })} />
      <ActionFields
        label="Automatically on entry"
        that="the phase is entered"
        actions={phase.onEntry ?? []}
        requests={phase.requests ?? []}
        facts={facts}
        onChange={(onEntry) => set({ onEntry })}
      />
      <ActionFields
        label="Automatically when it is done"
        that="the phase is done"
        actions={phase.onDone ?? []}
        requests={phase.requests ?? []}
        facts={facts}
        onChange={(onDone) => set({ onDone })}
      />
      <div className="mt-3 grid grid-cols-2 items-end gap-x-4 max-sm:grid-cols-1">
        <SelectField label="It is complete when" value={phase.completion ?? 'tasks'} onChange={({ target }) => set({ completion: target.value as Completion })}>
          {COMPLETIONS.map((one) => (
            <option key={one} value={one}>
              {COMPLETION_WORDS[one]}
            </option>
          ))}
        </SelectField>
        <div className="mb-3">
          <TickField label="Ask me before it moves on" checked={phase.asks ?? false} onChange={({ target }) => set({ asks: target.checked || undefined })} />
        </div>
      </div>
    </div>
  );
}
