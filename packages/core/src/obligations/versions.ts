import { civil, isDay } from '../calendar';
import type { RuleVersion } from './rule';

const dayBefore = (day: string): string => civil(day).subtract({ days: 1 }).toString();
const open = ({ effectiveUntil: _, ...version }: RuleVersion): RuleVersion => version;

/** The versions with the one at `at` beginning on another day: the one before it lasts until the day before. What is half typed moves nothing else. */
export const beginsOn = (versions: readonly RuleVersion[], at: number, effectiveFrom: string): RuleVersion[] =>
  versions.map((one, n) => {
    if (n === at) return { ...one, effectiveFrom };
    return n === at - 1 && isDay(effectiveFrom) ? { ...one, effectiveUntil: dayBefore(effectiveFrom) } : one;
  });

/**
 * The versions with one more, alike the last, that follows it: from today, or a year after the last one began where that is still to come.
 *
 * @param versions at least one, in their order
 * @param today an ISO date
 */
export function followedByAnother(versions: readonly RuleVersion[], today: string): RuleVersion[] {
  const last = versions.at(-1)!;
  const from = today > last.effectiveFrom || !isDay(last.effectiveFrom) ? today : civil(last.effectiveFrom).add({ years: 1 }).toString();
  return [...versions.slice(0, -1), { ...last, effectiveUntil: dayBefore(from) }, { ...open(last), effectiveFrom: from }];
}

/** The versions without the one at `at`; when it was the last, the one before it has no end any more. */
export function withoutVersion(versions: readonly RuleVersion[], at: number): RuleVersion[] {
  const left = versions.filter((_, n) => n !== at);
  return at === left.length ? [...left.slice(0, -1), open(left.at(-1)!)] : left;
}
