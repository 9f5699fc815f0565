import { counted } from '../words';
import type { FilingRule } from './rule';

/** How long after the end of a period the firm wants its work done, where no filing rule says it; negative for before. */
export interface OwnDue {
  count: number;
  unit: 'days' | 'working days';
}

export const OWN_DATE = 'own-date';
/** To whom such a date is owed: nothing is filed. */
export const OWN_AUTHORITY = 'Our own date';

/**
 * "3 working days after the period", "on the last day of the period".
 *
 * @example ownDueInWords({ count: -3, unit: 'working days' }) // '3 working days before the end of the period'
 */
export function ownDueInWords({ count, unit }: OwnDue): string {
  if (count === 0) return 'on the last day of the period';
  return `${counted(Math.abs(count), unit === 'days' ? 'day' : 'working day')} ${count < 0 ? 'before the end of' : 'after'} the period`;
}

/**
 * The firm's own date as a rule, so that it is reckoned, explained and followed as every other deadline.
 *
 * @example dueDate(ownDate({ count: 10, unit: 'days' }), { start: civil('2026-03-01'), end: civil('2026-03-31') }, {}).due // '2026-04-10'
 */
export function ownDate(due: OwnDue): FilingRule {
  return {
    id: OWN_DATE,
    name: 'Our own date',
    kind: 'own',
    authority: OWN_AUTHORITY,
    country: null,
    appliesTo: { all: [] },
    rhythms: [],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '1900-01-01',
        steps: due.count === 0 ? [] : [due.unit === 'days' ? { do: 'add days', days: due.count } : { do: 'add working days', days: due.count }],
        whenClosed: due.count > 0 ? 'next working day' : 'working day before',
        source: `Our own date: ${ownDueInWords(due)}`,
      },
    ],
  };
}
