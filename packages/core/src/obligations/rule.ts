import type { RhythmName } from '../calendar';
import type { Condition } from '../conditions';

/** One step in the reckoning of a due date; each starts from the day that the step before it reached. */
export type DueStep =
  | { do: 'add months'; months: number; keepMonthEnd?: boolean }
  | { do: 'add days'; days: number }
  | { do: 'add working days'; days: number }
  | { do: 'set day'; day: number }
  | { do: 'last day of month' }
  /** The nth weekday of the month reached, 1 for Monday to 7 for Sunday; -1 for the last one. */
  | { do: 'nth weekday'; nth: 1 | 2 | 3 | 4 | -1; weekday: 1 | 2 | 3 | 4 | 5 | 6 | 7 }
  | { do: 'set month and day'; month: number; day: number; yearsLater: number }
  | { do: 'earlier of'; ways: DueStep[][] }
  | { do: 'later of'; ways: DueStep[][] }
  /** An exception: for some clients or periods the way goes another way. Periods are known as `periodEndMonth`, `periodEndDay`, `periodEndsOn` and `periodMonths`. */
  | { do: 'where'; when: Condition; then: DueStep[]; otherwise: DueStep[] };

/** Where a rule's periods are anchored: what gives the last day of one of them. */
export type PeriodAnchor = 'vat group' | 'year-end' | 'annual return date' | 'tax year' | 'calendar';

/** More time for the same return. */
export interface Extension {
  /** What it is called: "automatic extension, six months". */
  name: string;
  /** Nobody has to ask for it; otherwise it is asked for by `asks`. */
  automatic: boolean;
  /** How it is asked for. */
  asks?: string;
  /** Steps from the due date, before that was moved off a weekend or holiday. */
  steps: DueStep[];
  source: string;
}

/** A rule as it stood in law over a span of dates. */
export interface RuleVersion {
  /** First and last period end for which it holds, ISO dates; no last one while in force. */
  effectiveFrom: string;
  effectiveUntil?: string;
  steps: DueStep[];
  /** Steps for clients who file on paper; the same as `steps` when left out. */
  paperSteps?: DueStep[];
  /** What becomes of a date on a weekend or public holiday; it stays where it is when left out. */
  whenClosed?: 'next working day' | 'working day before';
  extension?: Extension;
  /** The law or notice relied on. */
  source: string;
}

/** What is done by the date: sending something in, or paying. */
export type RuleKind = 'return' | 'payment' | 'accounts' | 'own';

/** How a statutory or own deadline is computed from client facts and a period. Rules are data; nothing in them is code. */
export interface FilingRule {
  id: string;
  name: string;
  kind: RuleKind;
  /** To whom it is filed: "Revenue", "the companies office", "our own date". */
  authority: string;
  /** ISO 3166-1 alpha-2, or null for a firm's own dates. */
  country: string | null;
  /** Where the authority's own holidays differ from those of the country: the region's code in the table of holidays. */
  region?: string;
  /** Which clients it applies to. */
  appliesTo: Condition;
  /** Rhythms in which a service line may use it, the usual one first. */
  rhythms: RhythmName[];
  anchor: PeriodAnchor;
  /** The rule of the return that this payment belongs to. */
  belongsTo?: string;
  versions: RuleVersion[];
}
