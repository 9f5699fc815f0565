import * as movesRoutes from '@steady/contract/moves.routes';
import { useState } from 'react';
import type { CivilDate } from '@steady/core/calendar';
import { counted } from '@steady/core/words';
import type { JobView, PhaseView } from '@steady/contract/jobs';
import type { TaskView } from '@steady/contract/tasks';
import { send } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { useRowKeys } from '../../ui/use-row-keys';
import { Moon } from '../../ui/moon';
import { dayInWords, dayOf, waitedWords } from '../../ui/words';
import { JobPrerequisitesList } from './prerequisites';
import { TaskLeaf } from './task-leaf';
import { TaskRow } from './task-row';

/** The phases of a job with their tasks: done, current, ahead. */
export function PhaseList({ job }: { job: JobView }) {
  useRowKeys();
  const [changing, setChanging] = useState<TaskView | null>(null);
  const [addingTo, setAddingTo] = useState<string | null>(null);
  const session = useSession();
  const mayAdd = session.may('do work') && job.status !== 'finished';
  const current = job.phases.find((phase) => phase.stands === 'current');
  useKeys(mayAdd && current ? [{ press: 'n k', does: 'new task in the current phase', act: () => setAddingTo(current.key) }] : []);
  return (
    <div className="sheet">
      <JobPrerequisitesList job={job} />
      {job.phases.map((phase) => (
        <Phase
          key={phase.key}
          job={job}
          phase={phase}
          onChange={setChanging}
          onAdd={mayAdd && phase.stands !== 'done' ? () => setAddingTo(phase.key) : undefined}
        />
      ))}
      {job.passedOver.map((phase) => (
        <p key={phase.name} className="border-b border-rule-soft px-3 py-2 text-table text-soft last:border-0">
          Passed over: {phase.name}, {phase.why}
        </p>
      ))}
      {changing && <TaskLeaf job={job} task={changing} onClose={() => setChanging(null)} />}
      {addingTo && <TaskLeaf job={job} task={null} phaseKey={addingTo} onClose={() => setAddingTo(null)} />}
    </div>
  );
}

interface PhaseProps {
  job: JobView;
  phase: PhaseView;
  onChange(task: TaskView): void;
  onAdd?: () => void;
}

function Phase({ job, phase, onChange, onAdd }: PhaseProps) {
  return (
    <section aria-label={phase.name}>
      <PhaseHead job={job} phase={phase} onAdd={onAdd} />
      <table className="ledger table-fixed" aria-label={`Tasks of ${phase.name}`}>
        <colgroup>
          <col className="w-11" />
          <col className="sm:w-[34%]" />
          <col className="w-24" />
          <col className="w-32 max-sm:hidden" />
          <col className="w-24 max-sm:hidden" />
          <col className="max-sm:hidden" />
        </colgroup>
        <tbody>
          {job.tasks
            .filter((task) => task.phaseKey === phase.key)
            .map((task) => (
              <TaskRow key={task.id} job={job} task={task} current={phase.stands === 'current'} onChange={() => onChange(task)} />
            ))}
        </tbody>
      </table>
    </section>
  );
}

/** Since when the job is in the phase, or when it left it. */
function sinceWhen(phase: PhaseView, day: CivilDate): string {
  if (phase.stands === 'done') return phase.doneAt ? `done ${dayInWords(dayOf(phase.doneAt).toString(), day)}` : '';
  if (phase.stands !== 'current' || !phase.enteredAt) return '';
  const waited = waitedWords(phase.enteredAt, day);
  const asks = phase.asksOpen ? `, ${counted(phase.asksOpen, 'ask')} of the client open` : '';
  return `here ${waited === 'today' ? 'since today' : `for ${waited}`}${asks}`;
}

function PhaseHead({ job, phase, onAdd }: Pick<PhaseProps, 'job' | 'phase' | 'onAdd'>) {
  const session = useSession();
  const { act } = useAct();
  const current = phase.stands === 'current';
  const mayApprove = current && phase.wantsApproval && !phase.approvedBy && job.status === 'open' && session.may('do work');
  return (
    <header className={`flex flex-wrap items-baseline gap-x-3 border-b border-rule px-3 pt-[9px] pb-[5px] ${current ? 'bg-[#fbf9f1]' : ''}`}>
      <h2 className={phase.stands === 'ahead' ? 'text-soft' : ''}>
        <Moon done={phase.done + phase.passedOver} of={phase.tasks} />
        {phase.name}
      </h2>
      <span className="text-table text-soft">
        {phase.done} of {counted(phase.tasks, 'task')}
        {phase.passedOver > 0 && `, ${phase.passedOver} passed over`}
      </span>
      {phase.approvedBy && <span className="good text-table">approved by {phase.approvedBy}</span>}
      {current && job.goesOnOn && <span className="soon text-table">goes on {dayInWords(job.goesOnOn, session.day)}</span>}
      {current && phase.wants && <span className="soon text-table">{phase.wants}</span>}
      {mayApprove && (
        <button
          className="lnk text-table"
          onClick={() => void act(() => send(movesRoutes.approve, { id: job.id }, { version: job.version }), `Approved ${phase.name}.`)}
        >
          Approve
        </button>
      )}
      <span className="ml-auto flex items-baseline gap-4 text-table text-soft">
        {sinceWhen(phase, session.day)}
        {onAdd && (
          <button className="lnk" aria-label={`Add a task to ${phase.name}`} onClick={onAdd}>
            Add a task
          </button>
        )}
      </span>
    </header>
  );
}
