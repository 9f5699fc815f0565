import * as jobsRoutes from '@steady/contract/jobs.routes';
import { formatHours } from '@steady/core/money';
import { readLink } from '@steady/core/procedures';
import type { JobView } from '@steady/contract/jobs';
import type { ChangeTask, TaskView } from '@steady/contract/tasks';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { dayInWords, momentInWords, waitedWords } from '../../ui/words';
import { DONE_BY_WORDS } from '../procedures';
import { StartTimer } from '../time';
import { DueInPlace, WhoInPlace } from './task-in-place';
import { useTick } from './use-tick';

interface Props {
  job: JobView;
  task: TaskView;
  /** Of the phase that the job is in. */
  current: boolean;
  onChange(): void;
}

const waitsOf = ({ waitsFor }: TaskView) => (waitsFor.length > 0 ? `waits for ${waitsFor.join(', ')}` : '');

/** A task of a job: ticked, changed and given away where it stands. */
export function TaskRow({ job, task, current, onChange }: Props) {
  const session = useSession();
  const tick = useTick();
  const { act } = useAct();
  const mayWork = session.may('do work') && job.status !== 'finished';
  const mayChange = mayWork && !task.doneAt;
  const late = !task.doneAt && task.dueOn < session.today ? 'late' : '';
  const change = (what: Pick<ChangeTask, 'assigneeId' | 'dueOn'>) =>
    void act(() => send(jobsRoutes.change, { id: task.id }, { ...what, version: task.version }), `Changed ${task.name}.`);
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
            <span className={late}>due {dayInWords(task.dueOn, session.day)}</span>
            <TaskTimer job={job} task={task} />
          </span>
        )}
        <Blocked of={task} mayChange={mayChange} />
        <TaskHelp job={job} task={task} current={current} />
      </td>
      <td className={task.assignee ? '' : 'late'}>{mayChange ? <WhoInPlace task={task} onSave={change} /> : (task.assignee ?? 'nobody yet')}</td>
      <td className="n max-sm:hidden!">
        {formatHours(task.recorded)} <span className="text-soft">of {formatHours(task.estimate)}</span>
      </td>
      <td className={`whitespace-nowrap max-sm:hidden ${late}`}>
        {mayChange ? <DueInPlace task={task} onSave={change} /> : dayInWords(task.dueOn, session.day)}
      </td>
      <td className="text-[12.5px] max-sm:hidden">
        <span className="flex items-baseline justify-between gap-2">
          <TaskNote job={job} task={task} current={current} />
          <TaskTimer job={job} task={task} shown={current ? '' : 'opacity-0 group-hover:opacity-100 focus-visible:opacity-100'} />
        </span>
      </td>
    </tr>
  );
}

/** Why a task cannot go on by itself, since when and for whom; it is unblocked there. */
function Blocked({ of: task, mayChange }: { of: TaskView; mayChange: boolean }) {
  const { day } = useSession();
  const { act, busy } = useAct();
  if (task.stuckReason === null || task.doneAt !== null) return null;
  return (
    <span className="block text-fine">
      <span className="late">
        blocked{task.stuckFor ? `, waits for ${task.stuckFor}` : ''}
        {task.stuckSince && `, ${waitedWords(task.stuckSince, day)}`}: {task.stuckReason}
      </span>{' '}
      {mayChange && (
        <button className="lnk" disabled={busy} onClick={() => void act(() => send(jobsRoutes.taskGoesOn, { id: task.id }), `${task.name} can go on.`)}>
          Unblock
        </button>
      )}
    </span>
  );
}

/** By whom and when it was done, or what it waits for. */
function TaskNote({ job, task, current }: Pick<Props, 'job' | 'task' | 'current'>) {
  const { day } = useSession();
  const said = () => {
    if (task.doneAt) return `${task.passedOver ? 'passed over' : 'done'} by ${task.doneBy}, ${momentInWords(task.doneAt, day)}`;
    if (task.doneByEvent === null || waitsOf(task) !== '' || (current && job.waitingSince && task.doneByEvent === null)) return waitsOf(task);
    return `ticked ${DONE_BY_WORDS[task.doneByEvent]}`;
  };
  return <span className="text-soft">{said()}</span>;
}

function TaskTimer({ job, task, shown }: Pick<Props, 'job' | 'task'> & { shown?: string }) {
  const session = useSession();
  if (task.doneAt || job.status === 'finished' || !session.may('record time')) return null;
  return <StartTimer jobId={job.id} task={task} waits={waitsOf(task)} className={shown} />;
}

/** What helps with a task: advice, links, and its checks to be ticked. */
function TaskHelp({ job, task, current }: Pick<Props, 'job' | 'task' | 'current'>) {
  const session = useSession();
  const { act } = useAct();
  const mayTick = session.may('do work') && job.status !== 'finished' && task.doneAt === null;
  return (
    <>
      {task.advice && current && !task.doneAt && <span className="block text-fine text-soft">{task.advice}</span>}
      {task.links.map((text) => {
        const link = readLink(text);
        if (link === null)
          return (
            <span key={text} className="block text-fine text-soft">
              {text}
            </span>
          );
        return (
          <a key={text} className="lnk block text-fine break-all" href={link.href} target="_blank" rel="noreferrer">
            {link.words}
          </a>
        );
      })}
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
                  disabled={!mayTick}
                  onChange={({ target }) => void act(() => send(jobsRoutes.check, { id: task.id }, { at, done: target.checked, version: task.version }))}
                />
                <span className={check.doneAt ? 'text-soft' : ''}>{check.words}</span>
                {check.doneAt && <span className="text-soft">{check.doneBy}</span>}
              </label>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
