import type { ScheduledObligation } from './schedule';

export const OBLIGATION_STATUSES = ['open', 'filing', 'filed', 'not required'] as const;
export type ObligationStatus = (typeof OBLIGATION_STATUSES)[number];

/** An obligation as it stands on record. Dates are ISO text. */
export interface ExistingObligation {
  id: string;
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

export interface ObligationPlan {
  add: ScheduledObligation[];
  move: { id: string; to: ScheduledObligation }[];
  /** Open, not begun, and no longer wanted. */
  withdraw: string[];
  /** Wanted to move, but filed, extended or begun: each with the reason. */
  held: { id: string; why: string }[];
}

/**
 * Compares what stands on record with what the rules want now. Adds only what is new, moves only what is open,
 * never touches what was filed, extended or set aside. Planning again after carrying out a plan gives an empty plan.
 */
export function planObligations(existing: readonly ExistingObligation[], wanted: readonly ScheduledObligation[]): ObligationPlan {
  const byPeriod = new Map(existing.map((obligation) => [obligation.periodEnd, obligation]));
  const plan: ObligationPlan = { add: [], move: [], withdraw: [], held: [] };
  for (const want of wanted) {
    const have = byPeriod.get(want.period.end.toString());
    if (!have) {
      plan.add.push(want);
      continue;
    }
    byPeriod.delete(have.periodEnd);
    const sameDeadline = have.dueOn === want.due.toString() && have.targetOn === want.target.toString();
    if (have.status === 'open' && !have.begun && !have.extended && !(sameDeadline && have.beginsOn === want.beginsOn.toString()))
      plan.move.push({ id: have.id, to: want });
    else if (!sameDeadline)
      plan.held.push({ id: have.id, why: have.status !== 'open' ? `it is ${have.status}` : have.extended ? 'it is extended' : 'its job has begun' });
  }
  for (const left of byPeriod.values()) {
    if (left.status === 'open' && !left.begun && !left.extended) plan.withdraw.push(left.id);
  }
  return plan;
}
