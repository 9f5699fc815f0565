import * as liveRoutes from '@steady/contract/live.routes';
import { useEffect, useState } from 'react';
import { addressOf, refresh, refreshFor } from './api';

const TOGETHER = 120;
const PROGRESS = 'steady-progress';

interface Progress {
  of: string;
  done: number;
  total: number;
}

/** Keeps open pages current: when the server says that something happened, what is shown is read again. */
export function useLive(): void {
  useEffect(() => {
    const source = new EventSource(addressOf(liveRoutes.live));
    let timer: number | undefined;
    let told: { id: string; topics: string[] }[] = [];
    source.addEventListener('happened', (event: MessageEvent<string>) => {
      told.push(JSON.parse(event.data) as { id: string; topics: string[] });
      window.clearTimeout(timer);
      timer = window.setTimeout(() => {
        for (const notice of told) void refreshFor(notice);
        told = [];
      }, TOGETHER);
    });
    // What happened while the line was cut is not told: all is read again when it is back.
    let cut = false;
    source.addEventListener('error', () => (cut = true));
    source.addEventListener('open', () => {
      if (cut) void refresh();
      cut = false;
    });
    source.addEventListener('progress', (event: MessageEvent<string>) =>
      window.dispatchEvent(new CustomEvent(PROGRESS, { detail: JSON.parse(event.data) as Progress })),
    );
    return () => {
      window.clearTimeout(timer);
      source.close();
    };
  }, []);
}

/** How far something long has come, while the server tells of it; null before the first word. */
export function useProgress(of: string): { done: number; total: number } | null {
  const [step, setStep] = useState<Progress | null>(null);
  useEffect(() => {
    const take = (event: Event) => {
      const told = (event as CustomEvent<Progress>).detail;
      if (told.of === of) setStep(told);
    };
    window.addEventListener(PROGRESS, take);
    return () => window.removeEventListener(PROGRESS, take);
  }, [of]);
  return step;
}
