export { ExpenseRecorded, TimeRecorded, TimeService } from './time.service';
export { TimeQueries } from './time.queries';
