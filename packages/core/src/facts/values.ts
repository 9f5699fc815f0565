import { civil } from '../calendar';
import { dayFromText, monthDayFromText, yesFromText } from '../details';
import { type Currency, type Money, formatMoney, ibanInGroups, isIban, isMoney, parseMoney, plainIban } from '../money';
import { plainIdentifier, plainName } from '../matching';
import { monthDayInWords, plainDate } from '../words';
import type { FactDefinition, FactList, KeyedFact, KnownFacts, PostalAddress } from './fact';

/** What is to be known of a firm to read its files. */
export interface FirmOfFile {
  currency: Currency;
  people: readonly { id: string; name: string }[];
}

/** What a cell of a file says: a value, or why it cannot be read. */
export type Read = { value: unknown } | { problem: string };

const valueOr = (value: unknown, problem: string): Read => (value === null || value === undefined ? { problem } : { value });

/**
 * Reads a fact from text, as in a cell of a file.
 *
 * @param firm its currency, in which amounts are understood, and those of its people who can be named
 * @example factFromText(CLIENT_FACTS.yearEnd, '31 December', { currency: 'EUR', people: [] }) // { value: '12-31' }
 */
export function factFromText(fact: FactDefinition, text: string, firm: FirmOfFile): Read {
  const given = text.trim();
  switch (fact.kind) {
    case 'text':
      return given.length <= fact.most ? { value: given } : { problem: `This is longer than ${fact.most} characters.` };
    case 'code': {
      const plain = plainIdentifier(given);
      return fact.pattern.test(plain) ? { value: plain } : { problem: fact.problem };
    }
    case 'choice': {
      const plain = given.toLowerCase();
      // A start such as "not known" stands for what nobody said; a file that says it says nothing.
      const choices = fact.choices.filter((choice) => choice !== 'not known');
      return valueOr(choices.find((choice) => choice.toLowerCase() === plain) ?? fact.also?.[plain], `Write one of ${choices.join(', ')}.`);
    }
    case 'yes or no':
      return valueOr(yesFromText(given), 'Write yes or no.');
    case 'date':
      return valueOr(dayFromText(given), 'Write a day that exists, for example 23 Apr 2026.');
    case 'day of the year':
      return valueOr(monthDayFromText(given), 'Write a day and a month, for example 31 December.');
    case 'account':
      return isIban(given) ? { value: plainIban(given) } : { problem: 'The check digits of this account number (IBAN) do not fit.' };
    case 'person': {
      const found = firm.people.filter((one) => plainName(one.name) === plainName(given));
      return found.length === 1 ? { value: found[0]!.id } : { problem: `Nobody in the firm is called "${given}".` };
    }
    case 'labels':
      return {
        value: given
          .split(/[;,]/)
          .map((label) => label.trim())
          .filter(Boolean)
          .slice(0, 20),
      };
    case 'money':
      return valueOr(parseMoney(given, firm.currency), 'Write an amount, for example 180.');
    case 'address':
      return { problem: 'An address is imported by its parts.' };
    case 'contact':
      return { problem: 'A person of the client is chosen, not written.' };
  }
}

/**
 * An address in lines below one another, as it stands on an envelope.
 *
 * @example addressLines({ street: '7 Strand Road', town: 'Port Sallow', postcode: 'K32', country: 'Ireland' }) // ['7 Strand Road', 'Port Sallow K32', 'Ireland']
 */
export const addressLines = ({ street, town, postcode, country }: PostalAddress): string[] =>
  [street, [town, postcode].filter(Boolean).join(' '), country].filter((line): line is string => Boolean(line));

/**
 * An address in one line: "4 Quay Street, Ballycove K32 X7Y1, Ireland".
 *
 * @example addressInLine({ street: '7 Strand Road', town: 'Port Sallow', country: 'Ireland' }) // '7 Strand Road, Port Sallow, Ireland'
 */
export const addressInLine = (address: PostalAddress): string => addressLines(address).join(', ');

/**
 * A fact as it stands on a page; nothing for one that is not known.
 *
 * @param nameOf the name of somebody of the firm, by id
 * @example factInWords(CLIENT_FACTS.vatRegistered, false) // 'not registered'
 */
export function factInWords(fact: FactDefinition, value: unknown, nameOf: (id: string) => string = (id) => id): string {
  if (value === null || value === undefined) return '';
  switch (fact.kind) {
    case 'yes or no':
      return value === true ? fact.yes : fact.no;
    case 'choice':
      return fact.words?.[value as string] ?? (value as string);
    case 'date':
      return plainDate(civil(value as string));
    case 'day of the year':
      return monthDayInWords(value as string);
    case 'account':
      return ibanInGroups(value as string);
    case 'person':
    case 'contact':
      return nameOf(value as string);
    case 'money':
      return formatMoney(value as Money);
    case 'labels':
      return (value as string[]).join(', ');
    case 'address':
      return addressInLine(value as PostalAddress);
    case 'text':
    case 'code':
      return value as string;
  }
}

/** A fact in the record's words: the same, but for what is said with it. */
function shown(fact: FactDefinition, value: unknown): string {
  if (value === null || value === undefined || value === '') return '';
  const words = fact.kind === 'choice' && fact.shownAs ? (value as string) : factInWords(fact, value);
  return fact.shownAs && words ? fact.shownAs(words) : words;
}

/** Whether a fact has a place in a record: facts that belong to another only where that one is so. */
export const hasPlace = (fact: FactDefinition, facts: KnownFacts): boolean => !fact.onlyWith || facts[fact.onlyWith.fact] === fact.onlyWith.being;

/** Whether a fact is asked for on the sheet of a client with these facts. */
export const isAskedOf = (fact: FactDefinition, facts: KnownFacts): boolean => hasPlace(fact, facts) && (fact.askedOf?.(facts) ?? true);

/**
 * The facts of a record, line by line, as they stand in its margin: what is known, and what every record is asked.
 * Facts that belong to another stand in its line.
 *
 * @param facts those that are shown, in their order
 */
export function linesOf<Key extends string>(facts: readonly KeyedFact<Key>[], record: KnownFacts): { key: Key; label: string; words: string }[] {
  return facts.flatMap((fact) => {
    if (fact.onlyWith || fact.inTitle) return [];
    const together = facts.filter((other) => other.onlyWith?.fact === fact.key && hasPlace(other, record));
    const words = [fact, ...together]
      .map((one) => shown(one, record[one.key]))
      .filter(Boolean)
      .join(', ');
    return words === '' ? [] : [{ key: fact.key, label: fact.short ?? fact.label, words }];
  });
}

/**
 * Whether two values of a fact or a detail are the same, sums of money by amount and currency.
 *
 * @example sameValue(money(100, 'EUR'), money(100, 'JPY')) // false
 */
export const sameValue = (a: unknown, b: unknown): boolean => a === b || (isMoney(a) && isMoney(b) && a.amount === b.amount && a.currency === b.currency);

/** A value as it is kept: an account without blanks, labels once and in order. */
function kept(fact: FactDefinition, value: unknown): unknown {
  switch (fact.kind) {
    case 'account':
      return plainIban(value as string);
    case 'labels':
      return sortedLabels(value as string[]);
    case 'code':
      return fact.identifies ? value : (value as string).toUpperCase();
    default:
      return value;
  }
}

/**
 * Labels once each, without blanks around them, in their order.
 *
 * @example sortedLabels(['b', ' a ', 'b']) // ['a', 'b']
 */
export const sortedLabels = (labels: readonly string[]): string[] =>
  [...new Set(labels.map((label) => label.trim()).filter(Boolean))].sort((a, b) => a.localeCompare(b));

/** Facts as a sheet fills them: what is not given is nothing, not what was there before; what has no place is dropped. */
export function keptOf(facts: readonly KeyedFact[], given: KnownFacts): Record<string, unknown> {
  return Object.fromEntries(
    facts.map((fact) => {
      const value = hasPlace(fact, given) ? (given[fact.key] ?? null) : null;
      return [fact.key, value === null ? (fact.start ?? null) : kept(fact, value)];
    }),
  );
}

/** The facts of a list with their keys, in its order. */
export const keyed = <Key extends string>(list: Readonly<Record<Key, FactDefinition>>): readonly KeyedFact<Key>[] =>
  (Object.entries(list) as [Key, FactDefinition][]).map(([key, fact]) => ({ key, ...fact }));

/** The name of a fact within a sentence: "legal form", "VAT number"; its key where the list has none. */
export function factNamed(list: FactList, key: string): string {
  const label = list[key]?.label ?? key;
  return /^[A-Z]{2}/.test(label) ? label : label.replace(/^./, (letter) => letter.toLowerCase());
}
