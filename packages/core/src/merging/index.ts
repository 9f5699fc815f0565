/** What becomes of two records that are one. */
export interface Merged {
  /** Each fact as it stands afterwards. */
  facts: Record<string, unknown>;
  /** Facts that both have, and not alike: one of the two is chosen. */
  differs: { key: string; kept: unknown; going: unknown }[];
  /** Facts that only the going record had, and that are filled in from it. */
  filled: { key: string; value: unknown }[];
}

const missing = (value: unknown): boolean => value === null || value === undefined || value === '' || value === 'not known';
const same = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

/**
 * Merges two records of one client. What the kept record has stands, unless the other's value is asked for by `take`;
 * what it lacks is filled from the other. Nothing that either had is passed over without being named.
 *
 * @param kept facts of the record that stays, by name
 * @param going facts of the record that becomes part of it
 * @param take names of the facts to take from the going record where the two differ
 * @example mergeRecords({ trade: 'ferries', phone: null }, { trade: 'ferry', phone: '1' }, []).facts // { trade: 'ferries', phone: '1' }
 */
export function mergeRecords(kept: Readonly<Record<string, unknown>>, going: Readonly<Record<string, unknown>>, take: readonly string[]): Merged {
  const facts: Record<string, unknown> = { ...kept };
  const differs: Merged['differs'] = [];
  const filled: Merged['filled'] = [];
  for (const [key, value] of Object.entries(going)) {
    if (missing(value) || same(value, kept[key])) continue;
    if (missing(kept[key])) {
      filled.push({ key, value });
      facts[key] = value;
    } else {
      differs.push({ key, kept: kept[key], going: value });
      if (take.includes(key)) facts[key] = value;
    }
  }
  return { facts, differs, filled };
}
