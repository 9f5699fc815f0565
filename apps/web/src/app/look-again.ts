import { useEffect } from 'react';
import { refresh } from './api';

const EVERY = 20_000;

/** While something holds that ends by itself, what is shown is read again now and then, so that its end is seen. */
export function useLookAgain(holds: boolean): void {
  useEffect(() => {
    if (!holds) return;
    const timer = window.setInterval(() => void refresh(), EVERY);
    return () => window.clearInterval(timer);
  }, [holds]);
}
