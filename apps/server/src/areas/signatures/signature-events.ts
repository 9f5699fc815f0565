export type SignatureEvent = { askId: string };

/** Kind of the effect that makes the signed copy; its key is the id of the ask. */
export const SIGNED_BY_ALL = 'make signed copy';
