import { sql } from 'drizzle-orm';
import { THING_STATES } from '@steady/core/asks';
import type { ListField } from '../../platform/lists';
import { lastSentAbout } from '../post';
import { personField } from '../team';

/** The fields of a thing `m` of the client `c` and the job `j`, whose last safe day stands in `s`. */
export const missingFields: ListField[] = [
  { key: 'what', name: 'What', kind: 'text', value: sql`m.what`, sort: sql`m.what collate "unicode"` },
  { key: 'state', name: 'Status', kind: 'choice', choices: THING_STATES, value: sql`m.state` },
  { key: 'client', name: 'Client', kind: 'text', value: sql`c.name`, sort: sql`c.name collate "unicode"` },
  { key: 'job', name: 'Job', kind: 'text', value: sql`j.name`, sort: sql`j.name collate "unicode"` },
  { key: 'request', name: 'Request', kind: 'text', value: sql`m.title` },
  { key: 'since', name: 'Since', kind: 'date', value: sql`m.since::date`, sort: sql`m.since` },
  { key: 'happened', name: 'What happened', kind: 'text', value: sql`m.why` },
  { key: 'next', name: 'Next', kind: 'date', value: sql`m.next_on` },
  { key: 'wanted', name: 'Wanted by', kind: 'date', value: sql`m.wanted_by` },
  { key: 'asked', name: 'Asked', kind: 'date', value: sql`m.asked_at::date`, sort: sql`m.asked_at` },
  { key: 'askedBy', name: 'Asked by', kind: 'text', value: sql`m.asked_by` },
  { key: 'written', name: 'Last written', kind: 'date', value: sql`${lastSentAbout(sql`'ask ' || m.ask_id`)}::date` },
  { key: 'promised', name: 'Promised for', kind: 'date', value: sql`m.promised_for` },
  { key: 'deadline', name: 'Deadline', kind: 'date', value: sql`j.due_on` },
  { key: 'safe', name: 'Last safe day', kind: 'date', value: sql`s.safe` },
  { key: 'way', name: 'Works', kind: 'choice', choices: ['online', 'paper'], value: sql`c.way` },
  personField('preparer', 'Preparer', 'coalesce(j.preparer_id, c.preparer_id)'),
  personField('manager', 'Manager', 'coalesce(j.manager_id, c.manager_id)'),
  personField('partner', 'Partner', 'coalesce(j.partner_id, c.partner_id)'),
];
