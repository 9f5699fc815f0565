import { type Currency, DifferentCurrenciesError, type Money, isMoney, money } from '@steady/core/money';

/** A row or record whose sums of money stand as minor units, without their currency. */
export type AsFigures<Of> = { [Key in keyof Of]: Money extends Of[Key] ? number | Exclude<Of[Key], Money> : Of[Key] };

/** A record as its table keeps it: one currency beside its sums. */
type Columns<Of> = AsFigures<Of> & { currency: Currency };

/**
 * A record with sums of money as the columns of its table.
 *
 * @param currency the firm's; the database refuses any other.
 * @throws DifferentCurrenciesError when a sum is of another currency.
 */
export function toColumns<Of extends object>(currency: Currency, record: Of): Columns<Of> {
  const columns = Object.entries(record).map(([key, value]: [string, unknown]) => {
    if (!isMoney(value)) return [key, value];
    if (value.currency !== currency) throw new DifferentCurrenciesError(currency, value.currency);
    return [key, value.amount];
  });
  return { ...Object.fromEntries(columns), currency } as Columns<Of>;
}

/** A record as it was read, with these of its columns as sums of money. */
type WithMoney<Row, Keys extends keyof Row> = Omit<Row, Keys | 'currency'> & {
  [Key in Keys]: null extends Row[Key] ? Money | null : Money;
};

/** A record read from its table, with the named columns as sums of money in its own currency. */
export function fromColumns<Row extends { currency: Currency }, Keys extends keyof Row>(row: Row, ...keys: Keys[]): WithMoney<Row, Keys> {
  const { currency, ...rest } = row;
  return inCurrency(currency, rest as unknown as Row, ...keys);
}

/**
 * A row of sums that a query made, with the named columns as sums of money. A firm's records are all of its own currency,
 * which the database sees to, so that what is summed within a firm is of it too.
 */
export function inCurrency<Row extends object, Keys extends keyof Row>(currency: Currency, row: Row, ...keys: Keys[]): WithMoney<Row, Keys> {
  const sums = keys.map((key) => {
    const amount = row[key] as number | null;
    return [key, amount === null ? null : money(amount, currency)];
  });
  return { ...row, ...(Object.fromEntries(sums) as Record<Keys, Money | null>) } as unknown as WithMoney<Row, Keys>;
}
