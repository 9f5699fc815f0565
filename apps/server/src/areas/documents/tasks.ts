import type { DocumentPreview } from '@steady/contract/documents';
import { heavyTask } from '../../platform/heavy';

/** A file whose inside is read. */
export interface ToRead {
  bytes: Uint8Array;
  /** As it was called. */
  name: string;
  /** Media type, as its bytes say. */
  kind: string;
}

/** Lays out what is inside a file, to be read beside the list. */
export const LayOut = heavyTask<ToRead, DocumentPreview>('lay out a document');
/** Takes the text out of a file, to be looked for; empty where there is none. */
export const TakeText = heavyTask<ToRead, string>('take the text out of a document');
