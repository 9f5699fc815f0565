/** A currency by its code, three capitals: "EUR". Source: ISO 4217. */
export type Currency = string;

/** Currencies whose minor unit is not a hundredth, with their decimals. Source: ISO 4217, list one. */
const OTHER_DECIMALS: Readonly<Record<Currency, number>> = {
  ...Object.fromEntries(
    ['BIF', 'CLP', 'DJF', 'GNF', 'ISK', 'JPY', 'KMF', 'KRW', 'PYG', 'RWF', 'UGX', 'VND', 'VUV', 'XAF', 'XOF', 'XPF'].map((code) => [code, 0]),
  ),
  ...Object.fromEntries(['BHD', 'IQD', 'JOD', 'KWD', 'LYD', 'OMR', 'TND'].map((code) => [code, 3])),
};

const KNOWN = new Set(Intl.supportedValuesOf('currency'));

/**
 * Whether a value is the code of a currency.
 *
 * @example isCurrency('EUR') // true
 */
export const isCurrency = (value: unknown): value is Currency => typeof value === 'string' && KNOWN.has(value);

/**
 * How many decimals amounts of a currency have: two for most, none for the yen, three for the dinar.
 *
 * @example decimalsOf('JPY') // 0
 */
export const decimalsOf = (currency: Currency): number => OTHER_DECIMALS[currency] ?? 2;

/**
 * How many minor units make one of the currency.
 *
 * @example minorUnitsOf('EUR') // 100
 */
export const minorUnitsOf = (currency: Currency): number => 10 ** decimalsOf(currency);
