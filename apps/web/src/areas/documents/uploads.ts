import { useEffect, useSyncExternalStore } from 'react';
import type { Upload as Arriving, DetailedError } from 'tus-js-client';
import type { DocumentAdded } from '@steady/contract/documents';
import type { ProblemDetails } from '@steady/contract/problem';
import * as uploadsRoutes from '@steady/contract/uploads.routes';
import { refresh } from '../../app/api';

/** Where files go: a client, a job, or the place of a document that is there; into a folder, where one was chosen. */
export interface Destination {
  to: 'client' | 'job' | 'document';
  of: string;
  /** Empty: the folder that takes it. */
  folder?: string;
}

export type UploadState = 'waits' | 'goes' | 'lost' | 'done' | 'refused';

export interface UploadShown {
  id: number;
  destination: Destination;
  file: File;
  state: UploadState;
  /** Bytes that have arrived. */
  sent: number;
  /** Why it was refused. */
  why: string | null;
  added: DocumentAdded | null;
}

const AT_ONCE = 4;
const PART = 4 * 1024 * 1024;
const TRIES = [0, 1_000, 3_000, 5_000, 10_000, 20_000, 30_000];

// They go on while one looks at another page: kept here, and not in a component.
let all: readonly UploadShown[] = [];
const running = new Map<number, Arriving>();
const heard = new Set<() => void>();
let last = 0;

function set(id: number, change: Partial<UploadShown>): void {
  all = all.map((one) => (one.id === id ? { ...one, ...change } : one));
  for (const hear of heard) hear();
}

/** What the server said, where it can be read. */
function wordsOf(error: Error | DetailedError): string {
  const body = 'originalResponse' in error ? error.originalResponse?.getBody() : undefined;
  try {
    const problem = JSON.parse(body ?? '') as ProblemDetails;
    return problem.errors?.[0]?.message ?? problem.detail;
  } catch {
    return 'The line was lost. Try again; it goes on where it stopped.';
  }
}

const isForGood = (status: number | undefined) => status !== undefined && status >= 400 && status < 500 && status !== 409 && status !== 423 && status !== 429;

async function start({ id, file, destination: { to, of, folder = '' } }: UploadShown): Promise<void> {
  set(id, { state: 'goes', why: null });
  const { Upload } = await import('tus-js-client');
  const upload = new Upload(file, {
    endpoint: uploadsRoutes.begin.path,
    chunkSize: PART,
    // A small file comes with the request that begins it.
    uploadDataDuringCreation: true,
    retryDelays: TRIES,
    metadata: { to, of, folder, name: file.name },
    removeFingerprintOnSuccess: true,
    fingerprint: () => Promise.resolve(`upload ${to} ${of} ${folder} ${file.name} ${file.size} ${file.lastModified}`),
    onShouldRetry: (error) => {
      if (isForGood(error.originalResponse?.getStatus())) return false;
      set(id, { state: 'lost' });
      return true;
    },
    onProgress: (sent) => set(id, { state: 'goes', sent }),
    onError: (error) => ended(id, { state: 'refused', why: wordsOf(error) }),
    onSuccess: ({ lastResponse }) => ended(id, { state: 'done', sent: file.size, added: addedFrom(lastResponse.getBody()) }),
  });
  running.set(id, upload);
  const [before] = await upload.findPreviousUploads();
  if (before) upload.resumeFromPreviousUpload(before);
  upload.start();
}

function addedFrom(body: string | undefined): DocumentAdded | null {
  try {
    return JSON.parse(body ?? '') as DocumentAdded;
  } catch {
    return null;
  }
}

function ended(id: number, change: Partial<UploadShown>): void {
  running.delete(id);
  set(id, change);
  if (change.state === 'done') refreshSoon();
  next();
}

/** What is shown is read again at most once in this time, however many files come in. */
const SOON = 1_000;
let refreshing: number | undefined;

function refreshSoon(): void {
  refreshing ??= window.setTimeout(() => {
    refreshing = undefined;
    void refresh(new Set(['documents']));
  }, SOON);
}

function next(): void {
  for (const one of all.filter(({ state }) => state === 'waits').slice(0, AT_ONCE - running.size)) {
    // Taken before the library has come, so that nobody else takes it.
    running.set(one.id, undefined as unknown as Arriving);
    void start(one);
  }
}

/** Files that are to go somewhere, each after the one before it. */
export function addUploads(destination: Destination, files: readonly File[]): void {
  all = [...all, ...files.map((file): UploadShown => ({ id: (last += 1), destination, file, state: 'waits', sent: 0, why: null, added: null }))];
  next();
  for (const hear of heard) hear();
}

export function tryUploadAgain(id: number): void {
  set(id, { state: 'waits' });
  next();
}

/** Gives up what is on its way, or takes what has ended off the list. */
export function dropUploads(which: (one: UploadShown) => boolean): void {
  for (const one of all.filter(which)) {
    void running.get(one.id)?.abort(true);
    running.delete(one.id);
  }
  all = all.filter((one) => !which(one));
  next();
  for (const hear of heard) hear();
}

const isUnderWay = ({ state }: UploadShown) => state === 'waits' || state === 'goes' || state === 'lost';

/** What is on its way to one place, and what has ended there. */
export function useUploads({ to, of }: Pick<Destination, 'to' | 'of'>): readonly UploadShown[] {
  const shown = useSyncExternalStore(
    (hear) => {
      heard.add(hear);
      return () => heard.delete(hear);
    },
    () => all,
  );
  const goes = shown.some(isUnderWay);
  useEffect(() => {
    if (!goes) return;
    const stay = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', stay);
    return () => window.removeEventListener('beforeunload', stay);
  }, [goes]);
  return shown.filter(({ destination }) => destination.to === to && destination.of === of);
}

/** Whether files are being dragged over the page, rather than text or a row of a list. */
export const holdsFiles = (data: DataTransfer): boolean => [...data.types].includes('Files');
