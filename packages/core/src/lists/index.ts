import { civil, isDay } from '../calendar';
import { type Currency, type Money, formatHours, formatMoney, money } from '../money';
import { monthInWords, plainDate } from '../words';

/** What a field of a list holds; decides how it can be filtered, sorted and shown. */
export type FieldKind = 'text' | 'choice' | 'person' | 'labels' | 'yes or no' | 'date' | 'day of the year' | 'number' | 'hours' | 'money';

export interface Field {
  key: string;
  /** As it stands at the head of its column. */
  name: string;
  kind: FieldKind;
  /** The values of a choice. */
  choices?: readonly string[];
  /** Of amounts: the currency of all its values, which stand in minor units below it. */
  currency?: Currency;
}

export const TESTS = ['is', 'is not', 'holds', 'has', 'lacks', 'before', 'after', 'in', 'below', 'above', 'empty', 'not empty'] as const;
export type Test = (typeof TESTS)[number];

/** One condition on one field. All conditions of a list hold together. */
export interface Filter {
  field: string;
  test: Test;
  /** Left out for "empty" and "not empty". Dates are ISO days, a month is "2026-03"; money is in minor units, hours in minutes. */
  value?: string | number | boolean;
}

const TESTS_OF: Record<FieldKind, readonly Test[]> = {
  text: ['holds', 'is', 'is not', 'empty', 'not empty'],
  choice: ['is', 'is not', 'empty', 'not empty'],
  person: ['is', 'is not', 'empty', 'not empty'],
  labels: ['has', 'lacks', 'empty', 'not empty'],
  'yes or no': ['is'],
  date: ['before', 'after', 'is', 'in', 'empty', 'not empty'],
  'day of the year': ['is', 'is not', 'empty', 'not empty'],
  number: ['is', 'below', 'above', 'empty', 'not empty'],
  hours: ['is', 'below', 'above', 'empty', 'not empty'],
  money: ['is', 'below', 'above', 'empty', 'not empty'],
};

/** The tests that make sense for a kind of field, the most used first. */
export const testsOf = (kind: FieldKind): readonly Test[] => TESTS_OF[kind];
/** Whether a test compares with a value; "empty" and "not empty" do not. */
export const wantsValue = (test: Test): boolean => test !== 'empty' && test !== 'not empty';

/** Why a filter cannot be used on a field, or null when it can. */
export function whyNotFilter(field: Field | undefined, filter: Filter): string | null {
  if (!field) return 'This list has no such field any more. Take the filter away.';
  if (!TESTS_OF[field.kind].includes(filter.test)) return `"${field.name}" cannot be tested with "${filter.test}".`;
  if (!wantsValue(filter.test)) return null;
  const { value } = filter;
  switch (field.kind) {
    case 'date':
      if (filter.test === 'in') return isDay(`${String(value)}-01`) ? null : `Give a month for "${field.name}", for example 2026-03.`;
      return isDay(value) ? null : `Give a day for "${field.name}".`;
    case 'number':
    case 'hours':
    case 'money':
      return typeof value === 'number' && Number.isFinite(value) ? null : `Give a number for "${field.name}".`;
    case 'yes or no':
      return typeof value === 'boolean' ? null : `Say yes or no for "${field.name}".`;
    default:
      return typeof value === 'string' && value.trim() !== '' && value.length <= 200 ? null : `Say what "${field.name}" is compared with.`;
  }
}

/** A value of a field that holds amounts, with the field's currency. @throws RangeError when the field holds none */
export function amountIn(field: Field, value: number): Money {
  if (field.currency === undefined) throw new RangeError(`"${field.name}" holds no amounts`);
  return money(value, field.currency);
}

/** The name of a field within a sentence: abbreviations keep their capitals. */
export const lowerFirst = (name: string) => (/^[A-Z]{2}/.test(name) ? name : name.charAt(0).toLowerCase() + name.slice(1));

/** One filter in words. `nameOf` gives the name of a person. */
export function filterInWords(field: Field, { test, value }: Filter, nameOf: (id: string) => string = (id) => id): string {
  const name = lowerFirst(field.name);
  if (test === 'empty') return field.kind === 'labels' ? 'without a label' : `without ${name}`;
  if (test === 'not empty') return field.kind === 'labels' ? 'with a label' : `with ${name}`;
  if (field.kind === 'yes or no') return value ? name : `not ${name}`;
  if (field.kind === 'labels') return test === 'has' ? `labelled "${String(value)}"` : `not labelled "${String(value)}"`;
  const said =
    field.kind === 'date'
      ? test === 'in'
        ? monthInWords(value as string)
        : plainDate(civil(value as string))
      : field.kind === 'hours'
        ? formatHours(value as number)
        : field.kind === 'money'
          ? formatMoney(amountIn(field, value as number))
          : field.kind === 'person'
            ? nameOf(value as string)
            : field.kind === 'text'
              ? `"${String(value)}"`
              : String(value);
  return `${name} ${test === 'holds' ? 'contains' : test} ${said}`;
}

/** All filters of a list as one sentence: "Clients with VAT number, manager is Orla Keane". */
export function listInWords(what: string, fields: readonly Field[], filters: readonly Filter[], nameOf?: (id: string) => string): string {
  if (filters.length === 0) return `All ${what}`;
  const parts = filters.map((filter) => {
    const field = fields.find((one) => one.key === filter.field);
    return field ? filterInWords(field, filter, nameOf) : 'a field that is gone';
  });
  return `${what.charAt(0).toUpperCase()}${what.slice(1)} ${parts.length === 1 ? parts[0]! : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)!}`}`;
}

/**
 * How a list is added up by a kind of field: by its values, by the months of its days, or by each of several labels.
 * @returns null for what every row has another of: text, figures.
 */
export function partsOf(kind: FieldKind): 'value' | 'month' | 'each' | null {
  switch (kind) {
    case 'choice':
    case 'person':
    case 'yes or no':
    case 'text':
      return 'value';
    case 'date':
      return 'month';
    case 'labels':
      return 'each';
    default:
      return null;
  }
}

/** Whether the values of a kind of field can be added up. */
export const addsUp = (kind: FieldKind): boolean => kind === 'money' || kind === 'hours' || kind === 'number';

/** The filter that finds what is counted together under one value. */
export function filterOfPart(field: Field, value: string | number | boolean | null): Filter {
  if (value === null) return { field: field.key, test: 'empty' };
  const parts = partsOf(field.kind);
  return { field: field.key, test: parts === 'month' ? 'in' : parts === 'each' ? 'has' : 'is', value };
}

/** A value by which a list was added up, in words. `words` is the name of a person. */
export function partInWords(field: Field, value: string | number | boolean | null, words: string | null): string {
  if (value === null) return field.kind === 'labels' ? 'without a label' : 'not known';
  if (words !== null) return words;
  if (field.kind === 'date') return monthInWords(value as string);
  if (field.kind === 'yes or no') return value ? 'yes' : 'no';
  return String(value);
}
