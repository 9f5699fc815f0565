import { type CivilDate, type Rhythm, civil, later, periodName } from '../calendar';
import type { ScheduledObligation } from './schedule';

export const OBLIGATION_STATUSES = ['open', 'filing', 'filed', 'not required', 'missed'] as const;
export type ObligationStatus = (typeof OBLIGATION_STATUSES)[number];

/** An obligation as it stands on record. Dates are ISO text. */
export interface ExistingObligation {
  id: string;
  ruleId: string;
  periodEnd: string;
  dueOn: string;
  targetOn: string;
  beginsOn: string;
  status: ObligationStatus;
  /** A job has begun for it. */
  begun: boolean;
  /** It was put off: its date is the extended one, and no rule moves it back. */
  extended: boolean;
}

/** A deadline that is left as it is although it would be moved or wanted no more; with what would become of it. */
export interface Held {
  id: string;
  why: string;
  /** Null where nothing wants it any longer. */
  to: ScheduledObligation | null;
}

export interface ObligationPlan {
  add: ScheduledObligation[];
  move: { id: string; to: ScheduledObligation }[];
  /** Open, not begun, and no longer wanted. */
  withdraw: string[];
  /** Wanted to move or to go, but extended, set aside or begun: each with the reason. */
  held: Held[];
}

const reasonToHold = ({ status, extended }: ExistingObligation) => (status !== 'open' ? `it is ${status}` : extended ? 'it is extended' : 'its job has begun');

/**
 * Compares what stands on record for one line under one rule with what is wanted now. Adds only what is new, moves only what
 * is open, never touches what was filed, extended, set aside or begun. What ends with or before the last of those is
 * settled: nothing is added there any more, and the first period after it begins where that one ended. Planning again
 * after carrying out a plan gives an empty plan.
 */
export function planObligations(existing: readonly ExistingObligation[], wanted: readonly ScheduledObligation[], rhythm: Rhythm): ObligationPlan {
  const byPeriod = new Map(existing.map((obligation) => [obligation.periodEnd, obligation]));
  const isSettled = (one: ExistingObligation) => one.status !== 'open' || one.begun || one.extended;
  const settled = existing.filter(isSettled).reduce<string | null>((last, { periodEnd }) => (last === null || periodEnd > last ? periodEnd : last), null);
  const settledUntil: CivilDate | null = settled === null ? null : civil(settled);
  const plan: ObligationPlan = { add: [], move: [], withdraw: [], held: [] };
  for (const want of wanted) {
    const { end } = want.iso;
    const have = byPeriod.get(end);
    if (!have) {
      if (settled === null || end > settled) plan.add.push(startAfter(want, settledUntil, rhythm));
      continue;
    }
    byPeriod.delete(end);
    const sameDeadline = have.dueOn === want.iso.due && have.targetOn === want.iso.target;
    if (!isSettled(have)) {
      if (!(sameDeadline && have.beginsOn === want.iso.beginsOn)) plan.move.push({ id: have.id, to: want });
    } else if (!sameDeadline) plan.held.push({ id: have.id, why: reasonToHold(have), to: want });
  }
  for (const left of byPeriod.values()) {
    if (!isSettled(left)) plan.withdraw.push(left.id);
    else if (left.status === 'open') plan.held.push({ id: left.id, why: reasonToHold(left), to: null });
  }
  return plan;
}

/** A period that reaches back into what is settled begins on the day after it. */
function startAfter(want: ScheduledObligation, settledUntil: CivilDate | null, rhythm: Rhythm): ScheduledObligation {
  if (settledUntil === null) return want;
  const start = later(want.period.start, settledUntil.add({ days: 1 }));
  if (start === want.period.start) return want;
  const period = { start, end: want.period.end };
  const { ruleId, due, target, beginsOn, iso, workings } = want;
  return { ruleId, period, periodName: periodName(period, rhythm), due, target, beginsOn, iso: { ...iso, start: start.toString() }, workings };
}
