export { AlmanacQueries } from './almanac.queries';
export { AlmanacService } from './almanac.service';
export { SeasonService } from './season.service';
export { ObligationStandingService } from './standing.service';
