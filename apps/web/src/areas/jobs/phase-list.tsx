import * as jobsRoutes from '@steady/contract/jobs.routes';
import * as movesRoutes from '@steady/contract/moves.routes';
import * as timerRoutes from '@steady/contract/timer.routes';
import { useState } from 'react';
import { formatHours } from '@steady/core/money';
import { counted } from '@steady/core/words';
import type { JobView, PhaseView } from '@steady/contract/jobs';
import type { ChangeTask, TaskView } from '@steady/contract/tasks';
import { send } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Moon } from '../../ui/moon';
import { dayInWords, dayOf, momentInWords, waitedWords } from '../../ui/words';
import { DONE_BY_WORDS } from '../procedures/pieces';
import { DueInPlace, WhoInPlace } from './task-in-place';
import { TaskLeaf } from './task-leaf';
import { useTick } from './use-tick';

/** The phases of a job with their tasks: done, current, ahead. */
export function PhaseList({ job }: { job: JobView }) {
  const [changing, setChanging] = useState<TaskView | null>(null);
  const [addingTo, setAddingTo] = useState<string | null>(null);
  const session = useSession();
  const mayAdd = session.may('do work') && job.status !== 'finished';
  const current = job.phases.find((phase) => phase.stands === 'current');
  useKeys(mayAdd && current ? [{ press: 'n k', does: 'new task in the current phase', act: () => setAddingTo(current.key) }] : []);
  return (
    <div className="sheet">
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

function Phase({ job, phase, onChange, onAdd }: { job: JobView; phase: PhaseView; onChange(task: TaskView): void; onAdd?: () => void }) {
  const session = useSession();
  const { act } = useAct();
  const { day } = session;
  const tasks = job.tasks.filter((task) => task.phaseKey === phase.key);
  const beside =
    phase.stands === 'done'
      ? phase.doneAt && `done ${dayInWords(dayOf(phase.doneAt).toString(), day)}`
      : phase.stands === 'current' && phase.enteredAt
        ? `here ${waitedWords(phase.enteredAt, day) === 'today' ? 'since today' : `for ${waitedWords(phase.enteredAt, day)}`}${phase.asksOpen ? `, ${counted(phase.asksOpen, 'ask')} of the client open` : ''}`
        : '';
  return (
    <section aria-label={phase.name}>
      <header
        className={`flex flex-wrap items-baseline gap-x-3 border-b border-rule px-3 pt-[9px] pb-[5px] ${phase.stands === 'current' ? 'bg-[#fbf9f1]' : ''}`}
      >
        <h2 className={phase.stands === 'ahead' ? 'text-soft' : ''}>
          <Moon done={phase.done} of={phase.tasks} />
          {phase.name}
        </h2>
        <span className="text-table text-soft">
          {phase.done} of {counted(phase.tasks, 'task')}
        </span>
        {phase.approvedBy && <span className="good text-table">approved by {phase.approvedBy}</span>}
        {phase.stands === 'current' && phase.wants && <span className="soon text-table">{phase.wants}</span>}
        {phase.stands === 'current' && phase.wantsApproval && !phase.approvedBy && job.status === 'open' && session.may('do work') && (
          <button
            className="lnk text-table"
            onClick={() => void act(() => send(movesRoutes.approve, { id: job.id }, { version: job.version }), `Approved ${phase.name}.`)}
          >
            Approve
          </button>
        )}
        <span className="ml-auto flex items-baseline gap-4 text-table text-soft">
          {beside}
          {onAdd && (
            <button className="lnk" aria-label={`Add a task to ${phase.name}`} onClick={onAdd}>
              Add a task
            </button>
          )}
        </span>
      </header>
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
          {tasks.map((task) => (
            <Task key={task.id} job={job} task={task} current={phase.stands === 'current'} onChange={() => onChange(task)} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Task({ job, task, current, onChange }: { job: JobView; task: TaskView; current: boolean; onChange(): void }) {
  const session = useSession();
  const tick = useTick();
  const { act } = useAct();
  const mayWork = session.may('do work') && job.status !== 'finished';
  const waits = task.waitsFor.length > 0 ? `waits for ${task.waitsFor.join(', ')}` : '';
  const note = task.passedOver
    ? `passed over by ${task.doneBy}, ${momentInWords(task.doneAt!, session.day)}`
    : task.doneAt
      ? `done by ${task.doneBy}, ${momentInWords(task.doneAt, session.day)}`
      : current && job.waitingSince && task.doneByEvent === null
        ? waits
        : waits || (task.doneByEvent === null ? '' : `ticked ${DONE_BY_WORDS[task.doneByEvent]}`);
  const late = !task.doneAt && task.dueOn < session.today;
  const change = (what: Pick<ChangeTask, 'assigneeId' | 'dueOn'>) =>
    void act(() => send(jobsRoutes.change, { id: task.id }, { ...what, version: task.version }), `Changed ${task.name}.`);
  const timer = (shown: string) =>
    !task.doneAt &&
    session.may('record time') &&
    job.status !== 'finished' && (
      <button
        className={`lnk shrink-0 text-kelp ${shown}`}
        onClick={() =>
          void act(
            () => send(timerRoutes.start, {}, { jobId: job.id, taskId: task.id }),
            `The timer runs on ${task.name}.${waits ? ` It is early for it: it ${waits}.` : ''}`,
          )
        }
      >
        Start timer
      </button>
    );
  return (
    <tr className={`group ${task.doneAt ? 'text-soft' : ''}`}>
      <td className="pl-3.5!">
        <input
          type="checkbox"
          className="size-3.5 align-[-2px]"
          aria-label={`${task.name}: done`}
          checked={task.doneAt !== null}
          disabled={!mayWork || task.doneByEvent === 'filed'}
          onChange={(event) => void tick(task, event.target.checked)}
        />
      </td>
      <td>
        {mayWork ? (
          <button className="text-left hover:underline" onClick={onChange} title="Change it: who, when, how long">
            {task.name}
          </button>
        ) : (
          task.name
        )}
        {!task.doneAt && (
          <span className="flex items-baseline justify-between gap-2 text-fine text-soft sm:hidden">
            <span className={late ? 'late' : ''}>due {dayInWords(task.dueOn, session.day)}</span>
            {timer('')}
          </span>
        )}
        {task.advice && current && !task.doneAt && <span className="block text-fine text-soft">{task.advice}</span>}
        {task.links.map((link) => (
          <a key={link} className="lnk block text-fine break-all" href={/^https?:\/\//.test(link) ? link : `https://${link}`} target="_blank" rel="noreferrer">
            {link}
          </a>
        ))}
        {task.checks.length > 0 && (
          <ul className="mt-0.5">
            {task.checks.map((check, at) => (
              <li key={check.words}>
                <label
                  className="flex items-baseline gap-1.5 text-fine"
                  title={check.doneAt ? `${check.doneBy}, ${momentInWords(check.doneAt, session.day)}` : undefined}
                >
                  <input
                    type="checkbox"
                    checked={check.doneAt !== null}
                    disabled={!mayWork || task.doneAt !== null}
                    onChange={({ target }) => void act(() => send(jobsRoutes.check, { id: task.id }, { at, done: target.checked, version: task.version }))}
                  />
                  <span className={check.doneAt ? 'text-soft' : ''}>{check.words}</span>
                  {check.doneAt && <span className="text-soft">{check.doneBy}</span>}
                </label>
              </li>
            ))}
          </ul>
        )}
      </td>
      <td className={task.assignee ? '' : 'late'}>{mayWork && !task.doneAt ? <WhoInPlace task={task} onSave={change} /> : (task.assignee ?? 'nobody yet')}</td>
      <td className="n max-sm:hidden!">
        {formatHours(task.recorded)} <span className="text-soft">of {formatHours(task.estimate)}</span>
      </td>
      <td className={`whitespace-nowrap max-sm:hidden ${late ? 'late' : ''}`}>
        {mayWork && !task.doneAt ? <DueInPlace task={task} onSave={change} /> : dayInWords(task.dueOn, session.day)}
      </td>
      <td className="text-[12.5px] max-sm:hidden">
        <span className="flex items-baseline justify-between gap-2">
          <span className="text-soft">{note}</span>
          {timer(current ? '' : 'opacity-0 group-hover:opacity-100 focus-visible:opacity-100')}
        </span>
      </td>
    </tr>
  );
}
