import { cpSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import type { FolderWatch } from '../src/platform/database/synced-folder';

/** What a folder went through, one step after the other; `said` is what somebody was told between two of them. */
type Step =
  | { do: 'write'; path: string; position: number; bytes: Uint8Array }
  | { do: 'resize'; path: string; bytes: number }
  | { do: 'sync'; path: string }
  | { do: 'make'; path: string; folder: boolean }
  | { do: 'rename'; path: string; to: string }
  | { do: 'remove'; path: string }
  | { do: 'said'; what: string };

/** Writes down what is done to a folder, so that the power can be cut at any step of it afterwards. */
export class Recorder implements FolderWatch {
  readonly steps: Step[] = [];

  constructor(private readonly folder: string) {}

  private at = (path: string) => relative(this.folder, path);
  wrote = (path: string, position: number, bytes: Uint8Array) => void this.steps.push({ do: 'write', path: this.at(path), position, bytes });
  resized = (path: string, bytes: number) => void this.steps.push({ do: 'resize', path: this.at(path), bytes });
  synced = (path: string) => void this.steps.push({ do: 'sync', path: this.at(path) });
  made = (path: string, folder: boolean) => void this.steps.push({ do: 'make', path: this.at(path), folder });
  renamed = (from: string, to: string) => void this.steps.push({ do: 'rename', path: this.at(from), to: this.at(to) });
  removed = (path: string) => void this.steps.push({ do: 'remove', path: this.at(path) });
  /** Somebody was told something, which has to hold from then on. */
  said = (what: string) => void this.steps.push({ do: 'said', what });
}

/** A file apart from its name. */
interface Inode {
  /** What stood there before the first step; null for a new one. */
  from: string | null;
  folder: boolean;
  /** The steps that changed what is in it, and the last after which it was synced. */
  changes: number[];
  syncedAt: number;
}

const filesUnder = (folder: string, below = ''): string[] =>
  readdirSync(join(folder, below), { withFileTypes: true }).flatMap((entry) => {
    const path = join(below, entry.name);
    return entry.isDirectory() ? [path, ...filesUnder(folder, path)] : [path];
  });

/**
 * Lays out in `target` what a disk may hold when the power is cut before step `cut`: of each file everything up to its
 * last sync, and of what was written later whatever `keeps` says, in no order; of the names in each folder everything up
 * to its last sync, and some of the steps that followed, in their order. A sync of a new file keeps its name as well, as
 * file systems with a journal do.
 */
export function cutPower(base: string, steps: readonly Step[], cut: number, keeps: () => boolean, target: string): void {
  const names = new Map<string, Inode>();
  for (const path of ['', ...filesUnder(base)]) names.set(path, { from: path, folder: false, changes: [], syncedAt: -1 });
  const live = new Map(names);
  const inFolder = new Map<string, { step: number; settled: boolean }[]>();
  const folderSynced = new Map<string, number>();
  const madeBy = new Map<number, Inode>();
  for (let at = 0; at < cut; at += 1) {
    const step = steps[at]!;
    if (step.do === 'said') continue;
    const inode = live.get(step.path);
    if (step.do === 'write' || step.do === 'resize') inode?.changes.push(at);
    else if (step.do === 'sync') {
      folderSynced.set(step.path, at);
      if (inode) inode.syncedAt = at;
    } else {
      // A name that is changed is kept with the folder to which it comes.
      const folder = dirname(step.do === 'rename' ? step.to : step.path);
      const parent = folder === '.' ? '' : folder;
      inFolder.set(parent, [...(inFolder.get(parent) ?? []), { step: at, settled: false }]);
      if (step.do === 'make') {
        const made: Inode = { from: null, folder: step.folder, changes: [], syncedAt: -1 };
        live.set(step.path, made);
        madeBy.set(at, made);
      } else {
        live.delete(step.path);
        if (step.do === 'rename' && inode) live.set(step.to, inode);
      }
    }
  }
  // Of each folder: all steps up to the last that is settled, then as many as the disk happened to keep.
  const kept = [...inFolder].flatMap(([parent, of]) => {
    const syncedAt = folderSynced.get(parent) ?? -1;
    let last = -1;
    of.forEach(({ step }, index) => {
      if (step < syncedAt || (madeBy.get(step)?.syncedAt ?? -1) > step) last = index;
    });
    while (last + 1 < of.length && keeps()) last += 1;
    return of.slice(0, last + 1).map(({ step }) => step);
  });
  for (const at of kept.sort((a, b) => a - b)) {
    const step = steps[at]!;
    if (step.do === 'make') names.set(step.path, madeBy.get(at)!);
    else if (step.do === 'remove') names.delete(step.path);
    else if (step.do === 'rename') {
      const inode = names.get(step.path);
      names.delete(step.path);
      if (inode) names.set(step.to, inode);
    }
  }
  rmSync(target, { recursive: true, force: true });
  cpSync(base, target, { recursive: true });
  for (const path of filesUnder(base)) if (!names.has(path)) rmSync(join(target, path), { recursive: true, force: true });
  for (const [path, inode] of [...names].sort(([a], [b]) => (a < b ? -1 : 1))) {
    if (inode.folder) mkdirSync(join(target, path), { recursive: true, mode: 0o700 });
    else if (inode.from !== path || inode.changes.length > 0) {
      mkdirSync(dirname(join(target, path)), { recursive: true, mode: 0o700 });
      writeFileSync(join(target, path), contentOf(base, inode, steps, keeps), { mode: 0o600 });
    }
  }
}

function contentOf(base: string, { from, changes, syncedAt }: Inode, steps: readonly Step[], keeps: () => boolean): Uint8Array {
  let content: Uint8Array = from === null ? new Uint8Array() : readFileSync(join(base, from));
  const grownTo = (bytes: number) => {
    const grown = new Uint8Array(bytes);
    grown.set(content.subarray(0, bytes));
    content = grown;
  };
  for (const at of changes) {
    if (at > syncedAt && !keeps()) continue;
    const step = steps[at]!;
    if (step.do === 'resize') grownTo(step.bytes);
    else if (step.do === 'write') {
      if (step.position + step.bytes.length > content.length) grownTo(step.position + step.bytes.length);
      content.set(step.bytes, step.position);
    }
  }
  return content;
}
