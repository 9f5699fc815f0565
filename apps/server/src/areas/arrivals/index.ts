export { ArrivalsService } from './arrivals.service';
export { DropOffService } from './drop-off.service';
export { ArrivalCame, VisitsService } from './visits.service';
