import { RHYTHMS, type RhythmName, isDay } from '../calendar';
import { conditionFaults } from '../conditions';
import type { DueStep, FilingRule, PeriodAnchor, RuleKind } from './rule';

const KINDS: RuleKind[] = ['return', 'payment', 'accounts', 'own'];
const ANCHORS: PeriodAnchor[] = ['vat group', 'year-end', 'annual return date', 'tax year', 'calendar'];
const DEPTH = 4;

const whole = (value: unknown, from: number, to: number) => typeof value === 'number' && Number.isInteger(value) && value >= from && value <= to;

function stepFaults(given: unknown, at: string, depth: number): string[] {
  const step = given as DueStep;
  const wrong = (message: string) => [`${at}: ${message}`];
  if (typeof given !== 'object' || given === null) return wrong('is no step.');
  switch (step.do) {
    case 'add months':
      return whole(step.months, -120, 120) ? [] : wrong('give a whole number of months.');
    case 'add days':
    case 'add working days':
      return whole(step.days, -400, 400) ? [] : wrong('give a whole number of days.');
    case 'set day':
      return whole(step.day, 1, 31) ? [] : wrong('give a day from 1 to 31.');
    case 'last day of month':
      return [];
    case 'nth weekday':
      return [1, 2, 3, 4, -1].includes(step.nth) && whole(step.weekday, 1, 7) ? [] : wrong('choose which weekday of the month.');
    case 'set month and day':
      return whole(step.month, 1, 12) && whole(step.day, 1, 31) && whole(step.yearsLater, -2, 5) ? [] : wrong('give a day, a month and in which year.');
    case 'earlier of':
    case 'later of':
      return Array.isArray(step.ways) && step.ways.length >= 2 && step.ways.length <= 5
        ? step.ways.flatMap((way, n) => stepsFaults(way, `${at}, way ${n + 1}`, depth + 1))
        : wrong('give at least two ways.');
    case 'where':
      return [
        ...conditionFaults(step.when).map((fault) => `${at}: ${fault}`),
        ...stepsFaults(step.then, `${at}, where it holds`, depth + 1),
        ...stepsFaults(step.otherwise, `${at}, otherwise`, depth + 1),
      ];
    default:
      return wrong('is of no kind that is known.');
  }
}

function stepsFaults(steps: unknown, at: string, depth = 0): string[] {
  if (!Array.isArray(steps) || steps.length > 20) return [`${at}: wants a list of steps.`];
  if (depth > DEPTH) return [`${at}: is nested too deeply.`];
  return steps.flatMap((step, n) => stepFaults(step, `${at}, step ${n + 1}`, depth));
}

/** What keeps a piece of data from being a filing rule that can be followed, a sentence for each; nothing when it is sound. */
export function ruleFaults(rule: FilingRule): string[] {
  const faults: string[] = [];
  const check = (holds: boolean, message: string) => {
    if (!holds) faults.push(message);
  };
  check(typeof rule.name === 'string' && rule.name.trim() !== '' && rule.name.length <= 120, 'Give the rule a name.');
  check(typeof rule.authority === 'string' && rule.authority.trim() !== '' && rule.authority.length <= 120, 'Say to whom it is filed.');
  check(KINDS.includes(rule.kind), 'Say whether it is a return, a payment, accounts or a date of our own.');
  faults.push(...conditionFaults(rule.appliesTo));
  check(ANCHORS.includes(rule.anchor), 'Choose what its periods are counted by.');
  check(rule.country === null || /^[A-Z]{2}$/.test(rule.country), 'A country is named by two letters.');
  check(
    Array.isArray(rule.rhythms) && rule.rhythms.length > 0 && rule.rhythms.every((rhythm) => (RHYTHMS as string[]).includes(rhythm)),
    'Choose at least one rhythm.',
  );
  if (!Array.isArray(rule.versions) || rule.versions.length === 0 || rule.versions.length > 20) return [...faults, 'Say how the date comes about.'];
  for (const [n, version] of rule.versions.entries()) {
    if (typeof version !== 'object' || version === null) return [...faults, 'Say how the date comes about.'];
    const at = rule.versions.length === 1 ? 'The date' : `The date, version ${n + 1}`;
    check(isDay(version.effectiveFrom) && (version.effectiveUntil === undefined || isDay(version.effectiveUntil)), `${at}: say from when it holds.`);
    check(typeof version.source === 'string' && version.source.length <= 500, `${at}: name the law or notice that it relies on.`);
    check(version.whenClosed === undefined || ['next working day', 'working day before'].includes(version.whenClosed), `${at}: say what a weekend does to it.`);
    faults.push(...stepsFaults(version.steps, at), ...(version.paperSteps ? stepsFaults(version.paperSteps, `${at} on paper`) : []));
    if (version.extension) faults.push(...stepsFaults(version.extension.steps, `${at}, extended`));
    const before = rule.versions[n - 1];
    check(
      before === undefined || (before.effectiveUntil !== undefined && before.effectiveUntil < version.effectiveFrom),
      `${at}: it begins after the version before it has ended.`,
    );
    check(version.effectiveUntil === undefined || version.effectiveUntil >= version.effectiveFrom, `${at}: it ends on or after the day from which it holds.`);
  }
  return faults;
}

/** Rhythms that a filing rule may have: those with periods that an authority would name. */
export const RULE_RHYTHMS: readonly RhythmName[] = RHYTHMS.filter((rhythm) => !['one-off', 'daily', 'every working day'].includes(rhythm));
