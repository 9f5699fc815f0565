import type { ScheduleEffect } from './almanac';
import type { ChangeClient, ChangeClientStatus } from './clients';
import type { AddServiceLine, ChangeServiceLine, PauseLine, ResumeLine, StopLine } from './lines';
import type { BringIn } from './imports';
import type { KeepRule } from './rules';
import type { KeepService } from './services';
import { a, post } from './route';

export const client = post('/api/clients/:id/effect', 'change clients', {
  input: a<ChangeClient>('ChangeClient'),
  answer: a<ScheduleEffect>('ScheduleEffect'),
});
export const standing = post('/api/clients/:id/standing/effect', 'change clients', {
  input: a<ChangeClientStatus>('ChangeClientStatus'),
  answer: a<ScheduleEffect>('ScheduleEffect'),
});
export const newLine = post('/api/clients/:id/lines/effect', 'change clients', {
  input: a<AddServiceLine>('AddServiceLine'),
  answer: a<ScheduleEffect>('ScheduleEffect'),
});
export const line = post('/api/lines/:id/effect', 'change clients', {
  input: a<ChangeServiceLine>('ChangeServiceLine'),
  answer: a<ScheduleEffect>('ScheduleEffect'),
});
export const pause = post('/api/lines/:id/pause/effect', 'change clients', { input: a<PauseLine>('PauseLine'), answer: a<ScheduleEffect>('ScheduleEffect') });
export const resume = post('/api/lines/:id/resume/effect', 'change clients', {
  input: a<ResumeLine>('ResumeLine'),
  answer: a<ScheduleEffect>('ScheduleEffect'),
});
export const stop = post('/api/lines/:id/stop/effect', 'change clients', { input: a<StopLine>('StopLine'), answer: a<ScheduleEffect>('ScheduleEffect') });
export const service = post('/api/services/:id/effect', 'change services', {
  input: a<KeepService>('KeepService'),
  answer: a<ScheduleEffect>('ScheduleEffect'),
});
/** Of a rule as it is being written: for one of the firm's own, or for a copy in the place of a shipped one. */
export const rule = post('/api/rules/:id/effect', 'change services', {
  input: a<KeepRule>('KeepRule'),
  answer: a<ScheduleEffect>('ScheduleEffect'),
  text: ['id'],
});
/** Of a file of clients, before it is brought in. */
export const file = post('/api/imports/:id/effect', 'change clients', { input: a<BringIn>('BringIn'), answer: a<ScheduleEffect>('ScheduleEffect') });
