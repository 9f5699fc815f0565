import type { Priority } from '@steady/core/jobs';
import type { ChangeJobs } from '@steady/contract/moves';

/** Where they go besides a phase by its key. */
export const NEXT = '';
export const END = '-';
/** Takes off whoever it is. */
export const NOBODY = '-';

/** What is said of a change of many jobs; each kind of change reads its own part. */
export interface Particulars {
  role: NonNullable<ChangeJobs['role']>;
  /** A person, `NOBODY`, or empty as long as neither was chosen. */
  personId: string;
  priority: Priority;
  /** Why, or our own status. */
  text: string;
  /** Working days as they were typed. */
  days: string;
  /** A phase by its key, `NEXT` or `END`. */
  to: string;
  /** Keys of automatic actions that are not carried out. */
  leftOut: ReadonlySet<string>;
  keepAsks: boolean;
}

export const NOTHING_SAID: Particulars = {
  role: 'preparerId',
  personId: '',
  priority: 'first',
  text: '',
  days: '5',
  to: NEXT,
  leftOut: new Set(),
  keepAsks: false,
};

export const asKey = (to: string): { to?: string | null } => (to === NEXT ? {} : { to: to === END ? null : to });

/** What has still to be said before a change is carried out; null where nothing is missing. */
export const lacking = (change: ChangeJobs['change'], { personId }: Particulars): string | null =>
  change === 'people' && personId === '' ? 'Choose who it is to be, or nobody.' : null;

/** What is sent for a kind of change: its own particulars alone. */
export function asSent(change: ChangeJobs['change'], of: Particulars): Partial<ChangeJobs> {
  const why = of.text.trim() ? { text: of.text } : {};
  switch (change) {
    case 'people':
      return { role: of.role, personId: of.personId === NOBODY ? null : of.personId };
    case 'priority':
      return { priority: of.priority };
    case 'status':
      return why;
    case 'dates':
      // A minus sign is typed as a hyphen or as itself.
      return { days: Number(of.days.replace('\u2212', '-')) };
    case 'move':
      return { leaveOut: [...of.leftOut], ...(of.keepAsks ? { keepAsks: true } : {}), ...asKey(of.to), ...why };
    case 'hold':
      return { text: of.text };
    case 'resume':
      return {};
  }
}
