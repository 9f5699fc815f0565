export { type Counted, SHOWN, SHOWN_IN_PASSING, type TodayAsked, TodayParts, first } from './today-parts';
