import { useEffect, useSyncExternalStore } from 'react';
import type { Upload as Arriving } from 'tus-js-client';
import type { DocumentAdded } from '@steady/contract/documents';
import * as uploadsRoutes from '@steady/contract/uploads.routes';
import { ProblemError, refresh } from '../../app/api';
import { type FileGoesTo, sendResumed } from '../../app/resumed';

/** Where files go: a client, a job, or the place of a document that is there; into a folder, where one was chosen. */
export interface Destination extends FileGoesTo {
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
// They go on while one looks at another page: kept here, and not in a component.
let all: readonly UploadShown[] = [];
const running = new Map<number, Arriving>();
const heard = new Set<() => void>();
let last = 0;

function set(id: number, change: Partial<UploadShown>): void {
  all = all.map((one) => (one.id === id ? { ...one, ...change } : one));
  for (const hear of heard) hear();
}

async function start({ id, file, destination }: UploadShown): Promise<void> {
  set(id, { state: 'goes', why: null });
  try {
    const answer = await sendResumed(uploadsRoutes.begin, file, destination, {
      onSent: (sent) => set(id, { state: 'goes', sent }),
      onLost: () => set(id, { state: 'lost' }),
      onBegun: (upload) => running.set(id, upload),
    });
    ended(id, { state: 'done', sent: file.size, added: addedFrom(answer) });
  } catch (caught) {
    if (!(caught instanceof ProblemError)) throw caught;
    ended(id, { state: 'refused', why: caught.words });
  }
}

function addedFrom(body: string): DocumentAdded | null {
  try {
    return JSON.parse(body) as DocumentAdded;
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
