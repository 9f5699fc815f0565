import { closeSync, existsSync, fsyncSync, linkSync, openSync, readFileSync, renameSync, rmSync, statSync, utimesSync, writeSync } from 'node:fs';
import { type Server, createServer } from 'node:net';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';

interface Holder {
  pid: number;
  /** When the process began, in clock ticks since boot: tells it from a later process with the same number. */
  born: string | null;
  host: string;
  since: string;
}

/** The holder gives a sign of life so often, by touching the lock. */
const BEAT = 5_000;
/** A holder on another host that gave none for so long is gone. */
const SILENT = 30_000;

interface LockRules {
  /** Called when somebody else took the folder all the same: nothing may be written any more. */
  lost?: () => void;
  /** Milliseconds between two signs of life, and after which silence means that the holder is gone. */
  beat?: number;
  silent?: number;
}

/** The data folder is in use by another process. */
export class FolderInUseError extends Error {
  constructor(folder: string, holder: Holder | null) {
    const by = holder === null ? 'another process' : `process ${holder.pid} on ${holder.host}, since ${holder.since}`;
    super(`The data folder ${folder} is in use by ${by}. Stop that process first, or start with another folder: npm start -- --data DIR`);
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

function readHolder(path: string): Holder | null {
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as Holder;
  } catch {
    return null;
  }
}

const lastBeat = (path: string): number | null => statSync(path, { throwIfNoEntry: false })?.mtimeMs ?? null;

/** Waits for a sign of life from another host, by this host's clock: those of two hosts need not agree. */
async function givesSignOfLife(path: string, silent: number): Promise<boolean> {
  const first = lastBeat(path);
  for (const until = performance.now() + silent; performance.now() < until;) {
    await wait(Math.min(500, silent / 5));
    const now = lastBeat(path);
    if (now === null) return false;
    if (now !== first) return true;
  }
  return false;
}

function isAlive(path: string, holder: Holder, silent: number): boolean | Promise<boolean> {
  if (holder.host !== hostname()) {
    console.log(`The data folder was held by ${holder.host}. Waiting ${Math.ceil(silent / 1000)} s for a sign of life of it.`);
    return givesSignOfLife(path, silent);
  }
  try {
    process.kill(holder.pid, 0);
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
  return holder.born === null || holder.born === born(holder.pid);
}

/**
 * A lock that the operating system keeps: a socket without a place in the file system, named after the folder itself,
 * which nobody can delete and which is free as soon as its process is gone. Only Linux has such; elsewhere there is none.
 */
async function systemLock(folder: string): Promise<Server | null> {
  if (process.platform !== 'linux') return null;
  const { dev, ino } = statSync(folder, { bigint: true });
  const server = createServer((socket) => socket.destroy());
  await new Promise<void>((done, fail) => {
    server.once('error', fail);
    server.listen({ path: `\0steady-almanac-${dev}-${ino}` }, done);
  });
  return server.unref();
}

/**
 * Takes the data folder for this process alone: the embedded database has no lock of its own, and two processes on one
 * folder would corrupt it without a word. The operating system keeps one lock; a file keeps another, for processes on
 * other hosts and to say who holds it. A lock left behind by a process that is gone is recognised and replaced.
 *
 * @returns gives the folder back.
 * @throws FolderInUseError
 */
export async function lockFolder(folder: string, { lost = endAtOnce, beat = BEAT, silent = SILENT }: LockRules = {}): Promise<() => void> {
  const path = join(folder, 'in-use.json');
  const server = await systemLock(folder).catch((error: NodeJS.ErrnoException) => {
    throw error.code === 'EADDRINUSE' ? new FolderInUseError(folder, readHolder(path)) : error;
  });
  const mine: Holder = { pid: process.pid, born: born(process.pid), host: hostname(), since: new Date().toISOString() };
  try {
    for (let attempt = 0; !putDown(path, mine); attempt += 1) {
      if (attempt > 5) throw new FolderInUseError(folder, readHolder(path));
      await clearIfStale(folder, path, silent);
    }
  } catch (error) {
    server?.close();
    throw error;
  }
  const isMine = (holder: Holder | null) => holder?.pid === mine.pid && holder.host === mine.host && holder.since === mine.since;
  const giveSign = (): void => {
    const holder = readHolder(path);
    // Somebody deleted it; it is put down again, unless another process was quicker.
    if (holder === null && putDown(path, mine)) return;
    if (!isMine(holder ?? readHolder(path))) return lost();
    utimesSync(path, new Date(), new Date());
  };
  const beating = setInterval(() => {
    try {
      giveSign();
    } catch {
      // A full disk takes no lock away; a folder that is gone does.
      if (!existsSync(folder)) lost();
    }
  }, beat).unref();
  const release = () => {
    clearInterval(beating);
    if (isMine(readHolder(path))) rmSync(path, { force: true });
    server?.close();
  };
  process.once('exit', release);
  return () => {
    process.off('exit', release);
    release();
  };
}

function endAtOnce(): void {
  console.error('Another process took the data folder, or it is gone. This one ends, so that nothing is written by two.');
  process.exit(1);
}

/** Puts the lock down, whole or not at all. @returns false where one is there */
function putDown(path: string, holder: Holder): boolean {
  const draft = `${path}.${process.pid}`;
  const file = openSync(draft, 'w', 0o600);
  writeSync(file, JSON.stringify(holder));
  fsyncSync(file);
  closeSync(file);
  try {
    linkSync(draft, path);
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EEXIST') return false;
    throw error;
  } finally {
    rmSync(draft, { force: true });
  }
}

async function clearIfStale(folder: string, path: string, silent: number): Promise<void> {
  const holder = readHolder(path);
  if (holder && (await isAlive(path, holder, silent))) throw new FolderInUseError(folder, holder);
  // Taken aside under a name of our own first: of two processes that clear at once, one finds nothing left to rename.
  const aside = `${path}.stale-${process.pid}`;
  try {
    renameSync(path, aside);
    rmSync(aside, { force: true });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
  }
}
