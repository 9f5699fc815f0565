/** What other areas use of this one. */
export { ExpenseLeaf } from './expense-leaf';
export { TimeLeaf } from './time-leaf';
export { JobEntries } from './job-entries';
export { StartTimer } from './start-timer';
