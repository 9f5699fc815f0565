/** What other areas use of this one. */
export { KindOfIncomeField } from './kinds-of-income';
export { ServiceLines } from './service-lines';
