export { OfService, WhoIsAsked } from './who-is-asked';
export { WantedBetween, WantedInWeek, useWantedByWeek } from './wanted-by';
