import type { FieldKind } from './fields';

/** A drawing fits a box of this size; its points are whole numbers in it. */
export const MARK_BOX = { width: 600, height: 200 } as const;
/** A drawing of more points than this is no name. */
const MOST_POINTS = 6000;
/** A dot or a slip of the finger is no signature: it has to reach so far, in units of the box. */
const LEAST_REACH = 24;

/** How somebody writes their name: typed, shown in a hand-like font, or drawn: x and y of each point in turn, a list for each stroke. */
export type Mark = { way: 'typed'; text: string } | { way: 'drawn'; strokes: number[][] };

/** What a signer gave: their mark, and what they wrote or ticked in their fields, by id. */
export interface Given {
  signature: Mark;
  initials: Mark | null;
  fields: Readonly<Record<string, string | boolean>>;
}

/** What stands in a field of a signed document; null where it stays empty. */
export type ShownInField = { mark: Mark } | { text: string } | { tick: true } | null;

const isCoordinate = (value: unknown, most: number) => typeof value === 'number' && Number.isInteger(value) && value >= 0 && value <= most;

/** Why a mark cannot stand for a name, or null. What comes from a browser may be anything. */
export function faultOfMark(mark: unknown): string | null {
  const { way, text, strokes } = (mark ?? {}) as Record<string, unknown>;
  if (way === 'typed') return typeof text === 'string' && text.trim() !== '' && text.length <= 120 ? null : 'Write your name.';
  if (way !== 'drawn' || !Array.isArray(strokes)) return 'Write your name, or draw it.';
  const lists = strokes as unknown[];
  const isDrawing = lists.every(
    (stroke) =>
      Array.isArray(stroke) && stroke.length % 2 === 0 && stroke.every((value, at) => isCoordinate(value, at % 2 === 0 ? MARK_BOX.width : MARK_BOX.height)),
  );
  if (!isDrawing) return 'This drawing cannot be read. Draw your name once more.';
  const points = (lists as number[][]).flat();
  if (points.length > 2 * MOST_POINTS) return 'This drawing has too many lines. Draw your name more simply.';
  const reach = (axis: number) => {
    const all = points.filter((_, at) => at % 2 === axis);
    return all.length === 0 ? 0 : all.reduce((most, one) => Math.max(most, one)) - all.reduce((least, one) => Math.min(least, one));
  };
  return Math.max(reach(0), reach(1)) < LEAST_REACH ? 'Nothing is drawn yet: draw your name in the box.' : null;
}

/** A margin within the box, for the width of the pen. */
const MARGIN = 8;

/** A drawing as large as its box takes, at its left edge: a name drawn small stands as large as others. @param strokes of a mark without fault */
export function inMarkBox(strokes: readonly (readonly number[])[]): number[][] {
  const points = strokes.flat();
  const ends = [0, 1].map((axis) => {
    const all = points.filter((_, at) => at % 2 === axis);
    return { least: all.reduce((a, b) => Math.min(a, b)), most: all.reduce((a, b) => Math.max(a, b)) };
  });
  const room = [MARK_BOX.width - 2 * MARGIN, MARK_BOX.height - 2 * MARGIN];
  const scale = Math.min(...ends.map(({ least, most }, axis) => room[axis]! / Math.max(1, most - least)));
  return strokes.map((stroke) => stroke.map((value, at) => Math.round((value - ends[at % 2]!.least) * scale + MARGIN)));
}

/**
 * The first letters of the parts of a name.
 * @example initialsOf('Áine Doyle-Roche') // 'ÁDR'
 */
export const initialsOf = (name: string): string =>
  (name.match(/\p{L}[\p{L}'’.]*/gu) ?? [])
    .map((part) => [...part][0]!.toLocaleUpperCase('en'))
    .join('')
    .slice(0, 6);

const parts = (name: string) =>
  name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .match(/\p{L}+/gu) ?? [];

/**
 * Whether a name as somebody wrote it has no part in common with the one under which they are known: asked about once.
 * @example isUnlike('D. Hession', 'Dónal Hession') // false
 */
export function isUnlike(written: string, known: string): boolean {
  const ours = new Set(parts(known).filter((part) => part.length > 1));
  return ours.size > 0 && !parts(written).some((part) => ours.has(part));
}

/** Whether a field is one that the signer fills in: a date and a name fill themselves as they sign. */
export const isFilledByHand = (kind: FieldKind): boolean => kind !== 'date' && kind !== 'name';

interface Field {
  id: string;
  kind: FieldKind;
  isRequired: boolean;
}

/** Whether somebody who signs has done what a field wants. A signature or initials are given by pressing the field. */
export function isFilled({ id, kind }: Pick<Field, 'id' | 'kind'>, fields: Given['fields']): boolean {
  if (!isFilledByHand(kind)) return true;
  const value = fields[id];
  return kind === 'text' ? typeof value === 'string' && value.trim() !== '' : value === true;
}

/** Which of a signer's fields are still wanted, in the order given. */
export const fieldsLeft = <One extends Field>(own: readonly One[], fields: Given['fields']): One[] =>
  own.filter((field) => field.isRequired && !isFilled(field, fields));

/**
 * What stands in a field when its signer has signed.
 * @param as the name as they wrote it, and the day on which they signed, as the firm writes days
 */
export function shownInField(field: Pick<Field, 'id' | 'kind'>, given: Given, as: { name: string; day: string }): ShownInField {
  const { id, kind } = field;
  if (kind === 'date') return { text: as.day };
  if (kind === 'name') return { text: as.name };
  if (!isFilled(field, given.fields)) return null;
  if (kind === 'tick') return { tick: true };
  if (kind === 'text') return { text: String(given.fields[id]).trim() };
  return { mark: kind === 'signature' ? given.signature : (given.initials ?? { way: 'typed', text: initialsOf(as.name) }) };
}
