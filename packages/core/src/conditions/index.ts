import { MONTHS_LONG } from '../calendar';
import { clientFact } from '../clients';
import type { FactDefinition } from '../facts';
import { jobFactInRules, jobFacts } from '../jobs';

/** A client fact as rules see it: text, number, yes or no, or not known. */
export type Fact = string | number | boolean | null;
/** Facts by name, e.g. { legalForm: "company", vatRegistered: true }. */
export type Facts = Readonly<Record<string, Fact>>;

/** A rule over facts, read as a sentence; combined with all (and), any (or), not. */
export type Condition =
  | { fact: string; is: Fact }
  | { fact: string; oneOf: Fact[] }
  | { fact: string; atLeast: number }
  /** ISO dates compared as text: the fact is that day or an earlier one. */
  | { fact: string; until: string }
  | { all: Condition[] }
  | { any: Condition[] }
  | { not: Condition };

/**
 * True when the facts meet the condition. A fact that is not known meets only `is: null`.
 *
 * @example meets({ all: [{ fact: 'employer', is: true }, { fact: 'job:fee', atLeast: 500 }] }, { employer: true, 'job:fee': 600 }) // true
 */
export function meets(condition: Condition, facts: Facts): boolean {
  if ('all' in condition) return condition.all.every((part) => meets(part, facts));
  if ('any' in condition) return condition.any.some((part) => meets(part, facts));
  if ('not' in condition) return !meets(condition.not, facts);
  const value = facts[condition.fact] ?? null;
  if ('is' in condition) return value === condition.is;
  if ('oneOf' in condition) return condition.oneOf.includes(value);
  if ('until' in condition) return typeof value === 'string' && value <= condition.until;
  return typeof value === 'number' && value >= condition.atLeast;
}

/** Names of facts that no record holds: of the period, of the client's line, and of laws elsewhere. */
const NAMES: Record<string, string> = {
  periodEndMonth: 'month of the period’s end',
  periodEndDay: 'day of the month on which the period ends',
  periodEndsOn: 'period’s end',
  periodMonths: 'months in the period',
  sCorporation: 'an S corporation',
  ccpc: 'a small Canadian-controlled private company',
  selfEmployed: 'self-employed',
  publicCompany: 'a public company',
  'line:rhythm': 'rhythm of the line',
  'line:service': 'service',
};

const OF_JOBS = new Map<string, FactDefinition>(jobFacts.map((fact) => [jobFactInRules(fact.key), fact]));
/** What is known of a fact of the client or the job by the name under which rules know it. */
const definitionOf = (fact: string): FactDefinition | undefined => clientFact(fact) ?? OF_JOBS.get(fact);

const said = (fact: string, value: Fact): string => {
  if (value === null) return 'not known';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (fact === 'periodEndMonth' && typeof value === 'number') return MONTHS_LONG[value - 1] ?? String(value);
  const known = definitionOf(fact);
  // A name that is a verb takes the words of its value ("works on paper"), a noun its plain name ("legal form is company").
  return (known?.inRules?.not !== undefined && known.kind === 'choice' && known.words?.[String(value)]) || String(value);
};

/** What facts of a firm's own are called, by the name under which rules know them ("detail:…"). */
export type FactNames = Readonly<Record<string, string>>;

/** What a fact is called in a sentence. */
export const factInWords = (fact: string, names: FactNames = {}): string =>
  names[fact] ?? definitionOf(fact)?.inRules?.words ?? NAMES[fact] ?? fact.replace(/^label:(.*)$/, 'the label "$1"');

const listed = (words: readonly string[], last: 'and' | 'or'): string =>
  words.length < 2 ? words.join() : `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)}`;

/** Parts of a sentence that hold together: where a sentence of "and" holds one of "or", or the other way round, that is said. */
type Within = 'alone' | 'all' | 'any';

function inWords(condition: Condition, names: FactNames, within: Within): string {
  if ('all' in condition) {
    if (condition.all.length < 2) return condition.all.length === 0 ? 'every client' : inWords(condition.all[0]!, names, within);
    const parts = condition.all.map((part) => inWords(part, names, 'all'));
    return within === 'any' ? `${parts.length === 2 ? 'both ' : 'all of '}${listed(parts, 'and')}` : parts.join(' and ');
  }
  if ('any' in condition) {
    if (condition.any.length < 2) return condition.any.length === 0 ? 'no client' : inWords(condition.any[0]!, names, within);
    const parts = condition.any.map((part) => inWords(part, names, 'any'));
    return within === 'all' ? `either ${listed(parts, 'or')}` : parts.join(' or ');
  }
  if ('not' in condition) return negated(condition.not, names, within);
  const name = factInWords(condition.fact, names);
  const verb = definitionOf(condition.fact)?.inRules?.not !== undefined;
  if ('oneOf' in condition) return `${name} ${verb ? '' : 'is '}${condition.oneOf.map((value) => said(condition.fact, value)).join(' or ')}`;
  if ('until' in condition) return `${name} is ${condition.until} or before`;
  if ('atLeast' in condition) return `${name} is at least ${condition.atLeast}`;
  if (condition.is === true) return name;
  if (condition.is === false) return `not ${name}`;
  return `${name} ${verb ? '' : 'is '}${said(condition.fact, condition.is)}`;
}

/** The opposite of a condition, said of what it looks at and not of the sentence as a whole. */
function negated(condition: Condition, names: FactNames, within: Within): string {
  if ('not' in condition) return inWords(condition.not, names, within);
  if ('all' in condition) {
    if (condition.all.length < 2) return condition.all.length === 0 ? 'no client' : negated(condition.all[0]!, names, within);
    return `not ${condition.all.length === 2 ? 'both ' : 'all of '}${listed(
      condition.all.map((part) => inWords(part, names, 'all')),
      'and',
    )}`;
  }
  if ('any' in condition) {
    if (condition.any.length < 2) return condition.any.length === 0 ? 'every client' : negated(condition.any[0]!, names, within);
    const parts = condition.any.map((part) => inWords(part, names, 'any'));
    return `neither ${parts.slice(0, -1).join(' nor ')} nor ${parts.at(-1)}`;
  }
  const name = factInWords(condition.fact, names);
  const verb = definitionOf(condition.fact)?.inRules?.not;
  if ('oneOf' in condition) {
    const values = condition.oneOf.map((value) => said(condition.fact, value));
    if (verb !== undefined) return `${verb} ${values.join(' nor ')}`;
    return values.length === 1 ? `${name} is not ${values[0]}` : `${name} is neither ${values.join(' nor ')}`;
  }
  if ('until' in condition) return `${name} is after ${condition.until}`;
  if ('atLeast' in condition) return `${name} is below ${condition.atLeast}`;
  if (condition.is === null) return `${name} is known`;
  if (condition.is === true) return `not ${name}`;
  if (condition.is === false) return `${name} or not known`;
  return `${verb ?? `${name} is not`} ${said(condition.fact, condition.is)}`;
}

/**
 * The condition as a plain sentence part: "legal form is company and either employer or registered for VAT". Where
 * "and" and "or" stand together it is said what holds together, so that it can be read in one way only.
 *
 * @example conditionInWords({ not: { fact: 'way', is: 'paper' } }) // 'does not work on paper'
 */
export const conditionInWords = (condition: Condition, names: FactNames = {}): string => inWords(condition, names, 'alone');

/** A condition nested deeper than this is not one that a person wrote. */
const DEPTH = 8;

/**
 * What keeps a piece of data from being a condition, in words; nothing when it is one. For conditions that come from
 * outside.
 */
export function conditionFaults(given: unknown, depth = 0): string[] {
  if (depth > DEPTH) return ['The condition is nested too deeply.'];
  if (typeof given !== 'object' || given === null) return ['A condition is missing.'];
  const condition = given as Record<string, unknown>;
  for (const key of ['all', 'any'] as const)
    if (key in condition)
      return Array.isArray(condition[key]) && Object.keys(condition).length === 1 && condition[key].length <= 50
        ? condition[key].flatMap((part) => conditionFaults(part, depth + 1))
        : [`"${key}" wants a list of conditions.`];
  if ('not' in condition) return Object.keys(condition).length === 1 ? conditionFaults(condition.not, depth + 1) : ['"not" wants one condition.'];
  if (typeof condition.fact !== 'string' || condition.fact === '' || condition.fact.length > 100) return ['Choose the fact that a condition looks at.'];
  const isFact = (value: unknown) => value === null || ['string', 'number', 'boolean'].includes(typeof value);
  const keys = Object.keys(condition).filter((key) => key !== 'fact');
  const sound =
    keys.length === 1 &&
    (('is' in condition && isFact(condition.is)) ||
      ('oneOf' in condition && Array.isArray(condition.oneOf) && condition.oneOf.length > 0 && condition.oneOf.every(isFact)) ||
      typeof condition.atLeast === 'number' ||
      (typeof condition.until === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(condition.until)));
  return sound ? [] : [`Say what "${factInWords(condition.fact)}" has to be.`];
}
