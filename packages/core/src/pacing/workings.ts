import { Temporal } from '../calendar';
import { counted, fullDate } from '../words';
import type { Workings } from '../workings';
import type { Hours } from './hours';
import type { Held } from './plan';

export interface PacedMessage {
  /** Epoch milliseconds. */
  notBefore: number;
  writtenAt: number;
  at: number;
  held: readonly Held[];
  /** So many go to its reader in a day. */
  limit: number;
  /** How many other messages go out with it, as one. */
  with: number;
  now: boolean;
}

/**
 * A moment on the clock of the firm, in words.
 *
 * @param moment epoch milliseconds
 * @param zone an IANA time zone
 * @example momentOnClock(Date.UTC(2026, 2, 12, 8), 'Europe/Dublin') // 'Thu 12 Mar 2026 at 08:00'
 */
export const momentOnClock = (moment: number, zone: string): string => {
  const local = Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(zone);
  return `${fullDate(local.toPlainDate())} at ${local.toPlainTime().toString({ smallestUnit: 'minute' })}`;
};

const HELD_WORDS: Record<Held, (message: Pick<PacedMessage, 'limit'>, hours: Hours) => string> = {
  hours: (_, { from, until }) => `messages go out from ${from} to ${until}`,
  closed: () => 'the firm was closed',
  limit: ({ limit }) => `no more than ${counted(limit, 'message')} a day ${limit === 1 ? 'goes' : 'go'} to one person`,
};

/**
 * Why a message waits, for the line beside it; empty for one that goes at its own moment.
 *
 * @example heldInWords({ held: ['limit'], limit: 2 }, { from: '08:30', until: '18:00' }) // 'no more than 2 messages a day go to one person'
 */
export const heldInWords = (message: Pick<PacedMessage, 'held' | 'limit'>, hours: Hours): string =>
  message.held.map((why) => HELD_WORDS[why](message, hours)).join('; ');

/** How the moment comes about at which a message goes out, step by step. @param zone an IANA time zone */
export function pacingWorkings(message: PacedMessage, hours: Hours, zone: string): Workings {
  const planned = message.notBefore > message.writtenAt;
  const lines = [`Written on ${momentOnClock(message.writtenAt, zone)}${planned ? `, to go out on ${momentOnClock(message.notBefore, zone)} or later` : ''}.`];
  if (message.now) lines.push('It goes at once: a code, an answer, or sent with “now”.');
  for (const why of message.held) lines.push(`It was put off: ${HELD_WORDS[why](message, hours)}.`);
  if (message.with > 0) lines.push(`It falls together with ${counted(message.with, 'other message', 'other messages')} to the same person: they go as one.`);
  lines.push(`It goes out on ${momentOnClock(message.at, zone)}.`);
  return { title: 'How this moment comes about', lines };
}
