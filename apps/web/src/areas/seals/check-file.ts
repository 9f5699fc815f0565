import { transfer, wrap } from 'comlink';
import type { SignedFile } from '@steady/core/signing';

type Check = (file: ArrayBuffer) => Promise<SignedFile>;

/** Checks a file in this browser; it is sent nowhere. */
export async function checkFile(file: File): Promise<SignedFile> {
  const bytes = await file.arrayBuffer();
  const worker = new Worker(new URL('../../workers/check-seal.ts', import.meta.url), { type: 'module' });
  try {
    return await wrap<Check>(worker)(transfer(bytes, [bytes]));
  } finally {
    worker.terminate();
  }
}
