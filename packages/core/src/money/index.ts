export { apportion } from './apportion';
export { formatMoney, formatSigned, parseMoney } from './amounts';
export { formatHours, parseHours, valueOfTime } from './hours';
export { addVat, type VatAmounts } from './vat';
