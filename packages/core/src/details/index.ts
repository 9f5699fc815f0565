import { MONTHS_LONG, civil } from '../calendar';
import { type Currency, type Money, isMoney, moneyInWords, parseMoney } from '../money';
import { plainDate } from '../words';

export const DETAIL_KINDS = ['text', 'number', 'date', 'choice', 'yes or no', 'money'] as const;
export type DetailKind = (typeof DETAIL_KINDS)[number];

/** A fact that the firm itself decided to keep of its clients. */
export interface DetailField {
  id: string;
  name: string;
  kind: DetailKind;
  /** The values of a choice. */
  choices: readonly string[];
  /** The legal forms that have it; none named means all. */
  forms: readonly string[];
}

/** Text, ISO day or choice; a number; a sum of money; yes or no. */
export type DetailValue = string | number | boolean | Money;

/** Minor units up to which a sum can be kept. */
export const MONEY_LIMIT = 100_000_000_000;

/** Why a value does not fit a detail, or null when it does. */
export function whyNotDetail(field: DetailField, value: unknown): string | null {
  switch (field.kind) {
    case 'text':
      return typeof value === 'string' && value.trim() !== '' && value.length <= 400 ? null : 'Give text of at most 400 characters.';
    case 'number':
      return typeof value === 'number' && Number.isFinite(value) && Math.abs(value) <= 1e12 ? null : 'Give a number.';
    case 'money':
      return isMoney(value) && Math.abs(value.amount) <= MONEY_LIMIT ? null : 'Give an amount, for example 180.';
    case 'yes or no':
      return typeof value === 'boolean' ? null : 'Say yes or no.';
    case 'choice':
      return typeof value === 'string' && field.choices.includes(value) ? null : `Choose one of ${field.choices.join(', ')}.`;
    case 'date':
      return readDay(value) === null ? 'Give a day that exists, for example 23 Apr 2026.' : null;
  }
}

function readDay(value: unknown): string | null {
  if (typeof value !== 'string' || !/^\d{4}-\d{2}-\d{2}$/.test(value)) return null;
  try {
    return civil(value).toString();
  } catch {
    return null;
  }
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/**
 * A day as people write it: 2026-04-23, 23/04/2026, 23.4.2026, 23 Apr 2026. Day before month, as in the firm's country.
 * @returns ISO; null when it cannot be read.
 * @example dayFromText('23 Apr 2026') // '2026-04-23'
 */
export function dayFromText(text: string): string | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})(?:[T ].*)?$/.exec(text.trim());
  const digits = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/.exec(text.trim());
  const named = /^(\d{1,2})\s+([A-Za-z]{3})[a-z]*\.?,?\s+(\d{4})$/.exec(text.trim());
  const parts = iso
    ? [iso[1], iso[2], iso[3]]
    : digits
      ? [digits[3], digits[2], digits[1]]
      : named
        ? [named[3], MONTHS.indexOf(named[2]!.toLowerCase()) + 1, named[1]]
        : null;
  return parts ? readDay(parts.map((part, index) => String(part).padStart(index === 0 ? 4 : 2, '0')).join('-')) : null;
}

const MONTHS_WRITTEN = MONTHS_LONG.map((name) => name.toLowerCase());

/**
 * A day of any year as people write it: "31 December", "12-31", "31/12", a whole date. @returns "MM-DD", or null.
 * @example monthDayFromText('31/12') // '12-31'
 */
export function monthDayFromText(text: string): string | null {
  const given = text.trim();
  const whole = dayFromText(given);
  if (whole) return whole.slice(5);
  const named = /^(\d{1,2})\s+([A-Za-z]{3,})\.?$/.exec(given);
  const month = named ? MONTHS_WRITTEN.findIndex((name) => name.startsWith(named[2]!.toLowerCase())) + 1 : 0;
  if (named && month > 0) return dayFromText(`${named[1]}/${month}/2024`)?.slice(5) ?? null;
  const digits = /^(\d{1,2})[./](\d{1,2})$/.exec(given);
  if (digits) return dayFromText(`${digits[1]}/${digits[2]}/2024`)?.slice(5) ?? null;
  return /^\d{2}-\d{2}$/.test(given) ? (dayFromText(`2024-${given}`)?.slice(5) ?? null) : null;
}

/**
 * Yes or no as people write it; null when it cannot be read.
 *
 * @example yesFromText('Y') // true
 */
export function yesFromText(text: string): boolean | null {
  const plain = text.trim().toLowerCase();
  if (['yes', 'y', 'true', '1', 'x'].includes(plain)) return true;
  return ['no', 'n', 'false', '0'].includes(plain) ? false : null;
}

/**
 * Reads a detail from text, as in a file that is brought in. @returns the value, or why it cannot be read.
 * @param currency of the firm, in which amounts are understood.
 * @example detailFromText({ id: '1', name: 'Turnover', kind: 'money', choices: [], forms: [] }, '1,180', 'EUR') // { value: { amount: 118000, currency: 'EUR' } }
 */
export function detailFromText(field: DetailField, text: string, currency: Currency): { value: DetailValue } | { problem: string } {
  const given = text.trim();
  const value: unknown =
    field.kind === 'number'
      ? Number(given.replaceAll(',', ''))
      : field.kind === 'money'
        ? parseMoney(given, currency)
        : field.kind === 'date'
          ? dayFromText(given)
          : field.kind === 'yes or no'
            ? yesFromText(given)
            : field.kind === 'choice'
              ? (field.choices.find((choice) => choice.toLowerCase() === given.toLowerCase()) ?? given)
              : given;
  const problem = whyNotDetail(field, value);
  return problem ? { problem } : { value: value as DetailValue };
}

/**
 * A detail as it stands on a page; nothing for one that is not known.
 *
 * @example detailInWords('money', money(118_000, 'EUR')) // 'EUR 1,180.00'
 */
export function detailInWords(kind: DetailKind, value: DetailValue | null | undefined): string {
  if (value === null || value === undefined) return '';
  if (isMoney(value)) return moneyInWords(value);
  if (kind === 'date') return plainDate(civil(value as string));
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value);
}
