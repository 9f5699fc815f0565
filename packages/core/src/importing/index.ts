import { clientFacts, identifiers } from '../clients';
import { type FirmOfFile, type Read, factFromText, sameValue, sortedLabels } from '../facts';
import { type DetailField, type DetailValue, detailFromText } from '../details';
import { type CellFault, type Mapping, type Target, readCells } from './columns';
import { ALIKE, NameIndex, likeness, plainIdentifier, plainName } from '../matching';

const most =
  (length: number) =>
  (text: string): Read =>
    text.trim().length <= length ? { value: text.trim() } : { problem: `This is longer than ${length} characters.` };
const matching =
  (pattern: RegExp, problem: string) =>
  (text: string): Read =>
    pattern.test(text.trim()) ? { value: text.trim() } : { problem };

/** What a file can bring beside the facts of a client: the parts of its address, and its first contact. */
const OTHER_TARGETS: Target[] = [
  { key: 'street', name: 'Street', also: ['address', 'address line 1', 'street address'], read: most(200) },
  { key: 'town', name: 'Town', also: ['city', 'town or city', 'place'], read: most(100) },
  { key: 'postcode', name: 'Postcode', also: ['post code', 'zip', 'zip code', 'eircode', 'postal code'], read: most(20) },
  { key: 'country', name: 'Country', read: most(60) },
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
  { key: 'firstName', name: 'First name', also: ['given name', 'forename', 'christian name'], read: most(60) },
  { key: 'lastName', name: 'Last name', also: ['surname', 'family name'], read: most(60) },
  { key: 'contactRole', name: 'Role of the contact', also: ['role', 'position', 'title', 'job title'], read: most(60) },
];

/** What a file can bring of a client: facts that have headings, its address and first contact, and these details of the firm. */
export function clientTargets(firm: FirmOfFile, details: readonly DetailField[]): Target[] {
  const facts = clientFacts.flatMap((fact): Target[] =>
    fact.headings ? [{ key: fact.key, name: fact.label, also: fact.headings, read: (text) => factFromText(fact, text, firm) }] : [],
  );
  const own = details.map((detail): Target => ({ key: `detail:${detail.id}`, name: detail.name, read: (text) => detailFromText(detail, text, firm.currency) }));
  return [...facts, ...OTHER_TARGETS, ...own];
}

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
  /** Cells that could not be read, or could not be kept: the row goes on without them. */
  leftOut: CellFault[];
}

const IDENTIFIERS: readonly string[] = identifiers.map((fact) => fact.key);
const same = (a: unknown, b: unknown): boolean => (Array.isArray(a) && Array.isArray(b) ? a.every((one) => b.includes(one)) : sameValue(a, b));

/** Labels are added to those there are; everything else is set. */
const wanted = (key: string, before: unknown, after: unknown): unknown =>
  key === 'labels' ? sortedLabels([...((before as string[] | undefined) ?? []), ...(after as string[])]) : after;

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

  const verdictOf = (line: number, values: Record<string, unknown>, name: string): Verdict => {
    const own = [`name ${plainName(name)}`, ...IDENTIFIERS.filter((key) => values[key]).map((key) => `${key} ${plainIdentifier(values[key] as string)}`)];
    const twin = own.map((key) => earlier.get(key)).find((found) => found !== undefined);
    for (const key of own) if (!earlier.has(key)) earlier.set(key, line);
    if (twin !== undefined) return { kind: 'doubtful', why: `Line ${twin} of the file is the same client.`, candidates: [] };

    const hits = new Set(IDENTIFIERS.filter((key) => values[key]).flatMap((key) => byIdentifier.get(`${key} ${plainIdentifier(values[key] as string)}`) ?? []));
    if (hits.size > 1) return { kind: 'doubtful', why: 'Its numbers belong to different clients.', candidates: [...hits] };
    const [hit] = hits;
    const named = byName.get(plainName(name)) ?? [];
    if (hit !== undefined) {
      const client = byId.get(hit)!;
      if (named.length > 0 && !named.includes(hit))
        return { kind: 'doubtful', why: 'Its name is of one client, its number of another.', candidates: [...new Set([hit, ...named])] };
      if (likeness(client.name, name) < ALIKE / 2) return { kind: 'doubtful', why: `Its number belongs to ${client.name}.`, candidates: [hit] };
      return compared(client, values);
    }
    if (named.length > 1) return { kind: 'doubtful', why: 'Several clients have this name.', candidates: named };
    if (named.length === 1) {
      const client = byId.get(named[0]!)!;
      const differs = IDENTIFIERS.some(
        (key) => values[key] && client.values[key] && plainIdentifier(client.values[key] as string) !== plainIdentifier(values[key] as string),
      );
      if (differs) return { kind: 'doubtful', why: 'A client of this name has another number.', candidates: named };
      return compared(client, values);
    }
    const alike = index.like(name).slice(0, 3);
    if (alike.length > 0)
      return { kind: 'doubtful', why: `Much like ${alike.map((one) => one.named.name).join(', ')}.`, candidates: alike.map((one) => one.named.id) };
    return { kind: 'new' };
  };

  const sortedOne = (line: number, values: Record<string, unknown>, unread: CellFault[]): Pick<SortedRow, 'verdict' | 'leftOut'> => {
    const name = values.name as string | undefined;
    const atName = unread.filter((fault) => columns[fault.column]?.key === 'name');
    if (!name) {
      const missing = { column: Math.max(0, mapping.indexOf('name')), message: 'Every row needs the name of a client.' };
      return { verdict: { kind: 'wrong', faults: atName.length > 0 ? atName : [missing] }, leftOut: unread };
    }
    const verdict = verdictOf(line, values, name);
    const known = 'clientId' in verdict ? byId.get(verdict.clientId) : undefined;
    // Whoever is in doubt may be one of several: it is settled when that is, see `withWholeAddress`.
    const candidates = verdict.kind === 'doubtful' ? verdict.candidates.flatMap((id) => byId.get(id) ?? []) : [];
    if (!isHalfAddress(values, known) || candidates.some((one) => !isHalfAddress(values, one))) return { verdict, leftOut: unread };
    const lost = ADDRESS_PARTS.filter((part) => values[part] !== undefined).map((part) => ({
      column: columns.findIndex((column) => column?.key === part),
      message: 'An address needs a street and a town.',
    }));
    for (const part of ADDRESS_PARTS) delete values[part];
    return { verdict: known ? compared(known, values) : verdict, leftOut: [...unread, ...lost] };
  };

  return rows.flatMap((cells, at) => {
    if (cells.every((cell) => cell.trim() === '')) return [];
    const line = at + 2;
    const { values, leftOut } = readRow(cells, columns);
    return [{ line, values, ...sortedOne(line, values, leftOut) }];
  });
}

const ADDRESS_PARTS = ['street', 'town', 'postcode', 'country'] as const;

/** What the cells of a row say of a client; a first and a last name are one name. */
function readRow(cells: readonly string[], columns: readonly (Target | null)[]): { values: Record<string, unknown>; leftOut: CellFault[] } {
  const { values, leftOut } = readCells(cells, columns);
  const { firstName, lastName, ...rest } = values;
  const person = [firstName, lastName].filter(Boolean).join(' ');
  // Beside the name of a client they are its contact's.
  const of = rest.name === undefined ? 'name' : 'contactName';
  return { values: person === '' ? rest : { [of]: person, ...rest }, leftOut };
}

/** Whether parts of an address are given that make none, together with what is known of it: a street and a town belong to one. */
function isHalfAddress(values: Readonly<Record<string, unknown>>, known: KnownClient | undefined): boolean {
  const has = (part: (typeof ADDRESS_PARTS)[number]) => Boolean(values[part] ?? known?.values[part]);
  return ADDRESS_PARTS.some((part) => values[part] !== undefined) && !(has('street') && has('town'));
}

/** What a row says of a client once it is settled who that is, or that nobody knows it: without an address of which half is missing. */
export function withWholeAddress(values: Readonly<Record<string, unknown>>, known?: KnownClient): Record<string, unknown> {
  const drops: readonly string[] = isHalfAddress(values, known) ? ADDRESS_PARTS : [];
  return Object.fromEntries(Object.entries(values).filter(([key]) => !drops.includes(key)));
}

/** What a row would change on a client. What the file leaves empty stays; a name spelt a little otherwise does too. */
export function compared(client: KnownClient, values: Readonly<Record<string, unknown>>): Verdict {
  const changes = Object.entries(values).flatMap(([key, value]): FieldChange[] => {
    const before = client.values[key] ?? null;
    if (key === 'name' && plainName(before as string) === plainName(value as string)) return [];
    if (IDENTIFIERS.includes(key) && typeof before === 'string' && plainIdentifier(before) === plainIdentifier(value as string)) return [];
    const after = wanted(key, before, value);
    return same(after, before) ? [] : [{ key, before, after }];
  });
  return changes.length === 0 ? { kind: 'same', clientId: client.id } : { kind: 'changed', clientId: client.id, changes };
}

/**
 * Whether two records with an address are one person: the same address, and a name that is not another's. People who share
 * an address under different names stay apart.
 */
export const isSamePerson = (one: { name: string; email: string | null }, other: { name: string; email: string | null }): boolean =>
  one.email !== null && one.email.toLowerCase() === other.email?.toLowerCase() && likeness(one.name, other.name) >= ALIKE;

export type { DetailValue };
export { type Begins, type JobOfFile, type JobRowRead, type JobVerdict, type KnownWork, jobTargets, sortJobRows } from './job-rows';
export type { CellFault, Mapping, Target } from './columns';
