import * as jobsRoutes from '@steady/contract/jobs.routes';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';
import { useNotify } from '../../ui/toasts';

/** Ticks a task, or takes its tick back, and says what came of it: the job finished, and what the client is asked no more. */
export function useTick(): (task: { id: string; name: string; version: number }, done: boolean, said?: string) => Promise<void> {
  const { act } = useAct();
  const notify = useNotify();
  return (task, done, said) =>
    act(async () => {
      const { finished, askedNoMore } = await send(jobsRoutes.tick, { id: task.id }, { done, version: task.version });
      if (finished) notify(`The job is finished.${askedNoMore.length > 0 ? ` The client is not asked any more for: ${askedNoMore.join(', ')}.` : ''}`);
      else if (said) notify(said);
    });
}
