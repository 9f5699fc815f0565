export interface VatAmounts {
  net: number;
  vat: number;
  gross: number;
}

/**
 * VAT on a net amount, rounded half up to the cent.
 * @param net minor units, zero or more.
 * @param rate basis points: 2300 is 23 %.
 * @example addVat(18_050, 2_300) // { net: 18050, vat: 4152, gross: 22202 }
 */
export function addVat(net: number, rate: number): VatAmounts {
  const vat = Math.floor((net * rate * 2 + 10_000) / 20_000);
  return { net, vat, gross: net + vat };
}
