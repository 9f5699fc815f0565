import { AUSTRALIA } from './packs/australia';
import { CANADA } from './packs/canada';
import { IRELAND } from './packs/ireland';
import { NEW_ZEALAND } from './packs/new-zealand';
import { OWN } from './packs/own';
import { UNITED_KINGDOM } from './packs/united-kingdom';
import { UNITED_STATES } from './packs/united-states';
import type { FilingRule } from './rule';

/**
 * Rules that ship with the application, as public law has them. They are a help, not advice: every set of workings
 * says "check before relying on it".
 */
export const RULES: readonly FilingRule[] = [...IRELAND, ...UNITED_KINGDOM, ...UNITED_STATES, ...CANADA, ...AUSTRALIA, ...NEW_ZEALAND, ...OWN];

const byId = new Map(RULES.map((rule) => [rule.id, rule]));

/** @throws RangeError when no rule has this id. */
export function ruleById(id: string): FilingRule {
  const rule = byId.get(id);
  if (!rule) throw new RangeError(`There is no filing rule "${id}"`);
  return rule;
}
