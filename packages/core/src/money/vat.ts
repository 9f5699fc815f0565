import { type Money, money, plus, sumOf } from './money';

export interface VatAmounts {
  net: Money;
  vat: Money;
  gross: Money;
}

/**
 * VAT on a net amount, rounded half up to the minor unit.
 * @param net zero or more.
 * @param rate basis points: 2300 is 23 %.
 * @example addVat(money(18_050, 'EUR'), 2_300).vat // { amount: 4152, currency: 'EUR' }
 */
export function addVat(net: Money, rate: number): VatAmounts {
  const vat = money(Math.floor((net.amount * rate * 2 + 10_000) / 20_000), net.currency);
  return { net, vat, gross: plus(net, vat) };
}

/** Amounts of a bill that are charged at one rate. */
export interface VatAtRate extends VatAmounts {
  /** Basis points. */
  rate: number;
}

/**
 * The amounts of a bill by rate of VAT, the highest rate first: VAT is worked out once on the sum of each rate, as the law asks for the
 * taxable amount and the VAT of each rate.
 * Source: Council Directive 2006/112/EC, Article 226 (8) to (10).
 * @param lines all of one currency.
 * @returns one entry a rate; none for a bill without lines.
 */
export function vatByRate(lines: readonly { net: Money; vatRate: number }[]): VatAtRate[] {
  const rates = [...new Set(lines.map((line) => line.vatRate))].sort((a, b) => b - a);
  return rates.map((rate) => {
    const nets = lines.filter((line) => line.vatRate === rate).map((line) => line.net);
    return { rate, ...addVat(sumOf(nets[0]!.currency, nets), rate) };
  });
}
