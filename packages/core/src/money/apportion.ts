/**
 * Shares out a whole over weights so that the parts are integers and sum exactly to it (largest-remainder method,
 * also called Hamilton's). Each part is first cut towards zero; the units left over go one each to the largest
 * remainders, and among equal remainders to the earlier part.
 *
 * @param total integer minor units, may be negative.
 * @param weights non-negative integers, at least one above zero unless the total is zero.
 * @returns parts in the order of the weights.
 * @throws RangeError when the total is not zero and there is nothing to share it over.
 * @example apportion(-10_000, [1, 1, 1]) // [-3334, -3333, -3333]
 */
export function apportion(total: number, weights: readonly number[]): number[] {
  if (!Number.isSafeInteger(total)) throw new RangeError('The total must be a whole number of minor units');
  if (weights.some((weight) => !Number.isSafeInteger(weight) || weight < 0)) throw new RangeError('Weights must be whole numbers of zero or more');
  const sum = weights.reduce((a, b) => a + BigInt(b), 0n);
  if (sum === 0n) {
    if (total !== 0) throw new RangeError('There is nothing to share the total over');
    return weights.map(() => 0);
  }
  const sign = total < 0 ? -1 : 1;
  const whole = BigInt(Math.abs(total));
  const shares = weights.map((weight, index) => {
    const product = whole * BigInt(weight);
    return { index, part: Number(product / sum), remainder: product % sum };
  });
  let left = Math.abs(total) - shares.reduce((a, share) => a + share.part, 0);
  const byRemainder = [...shares].sort((a, b) => (a.remainder === b.remainder ? a.index - b.index : a.remainder > b.remainder ? -1 : 1));
  for (const share of byRemainder) {
    if (left === 0) break;
    share.part += 1;
    left -= 1;
  }
  return shares.map((share) => (share.part === 0 ? 0 : sign * share.part));
}
