export { SendingHours, type Hours, isTimeOfDay } from './hours';
export { type Held, type PacingRules, type Sending, type SentToday, type Waiting, paced, limitOf } from './plan';
export { type MoreToSend, dayWithRoom, pacedWith } from './room';
export { heldInWords, momentOnClock, pacingWorkings } from './workings';
