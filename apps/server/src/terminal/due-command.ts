import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { type CivilDate, type Period, civil, periodContaining } from '@steady/core/calendar';
import { type Fact, type Facts, conditionInWords, meets } from '@steady/core/conditions';
import { type FilingRule, RULES, dueDate, extendedDueDate, ruleById } from '@steady/core/obligations';
import { fullDate } from '@steady/core/words';
import type { Workings } from '@steady/core/workings';

export const DUE_HELP = `Tells when something is due under a filing rule, and how that date comes about.

  npm run due -- --rule ie-vat-return --period-end 2026-02-28
  npm run due -- --list

  --rule ID            the filing rule
  --period-end DATE    the last day of the period, as 2026-02-28
  --period-start DATE  its first day; without it, the rule's usual rhythm says
  --facts FILE         facts of the client as JSON, for example { "way": "paper", "legalForm": "company" }
  --json               everything as JSON
  --list               all rules with their ids; --country IE only those of one country
`;

export interface CommandOutput {
  out: string;
  /** Why nothing could be told. */
  problem?: string;
}

class CannotTell extends Error {}

function dayFrom(text: string | undefined, option: string): CivilDate {
  if (text === undefined) throw new CannotTell(`Give ${option}, for example ${option} 2026-02-28.`);
  try {
    return civil(text);
  } catch {
    throw new CannotTell(`"${text}" is not a day that exists. Give ${option} as year-month-day, for example 2026-02-28.`);
  }
}

function factsFrom(file: string | undefined): Facts {
  if (file === undefined) return {};
  let given: unknown;
  try {
    given = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    throw new CannotTell(`The facts in ${file} cannot be read: ${error instanceof Error ? error.message : String(error)}`);
  }
  if (typeof given !== 'object' || given === null || Array.isArray(given))
    throw new CannotTell(`The facts in ${file} have to be one JSON object of names and values.`);
  const wrong = Object.entries(given).find(([, value]) => value !== null && !['string', 'number', 'boolean'].includes(typeof value));
  if (wrong) throw new CannotTell(`The fact "${wrong[0]}" in ${file} has to be text, a number, true, false or null.`);
  return given as Record<string, Fact>;
}

function ruleFrom(id: string | undefined): FilingRule {
  if (id === undefined) throw new CannotTell('Name a rule with --rule, or see all with --list.');
  try {
    return ruleById(id);
  } catch {
    throw new CannotTell(`There is no filing rule "${id}". "npm run due -- --list" names them all.`);
  }
}

function listed(country: string | undefined, json: boolean): string {
  const wanted = RULES.filter((rule) => country === undefined || rule.country === country.toUpperCase());
  if (wanted.length === 0)
    throw new CannotTell(`There is no rule for "${country}". Countries are ${[...new Set(RULES.flatMap((rule) => rule.country ?? []))].join(', ')}.`);
  if (json)
    return JSON.stringify(
      wanted.map(({ id, name, kind, authority, country: of, rhythms }) => ({ id, name, kind, authority, country: of, rhythms })),
      null,
      2,
    );
  const width = Math.max(...wanted.map((rule) => rule.id.length)) + 2;
  return wanted.map((rule) => `${rule.id.padEnd(width)}${rule.name}, ${rule.authority}`).join('\n');
}

const numbered = ({ title, lines, source }: Workings) =>
  [title, ...lines.map((line, at) => `${String(at + 1).padStart(3)}. ${line}`), ...(source ? [`Source: ${source}`] : [])].join('\n');

/** Carries out the command. What it prints for people says the same as what it gives as JSON. */
export function dueCommand(args: string[]): CommandOutput {
  try {
    const { values } = parseArgs({
      args,
      options: {
        rule: { type: 'string' },
        'period-end': { type: 'string' },
        'period-start': { type: 'string' },
        facts: { type: 'string' },
        country: { type: 'string' },
        json: { type: 'boolean', default: false },
        list: { type: 'boolean', default: false },
        help: { type: 'boolean', default: false },
      },
    });
    if (values.help || args.length === 0) return { out: DUE_HELP };
    if (values.list) return { out: listed(values.country, values.json) };
    const rule = ruleFrom(values.rule);
    const end = dayFrom(values['period-end'], '--period-end');
    const period: Period = values['period-start']
      ? { start: dayFrom(values['period-start'], '--period-start'), end }
      : periodContaining(rule.rhythms[0]!, end, end);
    if (period.start.until(end).days < 0) throw new CannotTell('The period ends before it starts. Compare --period-start with --period-end.');
    const facts = factsFrom(values.facts);
    return { out: values.json ? asJson(rule, period, facts) : asText(rule, period, facts, values.facts !== undefined) };
  } catch (error) {
    if (error instanceof CannotTell || error instanceof RangeError || (error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS'))
      return { out: '', problem: (error as Error).message };
    throw error;
  }
}

function asText(rule: FilingRule, period: Period, facts: Facts, factsGiven: boolean): string {
  const { due, workings } = dueDate(rule, period, facts);
  const extended = extendedDueDate(rule, period, facts);
  return [
    `${rule.name}, ${rule.authority}`,
    `Due ${fullDate(due)} (${due.toString()})`,
    ...(extended ? [`Extended to ${fullDate(extended.due)} (${extended.due.toString()}): ${extended.name}${extended.asks ? `, ${extended.asks}` : ''}`] : []),
    ...(factsGiven && !meets(rule.appliesTo, facts) ? [`With these facts the rule does not apply. It applies where: ${conditionInWords(rule.appliesTo)}`] : []),
    '',
    numbered(extended ? extended.workings : workings),
  ].join('\n');
}

function asJson(rule: FilingRule, period: Period, facts: Facts): string {
  const { due, workings } = dueDate(rule, period, facts);
  const extended = extendedDueDate(rule, period, facts);
  const { id, name, kind, authority, country } = rule;
  return JSON.stringify(
    {
      rule: { id, name, kind, authority, country },
      period: { start: period.start.toString(), end: period.end.toString() },
      facts,
      applies: meets(rule.appliesTo, facts),
      due: due.toString(),
      workings,
      extended: extended && { ...extended, due: extended.due.toString() },
    },
    null,
    2,
  );
}
