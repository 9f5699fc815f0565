import type { SealPlace } from '@steady/core/seals';
import type { Mark, PageSize, SigningRecord } from '@steady/core/signing';
import type { SignFieldShown } from '@steady/contract/signatures';
import { heavyTask } from '../../platform/heavy';

/** What is drawn behind a document that all have signed. */
export interface ToStamp {
  original: Uint8Array;
  record: SigningRecord;
  /** What stands in the fields of the document. */
  filled: Pick<SignFieldShown, 'page' | 'x' | 'y' | 'width' | 'height' | 'shown'>[];
  /** Each signer's name as they typed or drew it, in the order of the record; null where it is on paper. */
  marks: (Mark | null)[];
  /** The record stands before the document. */
  recordFirst: boolean;
  /** Of the firm, as it stands on its paper. */
  address: string;
  /** Where anybody checks the seal, and by which fingerprint. */
  check: { at: string; fingerprint: string };
  /** ISO moment. */
  at: string;
}

/** Adds the signing record to a document and makes room for the seal: what was there stays as it is, byte for byte. */
export const StampCopy = heavyTask<ToStamp, { file: Uint8Array; place: SealPlace }>('stamp a signed copy');

/** What is found in a PDF before it is given for signature. */
export interface PdfLooked {
  /** How large each page is, in order. */
  pages: PageSize[];
  /** It can be signed; or why not. */
  wrong: 'protected' | 'broken' | null;
  /** It carries so many seals already. */
  seals: number;
  hasForm: boolean;
  hasScript: boolean;
  /** It says that it can be kept for good (PDF/A), and its signed copy cannot say so. */
  losesArchival: boolean;
}

export const LookAtPdf = heavyTask<{ file: Uint8Array }, PdfLooked>('look at a PDF to be signed');
