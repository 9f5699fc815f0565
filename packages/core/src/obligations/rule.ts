import type { RhythmName } from '../calendar';
import type { Condition } from '../conditions';

/** One step in the reckoning of a due date; each starts from the day that the step before it reached. */
export type DueStep =
  | { do: 'add months'; months: number; keepMonthEnd?: boolean }
  | { do: 'add days'; days: number }
  | { do: 'add working days'; days: number }
  | { do: 'set day'; day: number }
  | { do: 'last day of month' }
  | { do: 'set month and day'; month: number; day: number; yearsLater: number }
  | { do: 'earlier of'; ways: DueStep[][] };

/** Where a rule's periods are anchored: which client fact gives the last day of one of them. */
export type PeriodAnchor = 'vat group' | 'year-end' | 'annual return date' | 'calendar';

/** A rule as it stood in law over a span of dates. */
export interface RuleVersion {
  /** First and last period end for which it holds, ISO dates; no last one while in force. */
  effectiveFrom: string;
  effectiveUntil?: string;
  steps: DueStep[];
  /** Steps for clients who file on paper; the same as `steps` when left out. */
  paperSteps?: DueStep[];
  /** The law or notice relied on. */
  source: string;
}

/** How a statutory or own deadline is computed from client facts and a period. Rules are data; nothing in them is code. */
export interface FilingRule {
  id: string;
  name: string;
  /** To whom it is filed: "Revenue", "the companies office", "our own date". */
  authority: string;
  /** ISO 3166-1 alpha-2, or null for a firm's own dates. */
  country: string | null;
  /** Which clients it applies to. */
  appliesTo: Condition;
  /** Rhythms in which a service line may use it, the usual one first. */
  rhythms: RhythmName[];
  anchor: PeriodAnchor;
  versions: RuleVersion[];
}
