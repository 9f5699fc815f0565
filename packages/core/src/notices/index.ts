/** Of what a person of the firm can be told: something came, all that was asked is there, a client asks something. */
export const NOTICES_OF = ['came in', 'completed', 'asked'] as const;
export type NoticeOf = (typeof NOTICES_OF)[number];

/** How: by mail as it happens, by one mail in the morning, or in the application alone, where everything stands in any case. */
export const HOW_TOLD = ['at once', 'once a day', 'not'] as const;
export type HowTold = (typeof HOW_TOLD)[number];

/** How a person wants to be told of each. */
export type Telling = Record<NoticeOf, HowTold>;

/** How everybody is told who has not said otherwise. */
export const TOLD_AT_FIRST: Telling = { 'came in': 'not', completed: 'once a day', asked: 'once a day' };

/** Who does the work for which something was asked, and who asked. */
export interface PeopleOfAsk {
  askedById: string | null;
  preparerId: string | null;
  managerId: string | null;
}

/**
 * Who is told of what a client does with an ask: whoever asked and whoever prepares the job; the manager where neither is there.
 *
 * @param there those who work at the firm now and see the client
 * @returns each once, whoever asked first
 */
export function whoIsTold({ askedById, preparerId, managerId }: PeopleOfAsk, there: ReadonlySet<string>): string[] {
  const isThere = (id: string | null): id is string => id !== null && there.has(id);
  const close = [...new Set([askedById, preparerId].filter(isThere))];
  return close.length > 0 ? close : [managerId].filter(isThere);
}
