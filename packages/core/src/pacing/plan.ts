import type { SendingHours } from './hours';

/** A message that waits to go to one person. Moments in epoch milliseconds. */
export interface Waiting {
  id: string;
  /** Whom it goes to. */
  person: string;
  /** What it is about, where that is something: those of one matter go out in the order in which they were written. */
  matter: string | null;
  writtenAt: number;
  /** It goes out then or later: the moment at which it was written, or that of the day for which it is planned. */
  notBefore: number;
  /** It goes at once, whatever the hour and however many went before: a code, a reply, what a person sends "now". */
  now: boolean;
}

/** How many messages have gone to a person on a day already. */
export interface SentToday {
  person: string;
  /** ISO 8601, on the clock of the firm. */
  day: string;
  count: number;
}

export interface PacingRules {
  hours: SendingHours;
  /** So many messages go to one person on one day, at least one. */
  perDay: number;
  /** The same for people of whom something else was agreed. */
  perDayOf?: ReadonlyMap<string, number>;
  /** What falls together goes as one message; otherwise each goes by itself, and counts. */
  together: boolean;
}

/** What holds a message back: the clock, a day on which the firm is closed, or that as many have gone to the person as go in a day. */
export type Held = 'hours' | 'closed' | 'limit';

/** One message as it goes out; what falls together is one message with a heading for each matter. */
export interface Sending {
  /** Epoch milliseconds. */
  at: number;
  day: string;
  person: string;
  /** Those that it holds, in the order in which they were written. */
  ids: string[];
  /** What held each of them back, in the order in which it did; nothing for one that goes at its own moment. */
  held: ReadonlyMap<string, readonly Held[]>;
}

interface Planned {
  at: number;
  day: string;
  person: string;
  waiting: { one: Waiting; held: Held[] }[];
  alone: boolean;
}

/** So many messages go to a person on one day. */
export const limitOf = (person: string, { perDay, perDayOf }: Pick<PacingRules, 'perDay' | 'perDayOf'>): number => Math.max(1, perDayOf?.get(person) ?? perDay);

/**
 * When each waiting message goes out. Those that go at once go alone, at their own moment. All others go in the order in which they were written: at the first moment
 * within the hours, as long as fewer have gone to the person on that day than may; what comes to a day that is full goes with another message of that day, where one is still
 * to come, or on the next. What comes to the same moment for the same person goes as one message, where the firm wants it so. Nothing that is written later puts off what was planned before, but
 * for what goes at once, which counts as well.
 *
 * @param queue each message once
 * @param sent what has gone out on the days that it is about
 * @param now epoch milliseconds: nothing goes out before it
 * @returns by moment, then by person; each message in exactly one of them
 */
export function paced(queue: readonly Waiting[], sent: readonly SentToday[], rules: PacingRules, now: number): Sending[] {
  const byPerson = new Map<string, Waiting[]>();
  for (const one of queue) {
    const there = byPerson.get(one.person);
    if (there) there.push(one);
    else byPerson.set(one.person, [one]);
  }
  const sentOn = new Map<string, number>();
  for (const { person, day, count } of sent) sentOn.set(`${person} ${day}`, (sentOn.get(`${person} ${day}`) ?? 0) + count);
  const planned = [...byPerson].flatMap(([person, ones]) => ofPerson(person, ones, sentOn, rules, now));
  planned.sort((a, b) => a.at - b.at || (a.person < b.person ? -1 : a.person > b.person ? 1 : Number(b.alone) - Number(a.alone)));
  return planned.map(({ at, day, person, waiting }) => ({
    at,
    day,
    person,
    ids: waiting.map(({ one }) => one.id),
    held: new Map(waiting.filter(({ held }) => held.length > 0).map(({ one, held }) => [one.id, held])),
  }));
}

const inOrder = (a: Waiting, b: Waiting): number => a.writtenAt - b.writtenAt || (a.id < b.id ? -1 : 1);

function ofPerson(person: string, ones: readonly Waiting[], sentOn: ReadonlyMap<string, number>, rules: PacingRules, now: number): Planned[] {
  const { hours } = rules;
  const limit = limitOf(person, rules);
  const counts = new Map<string, number>();
  const countOn = (day: string) => counts.get(day) ?? sentOn.get(`${person} ${day}`) ?? 0;
  const planned: Planned[] = [];
  const send = (at: number, day: string, waiting: Planned['waiting'], alone: boolean) => {
    counts.set(day, countOn(day) + 1);
    planned.push({ at, day, person, waiting, alone });
  };
  const sorted = [...ones].sort(inOrder);
  for (const one of sorted)
    if (one.now) {
      const at = Math.max(now, one.notBefore);
      send(at, hours.dayOf(at), [{ one, held: [] }], true);
    }
  const ofMatter = new Map<string, number>();
  for (const one of sorted) {
    if (one.now) continue;
    const wanted = Math.max(now, one.notBefore, (one.matter === null ? undefined : ofMatter.get(one.matter)) ?? 0);
    const held: Held[] = [];
    const into = place(wanted, held, { hours, limit, countOn, planned: rules.together ? planned : [] });
    if ('sending' in into) into.sending.waiting.push({ one, held });
    else send(into.at, into.day, [{ one, held }], false);
    if (one.matter !== null) ofMatter.set(one.matter, 'sending' in into ? into.sending.at : into.at);
  }
  return planned;
}

interface DaysOfPerson {
  hours: SendingHours;
  limit: number;
  countOn(day: string): number;
  planned: readonly Planned[];
}

/** Where a message goes that is wanted at a moment: into one that is planned, or at a moment of its own. */
function place(wanted: number, held: Held[], { hours, limit, countOn, planned }: DaysOfPerson): { sending: Planned } | { at: number; day: string } {
  const first = hours.at(wanted);
  if (first.from > wanted) held.push(hours.closedBefore(wanted, first) ? 'closed' : 'hours');
  for (let moment = wanted; ;) {
    const open = hours.at(moment);
    const at = Math.max(moment, open.from);
    const together = planned.filter((one) => !one.alone && one.day === open.day && one.at >= at).sort((a, b) => a.at - b.at);
    if (together[0]?.at === at) return { sending: together[0] };
    if (countOn(open.day) < limit) return { at, day: open.day };
    if (!held.includes('limit')) held.push('limit');
    if (together[0]) return { sending: together[0] };
    moment = open.until;
  }
}
