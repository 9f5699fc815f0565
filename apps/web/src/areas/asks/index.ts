export { WantedBetween, WantedInWeek, useWantedByWeek } from './wanted-by';
