import { type DetailField, type DetailValue, dayFromText, detailFromText, yesFromText } from '../details';
import { isIban, plainIban } from '../money';
import { ALIKE, NameIndex, likeness, plainIdentifier, plainName } from '../matching';

/** What a column of a file can be brought in as. */
export interface Target {
  key: string;
  name: string;
  /** Other headings under which it is found. */
  also?: readonly string[];
  /** Reads a cell. @returns the value, or why it cannot be read. */
  read(text: string): { value: unknown } | { problem: string };
}

const asIs = (text: string) => ({ value: text.trim() });
const most = (length: number) => (text: string) => (text.trim().length <= length ? asIs(text) : { problem: `This is longer than ${length} characters.` });
const oneOf =
  (choices: readonly string[], also: Record<string, string> = {}) =>
  (text: string): { value: string } | { problem: string } => {
    const plain = text.trim().toLowerCase();
    const found = choices.find((choice) => choice.toLowerCase() === plain) ?? also[plain];
    return found ? { value: found } : { problem: `Write one of ${choices.join(', ')}.` };
  };
const matching = (pattern: RegExp, problem: string) => (text: string) => (pattern.test(text.trim()) ? asIs(text) : { problem });
const identifier = (pattern: RegExp, problem: string) => (text: string) => {
  const plain = plainIdentifier(text);
  return pattern.test(plain) ? { value: plain } : { problem };
};

const MONTHS = ['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october', 'november', 'december'];

/** A day of any year as people write it: "31 December", "12-31", "31/12", a whole date. @returns "MM-DD", or null. */
export function monthDayFromText(text: string): string | null {
  const given = text.trim();
  const whole = dayFromText(given);
  if (whole) return whole.slice(5);
  const named = /^(\d{1,2})\s+([A-Za-z]{3,})\.?$/.exec(given);
  const month = named ? MONTHS.findIndex((name) => name.startsWith(named[2]!.toLowerCase())) + 1 : 0;
  if (named && month > 0) return dayFromText(`${named[1]}/${month}/2024`)?.slice(5) ?? null;
  const digits = /^(\d{1,2})[./](\d{1,2})$/.exec(given);
  if (digits) return dayFromText(`${digits[1]}/${digits[2]}/2024`)?.slice(5) ?? null;
  return /^\d{2}-\d{2}$/.test(given) ? (dayFromText(`2024-${given}`)?.slice(5) ?? null) : null;
}

/** The facts of a client that a file can bring, with these people and details of the firm. */
export function clientTargets(people: readonly { id: string; name: string }[], details: readonly DetailField[]): Target[] {
  const person = (text: string): { value: string } | { problem: string } => {
    const plain = plainName(text);
    const found = people.filter((one) => plainName(one.name) === plain);
    return found.length === 1 ? { value: found[0]!.id } : { problem: `Nobody in the firm is called "${text.trim()}".` };
  };
  const yes = (text: string) => {
    const value = yesFromText(text);
    return value === null ? { problem: 'Write yes or no.' } : { value };
  };
  const monthDay = (text: string) => {
    const value = monthDayFromText(text);
    return value === null ? { problem: 'Write a day and a month, for example 31 December.' } : { value };
  };
  const day = (text: string) => {
    const value = dayFromText(text);
    return value === null ? { problem: 'Write a day that exists, for example 23 Apr 2026.' } : { value };
  };
  return [
    { key: 'name', name: 'Client', also: ['name', 'client name', 'company', 'company name', 'organisation', 'full name', 'fn', 'org'], read: most(160) },
    {
      key: 'legalForm',
      name: 'Legal form',
      also: ['form', 'type', 'kind', 'entity type', 'client type'],
      read: oneOf(['company', 'co-operative', 'charity', 'partnership', 'sole trader', 'person'], {
        ltd: 'company',
        limited: 'company',
        individual: 'person',
        trust: 'charity',
        'self-employed': 'sole trader',
      }),
    },
    {
      key: 'standing',
      name: 'Standing',
      also: ['status'],
      read: oneOf(['prospect', 'active', 'former'], { client: 'active', inactive: 'former', lead: 'prospect' }),
    },
    { key: 'trade', name: 'Trade', also: ['industry', 'business', 'activity'], read: most(80) },
    { key: 'yearEnd', name: 'Year-end', also: ['year end', 'financial year end', 'accounting date'], read: monthDay },
    {
      key: 'vatNumber',
      name: 'VAT number',
      also: ['vat', 'vat no', 'vat reg'],
      read: identifier(/^[A-Z]{2}[0-9A-Z+*]{7,12}$/, 'A VAT number is two letters and 7 to 12 digits or letters.'),
    },
    {
      key: 'taxNumber',
      name: 'Tax number',
      also: ['tax no', 'tax reference', 'tax id'],
      read: identifier(/^[0-9A-Z]{5,20}$/, 'A tax number is 5 to 20 digits and letters.'),
    },
    {
      key: 'companyNumber',
      name: 'Company number',
      also: ['company no', 'registration number', 'registered number'],
      read: identifier(/^[A-Z]{0,3}[0-9]{4,10}$/, 'A company number is 4 to 10 digits.'),
    },
    { key: 'employer', name: 'Employer', also: ['employs', 'has payroll'], read: yes },
    { key: 'annualReturnDate', name: 'Annual return date', read: monthDay },
    { key: 'way', name: 'Works', also: ['online or paper'], read: oneOf(['online', 'paper'], { 'on paper': 'paper', post: 'paper' }) },
    { key: 'since', name: 'Client since', also: ['since', 'start date', 'joined'], read: day },
    {
      key: 'labels',
      name: 'Labels',
      also: ['tags', 'label', 'groups', 'categories'],
      read: (text) => ({
        value: text
          .split(/[;,]/)
          .map((label) => label.trim())
          .filter(Boolean)
          .slice(0, 20),
      }),
    },
    { key: 'paperPlace', name: 'Paper is', read: most(120) },
    { key: 'street', name: 'Street', also: ['address', 'address line 1', 'street address'], read: most(200) },
    { key: 'town', name: 'Town', also: ['city', 'town or city', 'place'], read: most(100) },
    { key: 'postcode', name: 'Postcode', also: ['post code', 'zip', 'zip code', 'eircode', 'postal code'], read: most(20) },
    { key: 'country', name: 'Country', read: most(60) },
    {
      key: 'iban',
      name: 'Account (IBAN)',
      also: ['iban', 'bank account', 'account number'],
      read: (text) => (isIban(text) ? { value: plainIban(text) } : { problem: 'The check digits of this account number (IBAN) do not fit.' }),
    },
    {
      key: 'bic',
      name: 'Bank code (BIC)',
      also: ['bic', 'swift', 'swift code'],
      read: identifier(/^[A-Z]{6}[A-Z0-9]{2}([A-Z0-9]{3})?$/, 'A bank code (BIC) is 8 or 11 letters and digits.'),
    },
    {
      key: 'paymentMethod',
      name: 'Pays by',
      also: ['payment method', 'payment'],
      read: oneOf(['bank transfer', 'direct debit', 'card', 'cash or cheque'], {
        transfer: 'bank transfer',
        eft: 'bank transfer',
        cheque: 'cash or cheque',
        cash: 'cash or cheque',
      }),
    },
    { key: 'partnerId', name: 'Partner', read: person },
    { key: 'managerId', name: 'Manager', also: ['account manager', 'client manager'], read: person },
    { key: 'preparerId', name: 'Preparer', also: ['assigned to', 'accountant'], read: person },
    { key: 'contactName', name: 'Contact', also: ['contact name', 'contact person', 'main contact'], read: most(120) },
    {
      key: 'email',
      name: 'Email',
      also: ['email address', 'e-mail', 'mail'],
      read: matching(/^[^\s@]+@[^\s@]+\.[^\s@]{2,}$/, 'This is not a complete email address.'),
    },
    {
      key: 'phone',
      name: 'Telephone',
      also: ['phone', 'tel', 'mobile', 'telephone number', 'phone number'],
      read: matching(/^[+\d][\d ()/.-]{4,29}$/, 'Write the telephone number in digits.'),
    },
    { key: 'contactRole', name: 'Role of the contact', also: ['role', 'position', 'title', 'job title'], read: most(60) },
    ...details.map((detail): Target => ({
      key: `detail:${detail.id}`,
      name: detail.name,
      read: (text) => detailFromText(detail, text),
    })),
  ];
}

/** Which heading is brought in as what; null leaves a column out. */
export type Mapping = (string | null)[];

/** Above this a heading is taken for another spelling of a target. */
const HEADING_ALIKE = 0.78;

/** Proposes a mapping from the headings: what was chosen before, the very name, then what is spelt much like it. Each target once. */
export function proposeMapping(headings: readonly string[], targets: readonly Target[], before: Readonly<Record<string, string | null>> = {}): Mapping {
  const taken = new Set<string>();
  const mapping: Mapping = headings.map(() => null);
  const settle = (index: number, key: string) => {
    mapping[index] = key;
    taken.add(key);
  };
  const plain = headings.map((heading) => heading.trim().toLowerCase());
  const remembered = plain.map((heading) => heading in before);
  plain.forEach((heading, index) => {
    const key = before[heading];
    if (key && !taken.has(key) && targets.some((target) => target.key === key)) settle(index, key);
  });
  const rounds: ((heading: string, target: Target) => boolean)[] = [
    (heading, target) => target.name.toLowerCase() === heading,
    (heading, target) => target.also?.includes(heading) ?? false,
    (heading, target) => [target.name, ...(target.also ?? [])].some((name) => likeness(name, heading) >= HEADING_ALIKE),
  ];
  for (const fits of rounds) {
    plain.forEach((heading, index) => {
      if (heading === '' || mapping[index] !== null || remembered[index]) return;
      const target = targets.find((one) => !taken.has(one.key) && fits(heading, one));
      if (target) settle(index, target.key);
    });
  }
  return mapping;
}

/** A client as an import compares it: every target it could bring, by key. */
export interface KnownClient {
  id: string;
  name: string;
  values: Readonly<Record<string, unknown>>;
}

export interface CellFault {
  column: number;
  message: string;
}

export interface FieldChange {
  key: string;
  before: unknown;
  after: unknown;
}

export type Verdict =
  | { kind: 'new' }
  | { kind: 'changed'; clientId: string; changes: FieldChange[] }
  | { kind: 'same'; clientId: string }
  | { kind: 'doubtful'; why: string; candidates: string[] }
  | { kind: 'wrong'; faults: CellFault[] };

export interface SortedRow {
  /** The line of the file, the first after the headings being 2. */
  line: number;
  values: Record<string, unknown>;
  verdict: Verdict;
}

const IDENTIFIERS = ['vatNumber', 'taxNumber', 'companyNumber'] as const;
const same = (a: unknown, b: unknown): boolean =>
  Array.isArray(a) && Array.isArray(b) ? a.every((one) => b.includes(one)) : typeof a === 'string' && typeof b === 'string' ? a === b : a === b;

/** Labels are added to those there are; everything else is set. */
const wanted = (key: string, before: unknown, after: unknown): unknown =>
  key === 'labels' ? [...new Set([...((before as string[] | undefined) ?? []), ...(after as string[])])].sort((a, b) => a.localeCompare(b)) : after;

/**
 * Sorts the rows of a file against the clients there are: new, changed field by field, same, doubtful, or wrong with
 * the reason at the cell. Writes nothing. The same file again, after it was brought in, is all "same".
 */
export function sortRows(rows: readonly (readonly string[])[], mapping: Mapping, targets: readonly Target[], known: readonly KnownClient[]): SortedRow[] {
  const columns = mapping.map((key) => targets.find((target) => target.key === key) ?? null);
  const byIdentifier = new Map<string, string>();
  for (const client of known)
    for (const key of IDENTIFIERS) {
      const value = client.values[key];
      if (typeof value === 'string' && value !== '') byIdentifier.set(`${key} ${plainIdentifier(value)}`, client.id);
    }
  const byName = new Map<string, string[]>();
  for (const client of known) byName.set(plainName(client.name), [...(byName.get(plainName(client.name)) ?? []), client.id]);
  const byId = new Map(known.map((client) => [client.id, client]));
  const index = new NameIndex(known);
  const earlier = new Map<string, number>();

  return rows.map((cells, at) => {
    const line = at + 2;
    const values: Record<string, unknown> = {};
    const faults: CellFault[] = [];
    columns.forEach((target, column) => {
      const text = (cells[column] ?? '').trim();
      if (!target || text === '') return;
      const read = target.read(text);
      if ('problem' in read) faults.push({ column, message: read.problem });
      else values[target.key] = read.value;
    });
    const name = values.name as string | undefined;
    if (!name && faults.length === 0) faults.push({ column: Math.max(0, mapping.indexOf('name')), message: 'Every row needs the name of a client.' });
    if (faults.length > 0) return { line, values, verdict: { kind: 'wrong', faults } };

    const own = [`name ${plainName(name!)}`, ...IDENTIFIERS.filter((key) => values[key]).map((key) => `${key} ${plainIdentifier(values[key] as string)}`)];
    const twin = own.map((key) => earlier.get(key)).find((found) => found !== undefined);
    for (const key of own) if (!earlier.has(key)) earlier.set(key, line);
    if (twin !== undefined) return { line, values, verdict: { kind: 'doubtful', why: `Line ${twin} of the file is the same client.`, candidates: [] } };

    const hits = new Set(IDENTIFIERS.filter((key) => values[key]).flatMap((key) => byIdentifier.get(`${key} ${plainIdentifier(values[key] as string)}`) ?? []));
    if (hits.size > 1) return { line, values, verdict: { kind: 'doubtful', why: 'Its numbers belong to different clients.', candidates: [...hits] } };
    const [hit] = hits;
    const named = byName.get(plainName(name!)) ?? [];
    if (hit !== undefined) {
      const client = byId.get(hit)!;
      if (named.length > 0 && !named.includes(hit))
        return {
          line,
          values,
          verdict: { kind: 'doubtful', why: 'Its name is of one client, its number of another.', candidates: [...new Set([hit, ...named])] },
        };
      if (likeness(client.name, name!) < ALIKE / 2)
        return { line, values, verdict: { kind: 'doubtful', why: `Its number belongs to ${client.name}.`, candidates: [hit] } };
      return { line, values, verdict: compared(client, values) };
    }
    if (named.length > 1) return { line, values, verdict: { kind: 'doubtful', why: 'Several clients have this name.', candidates: named } };
    if (named.length === 1) {
      const client = byId.get(named[0]!)!;
      const differs = IDENTIFIERS.some(
        (key) => values[key] && client.values[key] && plainIdentifier(client.values[key] as string) !== plainIdentifier(values[key] as string),
      );
      if (differs) return { line, values, verdict: { kind: 'doubtful', why: 'A client of this name has another number.', candidates: named } };
      return { line, values, verdict: compared(client, values) };
    }
    const alike = index.like(name!).slice(0, 3);
    if (alike.length > 0)
      return {
        line,
        values,
        verdict: { kind: 'doubtful', why: `Much like ${alike.map((one) => one.named.name).join(', ')}.`, candidates: alike.map((one) => one.named.id) },
      };
    return { line, values, verdict: { kind: 'new' } };
  });
}

/** What a row would change on a client. What the file leaves empty stays; a name spelt a little otherwise does too. */
export function compared(client: KnownClient, values: Readonly<Record<string, unknown>>): Verdict {
  const changes = Object.entries(values).flatMap(([key, value]): FieldChange[] => {
    const before = client.values[key] ?? null;
    if (key === 'name' && plainName(before as string) === plainName(value as string)) return [];
    if (IDENTIFIERS.includes(key as never) && typeof before === 'string' && plainIdentifier(before) === plainIdentifier(value as string)) return [];
    const after = wanted(key, before, value);
    return same(after, before) ? [] : [{ key, before, after }];
  });
  return changes.length === 0 ? { kind: 'same', clientId: client.id } : { kind: 'changed', clientId: client.id, changes };
}

export type { DetailValue };
