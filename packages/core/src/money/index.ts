export { apportion } from './apportion';
export { formatMoney, formatSigned, parseMoney } from './amounts';
export { formatHours, parseHours, valueOfTime } from './hours';
export { checkDigits, ibanInGroups, isIban, plainIban } from './iban';
export { addVat, type VatAmounts } from './vat';
