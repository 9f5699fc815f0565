import { civil } from '../calendar';
import { fullDate } from '../words';
import type { Lacks } from './standing';

export const ITEM_STATES = ['asked', 'answered', 'accepted', 'sent back', 'does not apply', 'from elsewhere', 'taken out'] as const;
export type ItemState = (typeof ITEM_STATES)[number];

/** One thing wanted in an information request. */
export interface WantedItem {
  id: string;
  name: string;
  state: ItemState;
  /** Since when it stands so, an ISO moment. */
  since: string;
  /** The client's question that nobody has answered; it stays open whatever comes after it. */
  question: { text: string; at: string } | null;
  /** What came last: the name of a file, or why it does not apply. */
  came: string | null;
}

/** A thing as it is asked for. */
export interface ItemAsked {
  name: string;
  description: string | null;
  /** Of which period, in words. */
  period: string | null;
  /** By when, where that is not the day of the whole request; ISO. */
  wantedBy: string | null;
  /** Where it may be put as well, or be found: an address on the web. */
  link: string | null;
}

/**
 * A thing as a message lists it.
 *
 * @example itemInWords({ name: 'Bank statement', period: 'Feb 2026', description: 'all pages', wantedBy: '2026-03-20', link: null })
 *   // 'Bank statement, Feb 2026 (all pages), by Fri 20 Mar 2026'
 */
export function itemInWords({ name, description, period, wantedBy, link }: ItemAsked): string {
  return [
    name,
    period ? `, ${period}` : '',
    description ? ` (${description})` : '',
    wantedBy ? `, by ${fullDate(civil(wantedBy))}` : '',
    link ? `; it may also be put here: ${link}` : '',
  ].join('');
}

/**
 * What an information request lacks. An item with an open question waits for the firm's reply and not for the client; an
 * open question keeps the request open though its item was accepted.
 */
export function lacksOfRequest(items: readonly WantedItem[]): Lacks {
  const listed = items.filter((item) => item.state !== 'taken out');
  // What we get from elsewhere is asked of nobody.
  const wanted = listed.filter((item) => item.state !== 'from elsewhere');
  const client = wanted.filter((item) => (item.state === 'asked' || item.state === 'sent back') && !item.question);
  const us = listed.flatMap((item) => [
    ...(item.question ? [{ key: `${item.id} question`, what: `Asked: ${item.name}`, why: item.question.text, since: item.question.at }] : []),
    ...(item.state === 'answered' || item.state === 'does not apply'
      ? [
          {
            key: `${item.id} answer`,
            what: `Answered: ${item.name}`,
            why: item.state === 'does not apply' ? `does not apply: ${item.came ?? ''}` : (item.came ?? 'received'),
            since: item.since,
          },
        ]
      : []),
  ]);
  const done = listed.length > 0 && listed.every((item) => (item.state === 'accepted' || item.state === 'from elsewhere') && !item.question);
  return { client: client.map((item) => ({ what: item.name, since: item.since })), us, ended: done ? 'done' : null };
}
