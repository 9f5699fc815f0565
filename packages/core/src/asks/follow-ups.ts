import { type CivilDate, type WorkingCalendar, addWorkingDays, civil } from '../calendar';
import { type ForUs, isQuestion } from './standing';
import type { AskState } from './states';

/** How the firm follows up what clients do not send: so many working days after they were written to last, so many times. */
export interface FollowUpRules {
  isOn: boolean;
  everyDays: number;
  most: number;
  /** Bills that are not paid are reminded by the same rules. */
  bills?: boolean;
}

/** What decides whether a client is followed up about an ask. */
export interface FollowedUp {
  state: AskState;
  forUs: readonly Pick<ForUs, 'key'>[];
  /** Somebody has stopped its follow-ups. */
  isStopped: boolean;
  /** Since when a letter that asks again waits to be printed, for a client on paper; null where none does. */
  letterDueSince: string | null;
  /** The client is told in the portal only. */
  isPortalOnly: boolean;
  /** It is a client no more. */
  isFormer: boolean;
  /** The client gets none at all. */
  clientGetsNone: boolean;
  jobOnHold: boolean;
  /** The last day, ISO, on which whoever would get it is away; null where somebody is there. */
  awayUntil: string | null;
  /** The day, ISO, for which the client promised it; null where it did not. */
  promisedFor: string | null;
  /** How many have gone out by themselves. */
  sent: number;
  /** The day on which the next is due, ISO; null where none is. */
  nextOn: string | null;
}

/** The next follow-up about an ask: the day, or why there is none, as one reads it beside the ask. Both are null where nothing is owed. */
export interface NextFollowUp {
  /** ISO day. */
  on: string | null;
  quiet: string | null;
}

const dayAfter = (day: string): string => civil(day).add({ days: 1 }).toString();

/** The day of the next follow-up after a client was written to on a day: so many working days on. */
export const followUpAfter = (day: CivilDate, { everyDays }: FollowUpRules, calendar: WorkingCalendar): CivilDate => addWorkingDays(day, everyDays, calendar);

/**
 * The next follow-up about an ask. It waits for the day after whoever would get it is away, and after the day for which it was promised, and is quiet while the client’s own question waits for an answer, and while the job is on hold: it comes after that.
 *
 * @example nextFollowUp({ state: 'with the client', forUs: [], isStopped: false, letterDueSince: null, isPortalOnly: false, isFormer: false, clientGetsNone: false, jobOnHold: true, awayUntil: null, promisedFor: null, sent: 0, nextOn: '2026-03-18' }, { isOn: true, everyDays: 5, most: 3 }) // { on: null, quiet: 'the job is on hold' }
 */
export function nextFollowUp(ask: FollowedUp, rules: FollowUpRules): NextFollowUp {
  const quiet = (why: string): NextFollowUp => ({ on: null, quiet: why });
  if (ask.state !== 'with the client') return { on: null, quiet: null };
  if (ask.isStopped) return quiet('stopped');
  if (ask.isPortalOnly) return quiet('the client is told in the portal only');
  if (ask.isFormer) return quiet('it is a former client');
  if (ask.clientGetsNone) return quiet('this client gets none');
  if (!rules.isOn) return quiet('the firm sends none');
  if (ask.forUs.some(isQuestion)) return quiet('their question waits for us');
  if (ask.jobOnHold) return quiet('the job is on hold');
  if (ask.letterDueSince !== null) return quiet('a letter is to be printed and posted');
  if (ask.nextOn === null) return ask.sent >= rules.most ? quiet('all were sent: a task stands for it') : { on: null, quiet: null };
  return { on: waitsUntilAfter(ask.nextOn, [ask.awayUntil, ask.promisedFor]), quiet: null };
}

/** The day, or the one after the last of those until which it has to wait. */
function waitsUntilAfter(on: string, days: readonly (string | null)[]): string {
  const until = days.flatMap((day) => (day !== null && day >= on ? [day] : [])).sort();
  return until.length > 0 ? dayAfter(until.at(-1)!) : on;
}

/** What decides whether a client is reminded of a bill. */
export interface RemindedBill extends Pick<FollowedUp, 'isStopped' | 'clientGetsNone' | 'awayUntil' | 'promisedFor' | 'sent' | 'nextOn'> {
  /** It was sent, and is not paid in full. */
  isOpen: boolean;
}

/**
 * The next reminder of a bill, by the rules of follow-ups: as many working days after it was to be paid, and after the one before; at
 * most so many; not while whoever pays is away, nor until the day for which they promised it is over.
 *
 * @example nextReminder({ isOpen: true, isStopped: false, clientGetsNone: false, awayUntil: null, promisedFor: '2026-03-20', sent: 1, nextOn: '2026-03-18' }, { isOn: true, everyDays: 5, most: 3, bills: true }) // { on: '2026-03-21', quiet: null }
 */
export function nextReminder(bill: RemindedBill, rules: FollowUpRules): NextFollowUp {
  const quiet = (why: string): NextFollowUp => ({ on: null, quiet: why });
  if (!bill.isOpen) return { on: null, quiet: null };
  if (bill.isStopped) return quiet('stopped');
  if (bill.clientGetsNone) return quiet('this client gets none');
  if (rules.bills !== true) return quiet('the firm sends none');
  if (bill.nextOn === null) return quiet(bill.sent >= rules.most ? 'all were sent: somebody has to ring' : 'there is nobody to write to');
  return { on: waitsUntilAfter(bill.nextOn, [bill.awayUntil, bill.promisedFor]), quiet: null };
}
