import { expose } from 'comlink';
import { checkSigned } from '@steady/core/signing';

/** Checks a file away from the page. */
expose((file: ArrayBuffer) => checkSigned(new Uint8Array(file)));
