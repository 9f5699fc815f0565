import * as jobsRoutes from '@steady/contract/jobs.routes';
import { Link } from 'react-router';
import { civil } from '@steady/core/calendar';
import { formatHours } from '@steady/core/money';
import type { First, TodayTask } from '@steady/contract/today';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DueWords } from '../../ui/due';
import { StartTimer } from '../time';
import { AndMore } from '../today';
import { DueInPlace } from './task-in-place';
import { useTick } from './use-tick';

/** One's own open tasks in their order, ticked, re-dated and timed in place. */
export function MyTasks({ tasks }: { tasks: First<TodayTask> }) {
  const session = useSession();
  const { act } = useAct();
  const tick = useTick();
  if (tasks.count === 0) return <div className="sheet px-4 py-4 text-soft">No task of yours is open now.</div>;
  return (
    <div className="sheet">
      <table className="ledger" aria-label="My tasks">
        <tbody>
          {tasks.rows.map((task) => (
            <tr key={task.id}>
              <td className="w-8">
                <input
                  type="checkbox"
                  className="size-3.5 align-[-2px]"
                  checked={false}
                  aria-label={`${task.name}: done`}
                  onChange={() => void tick(task, true, `Ticked ${task.name}.`)}
                />
              </td>
              <td>
                <Link to={`/jobs/${task.jobId}`} className="hover:underline">
                  {task.name}
                </Link>
              </td>
              <td>
                {task.client}
                <span className="text-soft max-md:hidden">, {task.job}</span>
                <span className="block text-fine text-soft md:hidden">{task.job}</span>
              </td>
              <td className="n text-soft max-sm:hidden!">{formatHours(task.estimate)}</td>
              <td className={civil(task.dueOn).until(session.day).days > 0 && !task.waits ? '' : 'text-soft'}>
                <span className="flex justify-between gap-x-4 max-sm:flex-col">
                  <span>
                    {task.blocked !== null && <span className="late">blocked: {task.blocked}</span>}
                    {task.blocked === null && (task.waits ? `waits for ${task.waits}` : <DueWords due={task.dueOn} />)}
                    {task.why && !task.waits && task.blocked === null && !/due/.test(task.why) && <span className="soon">, {task.why}</span>}
                  </span>
                  <span className="whitespace-nowrap max-sm:text-fine">
                    <DueInPlace
                      task={task}
                      onSave={({ dueOn }) =>
                        void act(() => send(jobsRoutes.change, { id: task.id }, { dueOn, version: task.version }), `${task.name} is due on another day now.`)
                      }
                    />
                  </span>
                </span>
              </td>
              <td className="n">
                <StartTimer jobId={task.jobId} task={task} waits={task.waits ? `waits for ${task.waits}` : ''} />
              </td>
            </tr>
          ))}
          <AndMore of={tasks} across={6} />
        </tbody>
      </table>
    </div>
  );
}
