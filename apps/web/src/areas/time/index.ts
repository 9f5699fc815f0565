/** What other areas use of this one. */
export { ExpenseLeaf } from './expense-leaf';
export { TimeLeaf } from './time-leaf';
