export { type OutboxEffect, Effects } from './effects';
export { type EventKind, type Happening, Events, eventKind } from './events';
export { type LiveNotice, LiveNotices } from './live';
export { events, outbox } from './tables';
