export { type Currency, decimalsOf, isCurrency, minorUnitsOf } from './currency';
export {
  type Money,
  DifferentCurrenciesError,
  compareMoney,
  isMoney,
  larger,
  minus,
  money,
  noMoney,
  opposite,
  plus,
  shareOut,
  size,
  sumOf,
  times,
} from './money';
export { decimalOf, formatMoney, formatSigned, moneyInWords, parseMoney, wholeUnits } from './amounts';
export { formatHours, parseHours, valueOfTime } from './hours';
export { checkDigits, ibanInGroups, isIban, plainIban } from './iban';
export { isBic, isCreditorId } from './creditor-id';
export { addVat, type VatAmounts, type VatAtRate, vatByRate } from './vat';
