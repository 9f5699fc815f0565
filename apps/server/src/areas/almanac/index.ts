export { AlmanacQueries } from './almanac.queries';
export { AlmanacService } from './almanac.service';
export { ClientEffects } from './client-effects.service';
export { SeasonService } from './season.service';
export { ObligationStatusService as ObligationStandingService } from './obligation-status.service';
