import { DAYS_LONG, MONTHS_LONG } from '../calendar';
import { type Condition, conditionInWords } from '../conditions';
import { counted } from '../words';
import type { DueStep, FilingRule, RuleVersion } from './rule';
const NTH: Record<number, string> = { 1: 'first', 2: 'second', 3: 'third', 4: 'fourth', [-1]: 'last' };
const YEARS: Record<number, string> = { [-1]: 'the year before', 0: 'the same year', 1: 'the following year' };

const span = (count: number, noun: string) => (count < 0 ? `${counted(-count, noun)} before` : `${counted(count, noun)} after`);

function stepInWords(step: DueStep): string {
  switch (step.do) {
    case 'add months':
      return `${span(step.months, 'month')}${step.keepMonthEnd ? ', keeping the month-end' : ''}`;
    case 'add days':
      return span(step.days, 'day');
    case 'add working days':
      return span(step.days, 'working day');
    case 'set day':
      return `on day ${step.day} of that month`;
    case 'last day of month':
      return 'on the last day of that month';
    case 'nth weekday':
      return `on the ${NTH[step.nth]} ${DAYS_LONG[step.weekday - 1]} of that month`;
    case 'set month and day':
      return `on ${step.day} ${MONTHS_LONG[step.month - 1]} of ${YEARS[step.yearsLater] ?? `${step.yearsLater} years later`}`;
    case 'earlier of':
    case 'later of':
      return `the ${step.do} ${step.ways.map((way) => `(${stepsInWords(way)})`).join(' and ')}`;
    case 'where':
      return `where ${conditionInWords(step.when)}: ${stepsInWords(step.then)}; otherwise: ${stepsInWords(step.otherwise)}`;
  }
}

/** Steps as a part of a sentence: "1 month after, on day 23 of that month". Without any, the day stays where it is. */
export const stepsInWords = (steps: readonly DueStep[]): string => (steps.length === 0 ? 'that day itself' : steps.map(stepInWords).join(', '));

/** How a version of a rule comes to its date, in plain sentences, counted from the end of the period. */
export function versionInWords(version: RuleVersion): string[] {
  return [
    `${version.paperSteps ? 'Online: ' : ''}${stepsInWords(version.steps)}`,
    ...(version.paperSteps ? [`On paper: ${stepsInWords(version.paperSteps)}`] : []),
    version.whenClosed ? `A weekend or holiday: the ${version.whenClosed}` : 'A weekend or holiday does not move it',
    ...(version.extension ? [`May be extended: ${version.extension.name}${version.extension.asks ? `, ${version.extension.asks}` : ''}`] : []),
  ];
}

function* factsIn(condition: Condition): Generator<string> {
  if ('all' in condition) for (const part of condition.all) yield* factsIn(part);
  else if ('any' in condition) for (const part of condition.any) yield* factsIn(part);
  else if ('not' in condition) yield* factsIn(condition.not);
  else yield condition.fact;
}

function* conditionsIn(steps: readonly DueStep[]): Generator<Condition> {
  for (const step of steps) {
    if (step.do === 'earlier of' || step.do === 'later of') for (const way of step.ways) yield* conditionsIn(way);
    if (step.do !== 'where') continue;
    yield step.when;
    yield* conditionsIn(step.then);
    yield* conditionsIn(step.otherwise);
  }
}

/** The facts of a client that a rule looks at, by name, in the order in which it does; what it knows of the period is not among them. */
export function factsAsked(rule: FilingRule): string[] {
  const asked = new Set(factsIn(rule.appliesTo));
  for (const version of rule.versions) {
    if (version.paperSteps) asked.add('way');
    for (const steps of [version.steps, version.paperSteps ?? [], version.extension?.steps ?? []])
      for (const condition of conditionsIn(steps)) for (const fact of factsIn(condition)) asked.add(fact);
  }
  return [...asked].filter((fact) => !fact.startsWith('period'));
}

/** What one form of a rule says and another does not, in plain sentences. */
export interface RuleDifference {
  gone: string[];
  added: string[];
}

const ruleInWords = (rule: FilingRule): string[] => [
  `"${rule.name}", filed with ${rule.authority}`,
  `Applies where: ${conditionInWords(rule.appliesTo)}`,
  `Periods: ${rule.rhythms.join(', ')}, counted by ${rule.anchor}`,
  ...rule.versions.flatMap((version) => {
    const since = `From ${version.effectiveFrom}${version.effectiveUntil ? ` until ${version.effectiveUntil}` : ''}`;
    return [...versionInWords(version), version.extension ? `Extended: ${stepsInWords(version.extension.steps)}` : '', `Relies on ${version.source}`]
      .filter(Boolean)
      .map((line) => `${since}: ${line}`);
  }),
];

/** What became of a rule between two forms of it; null when both say the same. */
export function ruleDifference(was: FilingRule, is: FilingRule): RuleDifference | null {
  const [before, after] = [ruleInWords(was), ruleInWords(is)];
  const gone = before.filter((line) => !after.includes(line));
  const added = after.filter((line) => !before.includes(line));
  return gone.length + added.length === 0 ? null : { gone, added };
}
