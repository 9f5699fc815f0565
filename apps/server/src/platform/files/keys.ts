import { createHmac, randomBytes } from 'node:crypto';
import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { sql } from 'drizzle-orm';
import { type Database, rows } from '../database';
import { syncPath } from '../database/synced-folder';
import { KEY_BYTES, unwrapped, wrapped } from './sealing';

/** What a firm's files are sealed and addressed with, as it stands in the database: sealed by the master key. */
export interface HasFileKey {
  id: string;
  fileKey: string;
}

/** There is no master key, or it is another one than that with which the firms' keys are sealed. */
export class MasterKeyError extends Error {}

export const masterKeyFile = (dataFolder: string) => join(dataFolder, 'master.key');
const coming = (dataFolder: string) => `${masterKeyFile(dataFolder)}.new`;

/**
 * A key as it is given by the environment or stands in a file: 32 bytes as 64 hexadecimal digits.
 * @throws MasterKeyError
 */
export function keyFrom(text: string, where: string): Buffer {
  if (!/^[0-9a-f]{64}$/i.test(text.trim()))
    throw new MasterKeyError(`${where} does not hold a key: 64 hexadecimal digits are wanted, as "openssl rand -hex 32" prints them.`);
  return Buffer.from(text.trim(), 'hex');
}

export const readKeyFile = (file: string): Buffer => keyFrom(readFileSync(file, 'utf8'), file);

/** A key of an own file that only its owner reads, synced before anything is sealed with it. */
export function writeKeyFile(file: string, key: Buffer): void {
  writeFileSync(file, `${key.toString('hex')}\n`, { mode: 0o600, flag: 'wx' });
  syncPath(file);
  syncPath(dirname(file));
}

/** Of several processes that start at once on a new folder, one makes it. */
function makeMasterKey(file: string): void {
  try {
    writeKeyFile(file, randomBytes(KEY_BYTES));
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
  }
}

interface FirmWithKey extends HasFileKey {
  name: string;
}

const firmsWithKeys = (database: Database): Promise<FirmWithKey[]> =>
  database.asOwner((tx) => rows<FirmWithKey>(tx, sql`select id, name, file_key as "fileKey" from firms order by id`));

/** Whether the firms' keys, as they are kept, are sealed with this master key. */
export function opens(firms: readonly Pick<HasFileKey, 'fileKey'>[], key: Buffer): boolean {
  try {
    for (const { fileKey } of firms) unwrapped(fileKey, key);
    return true;
  } catch {
    return false;
  }
}

/** The keys by which files are sealed: one for each firm, which lie in the database under a master key that does not. */
export class Keys {
  private readonly known = new Map<string, Buffer>();

  private constructor(private readonly master: Buffer) {}

  /**
   * The master key of the environment, or of the data folder's file, which is made where no firm has a key yet.
   * @param given MASTER_KEY, where it is set
   * @throws MasterKeyError in words for whoever starts the application
   */
  static async open(database: Database, dataFolder: string, given: string | null): Promise<Keys> {
    const firms = await firmsWithKeys(database);
    if (given !== null) {
      const key = keyFrom(given, 'MASTER_KEY');
      if (!opens(firms, key)) throw new MasterKeyError('MASTER_KEY is not the key with which the files of clients were sealed. Give the one that is.');
      return new Keys(key);
    }
    const file = masterKeyFile(dataFolder);
    // A change of the key that was interrupted after the database had taken it.
    if (existsSync(coming(dataFolder))) {
      if (opens(firms, readKeyFile(coming(dataFolder))) && firms.length > 0) renameSync(coming(dataFolder), file);
      else rmSync(coming(dataFolder));
    }
    if (!existsSync(file)) {
      if (firms.length > 0)
        throw new MasterKeyError(
          `The master key is missing: ${file}. Without it the files of ${firms.map(({ name }) => name).join(' and ')} cannot be read. Put it there from where you keep it, or give it as MASTER_KEY.`,
        );
      makeMasterKey(file);
    }
    const key = readKeyFile(file);
    if (!opens(firms, key))
      throw new MasterKeyError(
        `${file} is not the key with which the files of ${firms.map(({ name }) => name).join(' and ')} were sealed. Put the one there that is.`,
      );
    return new Keys(key);
  }

  /** A key for a new firm, as it is kept. */
  forNewFirm(): string {
    return wrapped(randomBytes(KEY_BYTES), this.master);
  }

  private of({ id, fileKey }: HasFileKey): Buffer {
    const known = this.known.get(id);
    if (known) return known;
    const key = unwrapped(fileKey, this.master);
    this.known.set(id, key);
    return key;
  }

  /** What a firm's private texts are sealed with, as they stand in the database. */
  textsWith(firm: HasFileKey): Buffer {
    return createHmac('sha256', this.of(firm)).update('texts').digest();
  }

  /** What a firm signs for a browser that brings it back. */
  signsWith(firm: HasFileKey): string {
    return createHmac('sha256', this.of(firm)).update('signs').digest('hex');
  }

  /** What the content of a firm's files is sealed with. */
  sealsWith(firm: HasFileKey): Buffer {
    return createHmac('sha256', this.of(firm)).update('content').digest();
  }

  /** Takes in content, and gives its address: tells whoever has the key that two files are the same, and nobody else what they are. */
  addressing(firm: HasFileKey) {
    return createHmac('sha256', createHmac('sha256', this.of(firm)).update('address').digest());
  }
}

/**
 * Seals the firms' keys with another master key. The files stay as they are.
 *
 * @param change the keys of the environment, or null where they stand in the data folder: then a new one is made
 * @throws MasterKeyError
 */
export async function changeMasterKey(database: Database, dataFolder: string, change: { from: Buffer; to: Buffer } | null): Promise<void> {
  if (change === null) await Keys.open(database, dataFolder, null);
  const from = change?.from ?? readKeyFile(masterKeyFile(dataFolder));
  const to = change?.to ?? randomBytes(KEY_BYTES);
  if (!opens(await firmsWithKeys(database), from)) throw new MasterKeyError('MASTER_KEY is not the key with which the files of clients were sealed.');
  if (change === null) writeKeyFile(coming(dataFolder), to);
  await database.asOwner(async (tx) => {
    for (const { id, fileKey } of await rows<FirmWithKey>(tx, sql`select id, name, file_key as "fileKey" from firms for update`))
      await tx.execute(sql`update firms set file_key = ${wrapped(unwrapped(fileKey, from), to)} where id = ${id}`);
  });
  if (change === null) {
    renameSync(coming(dataFolder), masterKeyFile(dataFolder));
    syncPath(dataFolder);
  }
}
