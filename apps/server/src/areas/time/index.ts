export { ExpenseCorrected, ExpenseRecorded, TimeCorrected, TimeRecorded, TimeService } from './time.service';
export { TimeQueries } from './time.queries';
