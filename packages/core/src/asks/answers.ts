import type { ItemState } from './request';

/** What a client, or somebody of the firm for it, gives for a thing that was asked for. */
export const CAME_KINDS = ['file', 'words', 'elsewhere', 'in hand', 'does not apply'] as const;

/** What stands beside a thing that was asked for: what came, and what was asked and replied. */
export const ANSWER_KINDS = [...CAME_KINDS, 'question', 'reply'] as const;
export type AnswerKind = (typeof ANSWER_KINDS)[number];

/** How something came that did not come through the portal. */
export const IN_HAND_WAYS = ['by telephone', 'by post', 'in person', 'by email', 'found by us'] as const;
export type InHandWay = (typeof IN_HAND_WAYS)[number];

interface Came {
  kind: AnswerKind;
  /** ISO moment. */
  at: string;
  /** Since when it does not count; null as long as it does. */
  takenBackAt: string | null;
}

const isCame = ({ kind }: Pick<Came, 'kind'>): boolean => (CAME_KINDS as readonly AnswerKind[]).includes(kind);

/** What came last for an item and still counts; undefined where nothing does. @param answers the oldest first */
export const cameLast = <A extends Came>(answers: readonly A[]): A | undefined => answers.findLast((answer) => isCame(answer) && answer.takenBackAt === null);

/**
 * How an item stands that nobody has accepted: by what came last since it was last sent back.
 *
 * @param answers the oldest first
 * @param sentBackAt when it was last sent back; null where it never was, or what came after it was accepted
 */
export function standsBy(answers: readonly Came[], sentBackAt: string | null): Extract<ItemState, 'asked' | 'answered' | 'does not apply' | 'sent back'> {
  const last = cameLast(answers);
  if (!last || (sentBackAt !== null && Date.parse(last.at) <= Date.parse(sentBackAt))) return sentBackAt === null ? 'asked' : 'sent back';
  return last.kind === 'does not apply' ? 'does not apply' : 'answered';
}

/**
 * Whether a client can still take back what it gave: until somebody of the firm has looked at it, which is when the item was accepted or
 * sent back after it, or the file itself was marked as looked at.
 *
 * @param lookedAt when its file was looked at; null for none, and for what is no file
 */
export function mayTakeBack(answer: Came & { lookedAt: string | null }, item: { state: ItemState; sentBackAt: string | null }): boolean {
  if (!isCame(answer) || answer.kind === 'in hand' || answer.takenBackAt !== null || answer.lookedAt !== null) return false;
  if (item.state === 'accepted' || item.state === 'taken out' || item.state === 'from elsewhere') return false;
  return item.sentBackAt === null || Date.parse(answer.at) > Date.parse(item.sentBackAt);
}

/**
 * What came, in words, for a line of a list: the name of a file, the words themselves, where it is.
 *
 * @example cameInWords({ kind: 'in hand', file: null, text: 'the whole folder', way: 'by post', place: 'shelf 4' }) // 'by post: the whole folder; it lies: shelf 4'
 * @example cameInWords({ kind: 'elsewhere', file: null, text: 'in the shared ledger', way: null, place: null }) // 'it is elsewhere: in the shared ledger'
 */
export function cameInWords({
  kind,
  file,
  text,
  way,
  place,
}: {
  kind: AnswerKind;
  file: string | null;
  text: string | null;
  way: InHandWay | null;
  place: string | null;
}): string {
  if (kind === 'file') return file ?? 'a file';
  if (kind === 'elsewhere') return `it is elsewhere: ${text ?? ''}`;
  if (kind === 'in hand') return [`${way ?? 'otherwise'}${text ? `: ${text}` : ''}`, ...(place ? [`it lies: ${place}`] : [])].join('; ');
  return text ?? '';
}
