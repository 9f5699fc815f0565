export { eventsOf } from './history.queries';
export { type OutboxEffect, Effects } from './effects';
export { type EventKind, type Happening, Events, eventKind } from './events';
export { type LiveNotice, LiveNotices } from './live';
export { type HistoryAsked, happened, kindsHappened } from './history.queries';
export { events, outbox } from './tables';
export { type News, lastPlace, newsAfter } from './news.queries';
