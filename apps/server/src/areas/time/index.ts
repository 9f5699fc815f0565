export { ExpenseRecorded, TimeRecorded, TimeService } from './time.service';
