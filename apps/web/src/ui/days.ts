import { createContext } from 'react';

/** What days are counted from, and how the firm’s country writes them. */
export const DaysContext = createContext<{ today: string; country: string } | null>(null);
