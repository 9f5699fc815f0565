export { AlmanacQueries } from './almanac.queries';
export { AlmanacService } from './almanac.service';
export { ObligationStandingService } from './standing.service';
