import { Transform } from 'class-transformer';
import { Matches, type ValidationOptions, ValidateBy, ValidateIf, isEmail } from 'class-validator';
import { isDay, isRhythm } from '@steady/core/calendar';
import { formatMoney, isIban, isMoney, money } from '@steady/core/money';

/** Trims text; an empty one becomes undefined, so that "optional" means what it says. */
export const Trimmed = () => Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() || undefined : value));

/** Trims text that may be left out but not emptied: an empty one stays, and is refused. */
export const TrimmedToSome = () => Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() : value));

/** The field may be left out. Null is no way to leave it out: where null means something, the field says so itself. */
export const LeftOut = () => ValidateIf((_, value) => value !== undefined);

/** The field is wanted where the rest of the record says so; elsewhere it may be left out, but what is given is checked all the same. */
export const WantedIf = <T>(wanted: (record: T) => boolean) =>
  ValidateIf((record: T, value: unknown) => (value !== undefined && !(Array.isArray(value) && value.length === 0)) || wanted(record));

/** An email address. What holds half a letter is none; the check that comes with the library breaks on it. */
export const IsMail = (options: ValidationOptions) =>
  ValidateBy({ name: 'isMail', validator: { validate: (value: unknown) => typeof value === 'string' && value.isWellFormed() && isEmail(value) } }, options);

/** An address on the web, with http or https. */
export const IsWebAddress = () =>
  ValidateBy({
    name: 'isWebAddress',
    validator: {
      validate: (value: unknown) => typeof value === 'string' && value.length <= 500 && URL.canParse(value) && /^https?:$/.test(new URL(value).protocol),
      defaultMessage: () => 'Give an address on the web that begins with https://.',
    },
  });

/** A day that exists, ISO 8601, between 1900 and 2200. */
export const IsDay = (options?: ValidationOptions) =>
  ValidateBy(
    {
      name: 'isDay',
      validator: {
        validate: (value: unknown) => isDay(value) && value >= '1900' && value < '2201',
        defaultMessage: () => 'Give a day that exists, for example 23 Apr 2026.',
      },
    },
    options,
  );

/** A day that does not come before the one in another field; where either is missing there is nothing to compare. */
export const IsNotBefore = (other: string, options?: ValidationOptions) =>
  ValidateBy(
    {
      name: 'isNotBefore',
      constraints: [other],
      validator: {
        validate: (value: unknown, about) => {
          const from = (about?.object as Record<string, unknown>)[other];
          return typeof value !== 'string' || typeof from !== 'string' || value >= from;
        },
      },
    },
    options,
  );

/** A number with at most so many decimals. (The check that comes with the library breaks on numbers such as 1e-7.) */
export const IsFigure = (decimals: number, options?: ValidationOptions) =>
  ValidateBy(
    {
      name: 'isFigure',
      constraints: [decimals],
      validator: {
        validate: (value: unknown) => typeof value === 'number' && Number.isFinite(value) && Number(value.toFixed(decimals)) === value,
        defaultMessage: () => `Give a number with at most ${decimals} decimals.`,
      },
    },
    options,
  );

/** An international bank account number whose check digits fit (ISO 13616). */
export const IsIban = (options?: ValidationOptions) =>
  ValidateBy(
    {
      name: 'isIban',
      validator: {
        validate: (value: unknown) => typeof value === 'string' && isIban(value),
        defaultMessage: () => 'This account number (IBAN) cannot be right: its check digits do not fit. Compare it with the one you were given.',
      },
    },
    options,
  );

/** A day of any year, "MM-DD"; 29 February stands for the last day of that month. */
export const IsMonthDay = (options?: ValidationOptions) =>
  ValidateBy(
    {
      name: 'isMonthDay',
      validator: {
        validate: (value: unknown) => {
          const match = typeof value === 'string' ? /^(\d{2})-(\d{2})$/.exec(value) : null;
          if (!match) return false;
          const month = Number(match[1]);
          const day = Number(match[2]);
          return month >= 1 && month <= 12 && day >= 1 && day <= new Date(Date.UTC(2024, month, 0)).getUTCDate();
        },
        defaultMessage: () => 'Choose a day and a month that exist.',
      },
    },
    options,
  );

/** How often work recurs: a name, "every 10 weeks", or a recurrence rule of RFC 5545. */
export const IsRhythm = (options?: ValidationOptions) =>
  ValidateBy(
    {
      name: 'isRhythm',
      validator: { validate: isRhythm, defaultMessage: () => 'Choose how often the work recurs.' },
    },
    options,
  );

/** Minor units that a field holds at most: ten million of a currency with two decimals. */
const MOST = 1_000_000_000;

/** A sum of money from `lowest` minor units up to ten million, or to `most`. Whether it is of the firm's currency is seen when it is read. */
export const IsMoney = (lowest: number, most = MOST) =>
  ValidateBy({
    name: 'isMoney',
    constraints: [lowest, most],
    validator: {
      validate: (value: unknown) => isMoney(value) && value.amount >= lowest && value.amount <= most,
      defaultMessage: (about) => {
        const value: unknown = about?.value;
        if (!isMoney(value)) return 'Give an amount, for example 180.';
        if (value.amount > most) return `That is more than this field can hold: ${formatMoney(money(most, value.currency))}.`;
        return lowest > 0 ? 'Give an amount above zero.' : 'An amount below zero has no place here.';
      },
    },
  });

const CONTROL = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F]/;

const LINE_BREAK = /[\n\r\u2028\u2029]/;

function textOf(name: string, most: number, what: string, oneLine: boolean): PropertyDecorator {
  return ValidateBy({
    name,
    constraints: [most],
    validator: {
      validate: (value: unknown) =>
        value === undefined ||
        value === null ||
        (typeof value === 'string' && value.length <= most && !CONTROL.test(value) && value.isWellFormed() && !(oneLine && LINE_BREAK.test(value))),
      defaultMessage: (about) => {
        if (typeof about?.value !== 'string') return `${what} has to be text.`;
        if (about.value.length > most) return `${what} can be ${most} characters long at most.`;
        return oneLine && LINE_BREAK.test(about.value) ? `${what} has to be in one line.` : `${what} has characters that cannot be printed.`;
      },
    },
  });
}

/** Text of at most `most` characters without control characters, in as many lines as one likes. Whether it may be left out is for others to say. */
export const IsText = (most: number, what: string) => textOf('isText', most, what, false);

/** The same in one line: a name, a title, a reference. */
export const IsLine = (most: number, what: string) => textOf('isLine', most, what, true);

/** A telephone number as people write it. @param example one of its kind */
export const IsTelephone = (example: string) => Matches(/^[+\d][\d ()/-]{4,29}$/, { message: `Give a telephone number in digits, for example ${example}.` });
