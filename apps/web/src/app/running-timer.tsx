import * as timerRoutes from '@steady/contract/timer.routes';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { Temporal } from '@steady/core/calendar';
import { formatHours } from '@steady/core/money';
import type { TimerView } from '@steady/contract/time';
import { useNotify } from '../ui/toasts';
import { send, useData } from './api';
import { useKeys } from './keys';

/** Minutes since the timer started. The server's clock may be set to another day, so only the time passed since its answer is counted here. */
function useMinutes(timer: TimerView | null, now: string | null): number {
  const [since, setSince] = useState(0);
  useEffect(() => {
    const learned = performance.now();
    const count = () => setSince((performance.now() - learned) / 60_000);
    count();
    const interval = window.setInterval(count, 15_000);
    return () => window.clearInterval(interval);
  }, [now]);
  if (!timer || !now) return 0;
  // A clock set back after it was started does not count backwards.
  return Math.max(0, Math.round(Temporal.Instant.from(timer.startedAt).until(Temporal.Instant.from(now)).total('minutes') + since));
}

/** The running timer in the contents line: how long, on what; pressing it goes there, `t` stops it. */
export function RunningTimer() {
  const notify = useNotify();
  const { data } = useData(timerRoutes.timer);
  const timer = data?.timer ?? null;
  const minutes = useMinutes(timer, data?.now ?? null);
  const stop = async () => {
    const { minutes: recorded } = await send(timerRoutes.stop, {});
    if (recorded !== null) notify(`Stopped. ${formatHours(recorded)} recorded.`);
  };
  useKeys(timer ? [{ press: 't', does: 'stop the timer', act: () => void stop() }] : []);
  if (!timer) return null;
  return (
    <span className="flex items-baseline gap-2 font-semibold text-kelp">
      <Link
        to={`/jobs/${timer.jobId}`}
        className="inline-block max-w-56 truncate align-bottom max-xl:max-w-40 max-sm:max-w-16"
        title={`${timer.client}, ${timer.job}${timer.task ? `, ${timer.task}` : ''}`}
      >
        {formatHours(minutes)}
        <span className="max-sm:hidden"> · {timer.client}</span>
      </Link>
      <button className="lnk text-fine" onClick={() => void stop()} title="Stop the timer (t)">
        Stop
      </button>
    </span>
  );
}
