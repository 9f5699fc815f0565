import { useEffect } from 'react';
import { refresh } from './api';

const TOGETHER = 120;

/** Keeps open pages current: when the server says that something happened, what is shown is read again. */
export function useLive(): void {
  useEffect(() => {
    const source = new EventSource('/api/live');
    let timer: number | undefined;
    const again = () => {
      window.clearTimeout(timer);
      timer = window.setTimeout(() => void refresh(), TOGETHER);
    };
    source.addEventListener('happened', again);
    return () => {
      window.clearTimeout(timer);
      source.close();
    };
  }, []);
}
