import { IsObject, IsOptional } from 'class-validator';
import type { Facts } from '@steady/core/conditions';
import type { RuleKind } from '@steady/core/obligations';
import type { Workings } from '@steady/core/workings';
import { IsDay } from './checks';

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
}

export class TryRule {
  @IsDay({ message: 'Give the last day of a period.' })
  periodEnd: string;

  @IsOptional()
  @IsDay()
  periodStart?: string;

  /** Facts of a client, by name. */
  @IsOptional()
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
