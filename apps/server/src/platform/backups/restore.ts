import { existsSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { basename, dirname, resolve } from 'node:path';
import { counted } from '@steady/core/words';
import { lockFolder } from '../database/folder-lock';
import { syncNew } from '../database/synced-folder';
import { masterKeyFile, opens, readKeyFile, writeKeyFile } from '../files/keys';
import { BackupError, GONE, checkUnchanged, proveUnpacked, unpack } from './archive';

/** Where a backup is unpacked before it takes the place of what is there. */
export const restoringFolder = (dataFolder: string) => `${resolve(dataFolder)}.restoring`;

export interface Restore {
  archive: string;
  dataFolder: string;
  /** The master key, where it does not lie in the data folder. */
  masterKey: Buffer | null;
  /** Opens a backup that is sealed. */
  backupKey: Buffer | null;
  /** Told what the backup holds and what it replaces. @returns whether to go on */
  agree(words: string): Promise<boolean>;
}

/**
 * Brings a backup back. It is unpacked and proved beside the data folder first; what stands there now is kept under another
 * name. Until the last moment, which is a change of two names, nothing is changed.
 *
 * @returns where what was there before lies now; null where nothing was, or where nobody agreed
 * @throws BackupError, FolderInUseError
 */
export async function restore({ archive, dataFolder, masterKey, backupKey, agree }: Restore): Promise<{ done: boolean; before: string | null }> {
  const target = resolve(dataFolder);
  const beside = restoringFolder(target);
  await checkUnchanged(archive);
  const unlock = existsSync(target) ? await lockFolder(target) : () => undefined;
  try {
    // One that was interrupted at its last step had the key with it.
    const here = [target, beside].map(masterKeyFile).filter(existsSync).map(readKeyFile);
    const manifest = await unpack(archive, beside, backupKey);
    const fileKeys = await proveUnpacked(beside, manifest);
    const key = [...(masterKey ? [masterKey] : []), ...here].find((one) => opens(fileKeys, one)) ?? null;
    if (key === null && fileKeys.length > 0)
      throw new BackupError(
        `The files in ${basename(archive)} were sealed with a master key that ${masterKey === null && here.length === 0 ? 'is not here' : 'is another than the one given'}. Without it they cannot be read. Give it with --key FILE: it lay in the data folder as master.key.`,
      );
    const { at, firms, counts } = manifest;
    const holds = `${basename(archive)} holds ${firms.join(' and ') || 'no firm'} as of ${at}: ${counted(counts.clients ?? 0, 'client')}, ${counted(counts.jobs ?? 0, 'job')}, ${counted(counts.documents ?? 0, 'document')}. It was unpacked and is whole.`;
    const there = existsSync(target);
    const replaces = there
      ? `It takes the place of all that is in ${target} now, which is kept beside it under another name.`
      : `It goes into ${target}, where nothing is now.`;
    if (!(await agree(`${holds}\n${replaces}`))) {
      await rm(beside, GONE);
      return { done: false, before: null };
    }
    await rm(`${beside}/manifest.json`, { force: true });
    if (key !== null) writeKeyFile(masterKeyFile(beside), key);
    syncNew(beside);
    const before = there ? `${target}.before-${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}` : null;
    // The lock lies in the folder and is given back before that is called otherwise.
    unlock();
    if (before !== null) await rename(target, before);
    await rename(beside, target);
    syncNew(target);
    return { done: true, before };
  } catch (error) {
    unlock();
    if (error instanceof BackupError) await rm(beside, GONE);
    throw error;
  } finally {
    unlock();
  }
}

/** A restore that was interrupted between the two names: nothing may be laid out anew in its place. */
export function wasInterrupted(dataFolder: string): boolean {
  const target = resolve(dataFolder);
  return existsSync(restoringFolder(target)) && !existsSync(target) && existsSync(dirname(target));
}
