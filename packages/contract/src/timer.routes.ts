import type { StartTimer, TimerNow, TimerStopped } from './time';
import { a, get, post } from './route';

export const timer = get('/api/timer', 'record time', { answer: a<TimerNow>('TimerNow'), shows: ['timer'] });
export const start = post('/api/timer/start', 'record time', { input: a<StartTimer>('StartTimer') });
export const stop = post('/api/timer/stop', 'record time', { answer: a<TimerStopped>('TimerStopped') });
