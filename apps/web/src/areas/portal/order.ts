import { civil } from '@steady/core/calendar';
import { capital } from '@steady/core/words';
import type { Matter, Matters } from '../../app/portal-matters';
import { dayInWords } from '../../ui/words';

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine'];

/** What stands at the head of the first page. @param count of things that are theirs to do */
export const forYou = (count: number): string =>
  count === 0 ? 'Nothing is needed from you' : capital(`${NUMBERS[count] ?? count} ${count === 1 ? 'thing' : 'things'} for you`);

/** How many days a matter is late; none where its day is to come, or nothing is theirs to do. */
export const daysLate = ({ by }: Pick<Matter, 'by'>, today: string): number => (by === null ? 0 : Math.max(0, civil(by).until(civil(today)).days));

/** By when a matter is wanted, in words; nothing where nothing is theirs to do. */
export function wantedBy(of: Pick<Matter, 'by'>, today: string): string | null {
  if (of.by === null) return null;
  const late = daysLate(of, today);
  const day = dayInWords(of.by, civil(today));
  return late > 0 ? `Wanted by ${day}, ${late === 1 ? 'yesterday' : `${late} days ago`}.` : `By ${day}.`;
}

/** What is late first, the latest of it on top; then by what moved last. */
export const byUrgency = (of: readonly Matter[], today: string): Matter[] =>
  [...of].sort((a, b) => daysLate(b, today) - daysLate(a, today) || b.movedAt.localeCompare(a.movedAt));

/** What is theirs to do, for each client they act for, as the first page has it. @returns the clients in the order of what is most urgent */
export function toDo(matters: Matters, today: string): { client: string; wanted: Matter[] }[] {
  const wanted = byUrgency(matters.wanted, today);
  return [...new Set(wanted.map(({ client }) => client))].map((client) => ({ client, wanted: wanted.filter((one) => one.client === client) }));
}

/** Whether the clients are told apart: there are matters of more than one. */
export const areSeveral = ({ wanted, withUs, over }: Matters): boolean => new Set([...wanted, ...withUs, ...over].map(({ client }) => client)).size > 1;
