export { ArrivalCame } from './visits.service';
