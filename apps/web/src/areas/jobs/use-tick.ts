import * as jobsRoutes from '@steady/contract/jobs.routes';
import * as movesRoutes from '@steady/contract/moves.routes';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';
import { useNotify } from '../../ui/toasts';

/** Takes a move of one job back under the id it was kept under. @throws a sentence that says why it stays */
export async function takeMoveBack(batchId: string): Promise<void> {
  const { not } = await send(movesRoutes.undo, { id: batchId });
  if (not[0]) throw new StaysError(not[0].why);
}

/** Why something could not be taken back. */
export class StaysError extends Error {}

/** Says what came of a move of a job, with a way back as long as nothing has left the house. */
export function useMoved(): (said: string, batchId: string, mayUndo: boolean, also?: () => Promise<unknown>) => void {
  const notify = useNotify();
  const { act } = useAct();
  return (said, batchId, mayUndo, also) => {
    const back = async () => {
      try {
        await takeMoveBack(batchId);
        await also?.();
        notify('Undone: the job is where it was.');
      } catch (stays) {
        if (!(stays instanceof StaysError)) throw stays;
        notify(`It stays: ${stays.message}.`, 'problem');
      }
    };
    notify(said, 'done', mayUndo ? { act: () => void act(back) } : undefined);
  };
}

interface TickedTask {
  id: string;
  name: string;
  version: number;
}

/** Ticks a task, or takes its tick back, and says what came of it: the job moved on or finished, and what the client is asked no more. */
export function useTick(): (task: TickedTask, done: boolean, said?: string) => Promise<void> {
  const { act } = useAct();
  const notify = useNotify();
  const moved = useMoved();
  return (task, done, said) =>
    act(async () => {
      const batchId = crypto.randomUUID();
      const { finished, movedTo, mayUndo, askedNoMore } = await send(jobsRoutes.tick, { id: task.id }, { done, version: task.version, batchId });
      // The tick that brought the move about goes with it: the job would move on again.
      const untick = () => send(jobsRoutes.tick, { id: task.id }, { done: false, version: task.version + 1 });
      const asks = askedNoMore.length > 0 ? ` The client is not asked any more for: ${askedNoMore.join(', ')}.` : '';
      if (finished) moved(`Ticked ${task.name}. That was the last task: the job is finished.${asks}`, batchId, mayUndo, untick);
      else if (movedTo) moved(`Ticked ${task.name}. The job is now in ${movedTo}.`, batchId, mayUndo, untick);
      else if (said) notify(said);
    });
}
