import { IsBoolean, IsInt, IsObject, IsString, MaxLength, Min } from 'class-validator';
import type { Facts } from '@steady/core/conditions';
import type { FilingRule, RuleDifference, RuleKind } from '@steady/core/obligations';
import type { Workings } from '@steady/core/workings';
import { IsDay, LeftOut } from './checks';

/** A filing rule as it is read: to whom, for whom, by when, since when, on what ground. */
export interface RuleView {
  id: string;
  name: string;
  kind: RuleKind;
  authority: string;
  country: string | null;
  rhythms: string[];
  /** "registered for VAT" */
  appliesTo: string;
  /** How the date comes about, counted from the end of the period. */
  lines: string[];
  since: string;
  until: string | null;
  source: string;
  /** The facts of a client that it looks at, with what they are called. */
  asks: { fact: string; words: string }[];
  /** On how many service lines the firm uses it. */
  used: number;
  /** Its version where it is the firm's own; shipped ones have none. */
  version: number | null;
  copiedFrom: string | null;
  /** What the shipped rule said when it was copied and says no longer, and what it says now; null while it is as it was. */
  shippedChanged: RuleDifference | null;
  /** It gives more time without anybody asking for it. */
  extendsByItself: boolean;
  definition: FilingRule;
}

export class TryRule {
  @IsDay({ message: 'Give the last day of a period.' })
  periodEnd: string;

  @LeftOut()
  @IsDay()
  periodStart?: string;

  /** Facts of a client, by name. */
  @LeftOut()
  @IsObject()
  facts?: Facts;
}

/** What a rule makes of a period and of facts. */
export interface TriedRule {
  periodStart: string;
  periodEnd: string;
  due: string;
  workings: Workings;
  extended: { due: string; name: string; asks: string | null; workings: Workings } | null;
  applies: boolean;
}

/** A filing rule of the firm: a new one, a copy of a shipped one, or a change of its own. */
export class KeepRule {
  /** Checked as a whole by the core: a rule is data with many shapes. */
  @IsObject({ message: 'Say how the date comes about.' })
  definition: Omit<FilingRule, 'id'>;

  @LeftOut()
  @IsString()
  @MaxLength(80)
  copiedFrom?: string;

  /** The copy takes the place of what it was copied from, on every line. */
  @LeftOut()
  @IsBoolean()
  inPlace?: boolean;

  @LeftOut()
  @IsInt()
  @Min(1)
  version?: number;
}
