/** The same value with the keys of every object in one order and without what is undefined, so that two can be compared as text. */
function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, one]) => one !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, one]) => [key, ordered(one)]),
  );
}

/** Whether two pieces of plain data say the same. Nothing said and nothing there are the same. */
export const saysTheSame = (a: unknown, b: unknown): boolean => JSON.stringify(ordered(a)) === JSON.stringify(ordered(b));
