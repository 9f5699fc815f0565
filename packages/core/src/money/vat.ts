import { type Money, money, plus } from './money';

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
