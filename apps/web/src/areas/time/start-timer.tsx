import * as timerRoutes from '@steady/contract/timer.routes';
import { useState } from 'react';
import { send, useData } from '../../app/api';
import { useAct } from '../../app/use-act';
import { Confirm } from '../../ui/leaf';

interface Props {
  jobId: string;
  task: { id: string; name: string };
  /** What the task waits for; said, as the timer is early for it then. */
  waits: string;
  className?: string;
}

/** Starts the timer on a task. Where one runs elsewhere it is asked first: that one is stopped and recorded. */
export function StartTimer({ jobId, task, waits, className = '' }: Props) {
  const { act, busy } = useAct();
  const { data } = useData(timerRoutes.timer);
  const [asking, setAsking] = useState(false);
  const running = data?.timer ?? null;
  const start = () =>
    act(
      async () => {
        await send(timerRoutes.start, {}, { jobId, taskId: task.id });
        setAsking(false);
      },
      `The timer runs on ${task.name}.${waits ? ` It is early for it: it ${waits}.` : ''}`,
    );
  if (running?.taskId === task.id) return <span className="shrink-0 text-fine text-kelp">timer runs</span>;
  return (
    <>
      <button
        aria-label={`Start timer on ${task.name}`}
        className={`lnk shrink-0 text-kelp ${className}`}
        disabled={busy || !data}
        onClick={() => (running ? setAsking(true) : void start())}
      >
        Start timer
      </button>
      <Confirm
        open={asking}
        title="A timer runs already"
        act="Stop that one and start here"
        busy={busy}
        onClose={() => setAsking(false)}
        onYes={() => void start()}
      >
        {running && (
          <p>
            It runs on {running.task ? `“${running.task}”, ` : ''}
            {running.job}, {running.client}. It is stopped, what it counted is recorded there, and the timer starts on “{task.name}”.
          </p>
        )}
      </Confirm>
    </>
  );
}
