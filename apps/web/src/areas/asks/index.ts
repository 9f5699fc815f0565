export { AskManyLeaf, inWords as askedInWords } from './ask-many';
export { OfService } from './who-is-asked';
export { WantedBetween, WantedInWeek, useWantedByWeek } from './wanted-by';
