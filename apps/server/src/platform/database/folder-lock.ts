import { closeSync, existsSync, fsyncSync, linkSync, openSync, readFileSync, renameSync, rmSync, writeSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';

interface Holder {
  pid: number;
  /** When the process began, in clock ticks since boot: tells it from a later process with the same number. */
  born: string | null;
  host: string;
  since: string;
}

/** The data folder is in use by another process. */
export class FolderInUseError extends Error {
  constructor(folder: string, holder: Holder) {
    super(
      `The data folder ${folder} is in use by process ${holder.pid} on ${holder.host}, since ${holder.since}. Stop that process first, or start with another folder: npm start -- --data DIR`,
    );
  }
}

function born(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? null;
  } catch {
    return null;
  }
}

function isAlive(holder: Holder): boolean {
  if (holder.host !== hostname()) return true;
  try {
    process.kill(holder.pid, 0);
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
  return holder.born === null || holder.born === born(holder.pid);
}

/**
 * Takes the data folder for this process alone: the embedded database has no lock of its own, and two processes on one
 * folder would corrupt it without a word. A lock left behind by a process that is gone is recognised and replaced.
 * @returns gives the folder back.
 * @throws FolderInUseError
 */
export function lockFolder(folder: string): () => void {
  const path = join(folder, 'in-use.json');
  const mine: Holder = { pid: process.pid, born: born(process.pid), host: hostname(), since: new Date().toISOString() };
  const draft = `${path}.${process.pid}`;
  const file = openSync(draft, 'w', 0o600);
  writeSync(file, JSON.stringify(mine));
  fsyncSync(file);
  closeSync(file);
  try {
    for (let attempt = 0; ; attempt += 1) {
      try {
        linkSync(draft, path);
        break;
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || attempt > 5) throw error;
        clearIfStale(folder, path);
      }
    }
  } finally {
    rmSync(draft, { force: true });
  }
  const release = () => {
    if (existsSync(path) && readHolder(path)?.pid === process.pid) rmSync(path, { force: true });
  };
  process.once('exit', release);
  return () => {
    process.off('exit', release);
    release();
  };
}

function readHolder(path: string): Holder | null {
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as Holder;
  } catch {
    return null;
  }
}

function clearIfStale(folder: string, path: string): void {
  const holder = readHolder(path);
  if (holder && isAlive(holder)) throw new FolderInUseError(folder, holder);
  // Taken aside under a name of our own first: of two processes that clear at once, one finds nothing left to rename.
  const aside = `${path}.stale-${process.pid}`;
  try {
    renameSync(path, aside);
    rmSync(aside, { force: true });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
  }
}
