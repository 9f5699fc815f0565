import { type PacingRules, type Sending, type SentToday, type Waiting, paced } from './plan';

/** So many open days are looked at for one with room: two working months. */
const LOOKED_AT = 42;

/** How more messages go out beside those that wait, and whether one of them meets the number that goes to its reader in a day. */
export interface MoreToSend {
  plan: Sending[];
  passesLimit: boolean;
}

/**
 * The plan of what waits with more messages in it, as though they were written last.
 *
 * @param queue what waits already
 * @param more each with an id of its own
 */
export function pacedWith(queue: readonly Waiting[], more: readonly Waiting[], sent: readonly SentToday[], rules: PacingRules, now: number): MoreToSend {
  const ids = new Set(more.map(({ id }) => id));
  const plan = paced([...queue, ...more], sent, rules, now);
  return { plan, passesLimit: plan.some(({ held }) => [...held].some(([id, why]) => ids.has(id) && why.includes('limit'))) };
}

/**
 * The first day on which all of several messages could go out without one of them meeting the number that goes to its reader in a day.
 *
 * @param more written together; none of them before the latest moment at which one of them is wanted
 * @param now epoch milliseconds
 * @returns ISO 8601; null where none of the next 42 days on which messages go out has room, as when two of them go to one reader who gets one a day, each by itself
 */
export function dayWithRoom(queue: readonly Waiting[], more: readonly Waiting[], sent: readonly SentToday[], rules: PacingRules, now: number): string | null {
  const { hours } = rules;
  let moment = Math.max(now, ...more.map(({ notBefore }) => notBefore));
  for (let looked = 0; looked < LOOKED_AT; looked += 1) {
    const { day, from, until } = hours.at(moment);
    const at = Math.max(moment, from);
    const moved = more.map((one) => ({ ...one, notBefore: at }));
    if (!pacedWith(queue, moved, sent, rules, now).passesLimit) return day;
    moment = until;
  }
  return null;
}
