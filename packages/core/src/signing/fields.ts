/** What can be put on a page for somebody to fill in as they sign. The date and the name fill themselves. */
export const FIELD_KINDS = ['signature', 'initials', 'date', 'name', 'text', 'tick'] as const;
export type FieldKind = (typeof FIELD_KINDS)[number];

/** In points (1/72 inch), as the page is shown: what turns or cuts it is applied already. */
export interface PageSize {
  width: number;
  height: number;
}

/** Points from the top left corner of the page as it is shown. */
export interface FieldBox extends PageSize {
  x: number;
  y: number;
}

/** A place on a page that one signer fills in. */
export interface SignField extends FieldBox {
  id: string;
  kind: FieldKind;
  /** Which of the signers, counted from 0 in their order. */
  signer: number;
  /** Counted from 1. */
  page: number;
  isRequired: boolean;
  /** What is wanted, for a text or a tick: "Date of the meeting". */
  label: string | null;
}

/** How large a field is when it is put down, in points. */
export const FIELD_SIZES: Readonly<Record<FieldKind, PageSize>> = {
  signature: { width: 170, height: 42 },
  initials: { width: 64, height: 24 },
  date: { width: 96, height: 20 },
  name: { width: 150, height: 20 },
  text: { width: 170, height: 20 },
  tick: { width: 16, height: 16 },
};

/** Smaller than this nothing can be read or pressed. */
export const LEAST_FIELD: PageSize = { width: 12, height: 10 };
/** More fields than this on one document are no work for a person. */
export const MOST_FIELDS = 1000;
/** As near as this two edges are meant to be in line, in points. */
const IN_LINE = 4;

const between = (least: number, value: number, most: number) => Math.max(least, Math.min(value, most));
/** To a tenth of a point: finer than any printer. */
const tenth = (value: number) => Math.round(value * 10) / 10;

/** The nearest place and size with which a box lies whole on a page. */
export function onPage<Box extends FieldBox>(box: Box, page: PageSize): Box {
  const width = tenth(between(Math.min(LEAST_FIELD.width, page.width), box.width, page.width));
  const height = tenth(between(Math.min(LEAST_FIELD.height, page.height), box.height, page.height));
  return { ...box, width, height, x: tenth(between(0, box.x, page.width - width)), y: tenth(between(0, box.y, page.height - height)) };
}

/**
 * A new field, its middle where it was put.
 * @param at points from the top left corner of the page
 */
export function newField(of: Pick<SignField, 'id' | 'kind' | 'signer' | 'page'>, at: { x: number; y: number }, page: PageSize): SignField {
  const { width, height } = FIELD_SIZES[of.kind];
  return onPage({ ...of, isRequired: of.kind !== 'tick', label: null, width, height, x: at.x - width / 2, y: at.y - height / 2 }, page);
}

/** Moved by so many points, and not over the edge of the page. */
export const movedField = (field: SignField, by: { x: number; y: number }, page: PageSize): SignField =>
  onPage({ ...field, x: field.x + by.x, y: field.y + by.y }, page);

/** Made larger or smaller by so many points at its right and lower edge. */
export function resizedField(field: SignField, by: { x: number; y: number }, page: PageSize): SignField {
  const width = between(LEAST_FIELD.width, field.width + by.x, page.width - field.x);
  const height = between(LEAST_FIELD.height, field.height + by.y, page.height - field.y);
  return onPage({ ...field, width, height }, page);
}

const overlap = (a: FieldBox, b: FieldBox) => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** Put in line with the nearest edge of another field of its page, where it almost is. */
export function alignedField(field: SignField, all: readonly SignField[]): SignField {
  const others = all.filter((one) => one.id !== field.id && one.page === field.page);
  const nearest = (edges: number[], own: number[]) =>
    edges
      .flatMap((edge) => own.map((mine) => edge - mine))
      .filter((by) => Math.abs(by) <= IN_LINE)
      .sort((a, b) => Math.abs(a) - Math.abs(b))[0] ?? 0;
  const x = nearest(
    others.flatMap((one) => [one.x, one.x + one.width]),
    [field.x, field.x + field.width],
  );
  const y = nearest(
    others.flatMap((one) => [one.y, one.y + one.height]),
    [field.y, field.y + field.height],
  );
  return { ...field, x: tenth(field.x + x), y: tenth(field.y + y) };
}

/**
 * All fields, with a copy of one on every page that has no such field of that signer there yet.
 * @param pages size of each page in order
 * @param idFor gives the copy of a page its id
 */
export function onEveryPage(field: SignField, all: readonly SignField[], pages: readonly PageSize[], idFor: (page: number) => string): SignField[] {
  const copies = pages.flatMap((size, index) => {
    const copy = onPage({ ...field, id: idFor(index + 1), page: index + 1 }, size);
    const isThere = all.some((one) => one.page === copy.page && one.kind === field.kind && one.signer === field.signer && overlap(one, copy));
    return isThere ? [] : [copy];
  });
  return [...all, ...copies];
}

/** In the order in which one goes through them: page by page, from the top, from the left. */
export const inReadingOrder = <One extends Pick<SignField, 'page' | 'x' | 'y'>>(fields: readonly One[]): One[] =>
  [...fields].sort((a, b) => a.page - b.page || a.y - b.y || a.x - b.x);

/** One page in the overview of what is to be filled in. */
export interface FieldsOfPage {
  page: number;
  /** How many of each kind, with whose they are; "" where there is nothing. */
  words: string;
  /** Who signs nothing on this page while somebody else does. */
  without: string[];
}

const firstName = (name: string) => name.split(' ')[0]!;

/**
 * What is to be filled in on each page.
 * @param names of the signers, in order
 */
export function fieldsOfPages(fields: readonly SignField[], names: readonly string[], pages: number): FieldsOfPage[] {
  return Array.from({ length: pages }, (_, index) => {
    const here = fields.filter((one) => one.page === index + 1);
    const words = FIELD_KINDS.flatMap((kind) => {
      const whose = [...new Set(here.filter((one) => one.kind === kind).map((one) => one.signer))].sort((a, b) => a - b);
      return whose.length === 0 ? [] : [`${kind}: ${whose.map((signer) => firstName(names[signer] ?? '')).join(', ')}`];
    }).join('; ');
    const signing = new Set(here.filter((one) => one.kind === 'signature').map((one) => one.signer));
    const without = signing.size === 0 ? [] : names.filter((_name, signer) => !signing.has(signer));
    return { page: index + 1, words, without };
  });
}

/** Signers who would have nowhere to sign, while others do. No fields at all is well: they sign the document as a whole. */
export function withoutSignature(fields: readonly SignField[], names: readonly string[]): string[] {
  if (fields.length === 0) return [];
  return names.filter((_name, signer) => !fields.some((one) => one.signer === signer && one.kind === 'signature'));
}

/** Why fields cannot be on a document, or null. Everything that a screen lets through passes. */
export function faultOfFields(fields: readonly SignField[], signers: number, pages: readonly PageSize[]): string | null {
  if (fields.length > MOST_FIELDS) return `A document takes ${MOST_FIELDS} fields at most.`;
  if (new Set(fields.map((one) => one.id)).size !== fields.length) return 'Two fields have one id.';
  for (const field of fields) {
    const size = pages[field.page - 1];
    if (!size) return `There is a field on page ${field.page}, which the document does not have.`;
    if (field.signer < 0 || field.signer >= signers) return `A field on page ${field.page} is for somebody who does not sign.`;
    const isInside = field.x >= -1 && field.y >= -1 && field.x + field.width <= size.width + 1 && field.y + field.height <= size.height + 1;
    if (!isInside) return `A field lies outside of page ${field.page}.`;
  }
  return null;
}

/**
 * Places kept from an earlier document, put on this one: those of signers or pages that are not here are left out.
 * @param idFor gives each its id, by its place in the list
 */
export function keptPlaces(kept: readonly SignField[], signers: number, pages: readonly PageSize[], idFor: (at: number) => string): SignField[] {
  return kept.filter((one) => one.signer < signers && one.page <= pages.length).map((one, at) => onPage({ ...one, id: idFor(at) }, pages[one.page - 1]!));
}

/**
 * Fields after the signers were put into another order, or some are not asked any more: each stays with its person.
 * @param before ids of the signers to whom the fields belong; @param after ids as they are now
 */
export const withSigners = (fields: readonly SignField[], before: readonly string[], after: readonly string[]): SignField[] =>
  fields.flatMap((field) => {
    const signer = after.indexOf(before[field.signer] ?? '');
    return signer < 0 ? [] : [{ ...field, signer }];
  });
