import type { Upload as Arriving, DetailedError } from 'tus-js-client';
import type { ProblemDetails } from '@steady/contract/problem';
import type { Route } from '@steady/contract/route';
import { ProblemError } from './api';

const PART = 4 * 1024 * 1024;
const TRIES = [0, 1_000, 3_000, 5_000, 10_000, 20_000, 30_000];

/** Where a file goes, as the server knows its destinations. */
export interface FileGoesTo {
  to: string;
  /** The id of what it is sent to. */
  of: string;
  folder?: string;
  /** The part of it, where it has several. */
  part?: string;
}

interface Heard {
  /** Bytes that have arrived. */
  onSent?(bytes: number): void;
  /** The line was lost; it is tried again by itself. */
  onLost?(): void;
  /** The upload has begun, and can be given up. */
  onBegun?(upload: Arriving): void;
}

/** What the server said, where it can be read. */
function problemOf(error: Error | DetailedError): ProblemError {
  const body = 'originalResponse' in error ? error.originalResponse?.getBody() : undefined;
  try {
    return new ProblemError(JSON.parse(body ?? '') as ProblemDetails);
  } catch {
    const detail = 'The line was lost. Try again; it goes on where it stopped.';
    return new ProblemError({ type: 'about:blank', status: 0, code: 'unreachable', title: 'Not sent', detail });
  }
}

const isForGood = (status: number | undefined) => status !== undefined && status >= 400 && status < 500 && status !== 409 && status !== 423 && status !== 429;

/**
 * Sends a file in parts (tus 1.0). After the line was lost it goes on where it stopped, also when the same file is chosen again on a later day.
 *
 * @param begin the route at which it begins
 * @returns what the server answered to the last part
 * @throws ProblemError in the words of the server
 */
export async function sendResumed(begin: Route, file: File, { to, of, folder = '', part = '' }: FileGoesTo, heard: Heard = {}): Promise<string> {
  // What does the sending is loaded when something is sent.
  const { Upload } = await import('tus-js-client');
  return new Promise((done, failed) => {
    const upload = new Upload(file, {
      endpoint: begin.path,
      chunkSize: PART,
      // A small file comes with the request that begins it.
      uploadDataDuringCreation: true,
      retryDelays: TRIES,
      metadata: { to, of, folder, name: file.name, ...(part === '' ? {} : { part }) },
      removeFingerprintOnSuccess: true,
      fingerprint: () => Promise.resolve(`upload ${to} ${of} ${folder}${part} ${file.name} ${file.size} ${file.lastModified}`),
      onShouldRetry: (error) => {
        if (isForGood(error.originalResponse?.getStatus())) return false;
        heard.onLost?.();
        return true;
      },
      onProgress: (sent) => heard.onSent?.(sent),
      onError: (error) => failed(problemOf(error)),
      onSuccess: ({ lastResponse }) => done(lastResponse.getBody() ?? ''),
    });
    heard.onBegun?.(upload);
    void upload.findPreviousUploads().then(([before]) => {
      if (before) upload.resumeFromPreviousUpload(before);
      upload.start();
    });
  });
}
