import { CLIENT_FACTS } from '../clients';
import { type FactDefinition, factInWords } from '../facts';

/** Of whom details are proposed: of the person themselves, or of a client they act for. */
export const ABOUTS = ['person', 'client'] as const;
export type About = (typeof ABOUTS)[number];

const PERSON: Readonly<Record<string, FactDefinition>> = {
  email: { kind: 'text', label: 'Email' },
  phone: { kind: 'text', label: 'Telephone' },
  mobile: { kind: 'text', label: 'Mobile' },
  address: { kind: 'address', label: 'Address' },
  awayUntil: { kind: 'date', label: 'Away until' },
} as unknown as Record<string, FactDefinition>;

/** What a client’s people may propose to change, in the order in which it is shown. */
const PROPOSED: Record<About, Readonly<Record<string, FactDefinition>>> = {
  person: PERSON,
  client: { name: CLIENT_FACTS.name, trade: CLIENT_FACTS.trade, address: CLIENT_FACTS.address },
};

export type Details = Readonly<Record<string, unknown>>;

export interface ProposedChange {
  key: string;
  label: string;
  before: unknown;
  after: unknown;
  /** As they are read; nothing where there is none. */
  says: { before: string | null; after: string | null };
}

/** A value for comparing: nothing and an empty text are the same, and the order of an address’s parts does not matter. */
function plain(value: unknown): string {
  if (value === null || value === undefined || value === '') return '';
  if (typeof value === 'string') return value.trim();
  if (typeof value !== 'object') return JSON.stringify(value);
  return JSON.stringify(
    Object.entries(value)
      .filter(([, part]) => plain(part) !== '')
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );
}

/**
 * What a proposal would change of a record as it stands now. What stands there already is no change, so taking a proposal over twice changes nothing.
 *
 * @param about whose details they are
 * @param now the record
 * @param proposed the details as somebody gave them; what is not named there is left as it is
 */
export function changesOf(about: About, now: Details, proposed: Details): ProposedChange[] {
  return Object.entries(PROPOSED[about]).flatMap(([key, fact]) => {
    if (!(key in proposed) || plain(now[key]) === plain(proposed[key])) return [];
    const says = (value: unknown) => (plain(value) === '' ? null : factInWords(fact, value));
    return [
      {
        key,
        label: fact.short ?? fact.label,
        before: now[key] ?? null,
        after: proposed[key] ?? null,
        says: { before: says(now[key]), after: says(proposed[key]) },
      },
    ];
  });
}

/** Of a record, what can be proposed anew. */
export const detailsOf = (about: About, record: Details): Details => Object.fromEntries(Object.keys(PROPOSED[about]).map((key) => [key, record[key] ?? null]));
