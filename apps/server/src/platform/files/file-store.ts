import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { PassThrough, Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Inject, Injectable, Logger } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import { fileTypeFromBuffer } from 'file-type';
import { Database } from '../database';
import { Problem } from '../http/problem';
import { SETTINGS, type Settings } from '../settings';
import type { Work } from '../work';
import { type HasFileKey, Keys } from './keys';
import { SealBrokenError, sealing, unsealing } from './sealing';
import { Measuring, emptyFile } from './measuring';
import { FolderShelf, type Shelf } from './shelf';
import { storedFiles } from './tables';

export interface StoredFile {
  /** By which it is found: the same for the same content of the same firm. */
  address: string;
  /** SHA-256 of what lies on the disk. */
  sealedHash: string;
  bytes: number;
  /** Media type, read from the bytes and not from the name. */
  kind: string;
}

async function kindOf(head: Buffer): Promise<string> {
  const known = await fileTypeFromBuffer(head);
  if (known) return known.mime;
  // Text has no mark of its own; a NUL byte says that it is none.
  return head.includes(0) ? 'application/octet-stream' : 'text/plain';
}

/** No file takes so long to come in. */
const HALF_A_DAY = 12 * 3_600_000;

/** Lets all through, and gives it to a hash on the way. */
const through = (seen: (chunk: Buffer) => void) =>
  new Transform({
    transform(chunk: Buffer, _encoding, done) {
      seen(chunk);
      done(null, chunk);
    },
  });

const nowhere = () => new PassThrough().resume();

/**
 * The files of clients, sealed with their firm's key under an address that comes from what is in them. What is read is
 * what was kept, or it is said that it is not.
 */
@Injectable()
export class FileStore {
  private readonly log = new Logger('Files');
  private readonly shelf: Shelf;
  /** How many are on their way to each address: one that is refused takes nothing from another. */
  private readonly onTheirWay = new Map<string, number>();

  private readonly names: ((work: Work, address: string) => Promise<boolean>)[] = [];

  constructor(
    private readonly keys: Keys,
    @Inject(SETTINGS) private readonly settings: Settings,
    @Inject(Database) private readonly database: Pick<Database, 'mustHaveRoom'>,
  ) {
    this.shelf = new FolderShelf(join(settings.dataFolder, 'files'), settings.syncWrites);
  }

  /**
   * Seals what comes in and puts it on the shelf. It counts as kept when a unit of work has claimed it; it is on its way until it is released.
   * @throws Problem when there is more than may be uploaded, DiskNearlyFullError; nothing is left behind.
   */
  async keep(firm: HasFileKey, source: Readable): Promise<StoredFile> {
    this.database.mustHaveRoom();
    const [content, sealed] = [this.keys.addressing(firm), createHash('sha256')];
    const measuring = new Measuring(this.settings.uploadLimit, (chunk) => content.update(chunk));
    const { put, drop } = await this.shelf.take(source, [measuring, sealing(this.keys.sealsWith(firm)), through((chunk) => sealed.update(chunk))]);
    try {
      if (measuring.bytes === 0) throw emptyFile();
      const address = content.digest('hex');
      const kept = { address, bytes: measuring.bytes, kind: await kindOf(measuring.head) };
      this.count(address, 1);
      // The same content twice is sealed in two ways; what is there stays, as long as it is whole.
      const there = await this.soundHash(firm, address);
      if (there === null) await put(firm.id, address);
      else await drop();
      return { ...kept, sealedHash: there ?? sealed.digest('hex') };
    } catch (error) {
      await drop();
      throw error;
    }
  }

  async keepBytes(firm: HasFileKey, bytes: Uint8Array): Promise<StoredFile> {
    const kept = await this.keep(firm, Readable.from([Buffer.from(bytes)]));
    this.release(kept);
    return kept;
  }

  /** What was kept is claimed, or will not be. */
  release({ address }: StoredFile): void {
    this.count(address, -1);
  }

  private count(address: string, by: 1 | -1): void {
    const left = (this.onTheirWay.get(address) ?? 0) + by;
    if (left > 0) this.onTheirWay.set(address, left);
    else this.onTheirWay.delete(address);
  }

  /**
   * Records in a unit of work that a file is wanted. What no unit of work has claimed is thrown away by and by.
   * @param fromOutside whether somebody outside the firm sent it, which whoever is in the portal always is
   */
  async claim(work: Work, { address, sealedHash, bytes }: StoredFile, fromOutside = work.actor.kind === 'client'): Promise<void> {
    const row = { firmId: work.firm.id, address, sealedHash, bytes, keptAt: work.now.toString(), fromOutside };
    await work.tx
      .insert(storedFiles)
      .values(row)
      .onConflictDoUpdate({ target: [storedFiles.firmId, storedFiles.address], set: { sealedHash, wrong: null } });
  }

  /** Bytes that people outside the firm have sent, of everything that is kept: of documents, private files and arrivals alike. */
  async bytesFromOutside(work: Work): Promise<number> {
    const [sum] = await work.tx
      .select({ bytes: sql<number>`coalesce(sum(bytes), 0)::float8` })
      .from(storedFiles)
      .where(and(eq(storedFiles.firmId, work.firm.id), storedFiles.fromOutside));
    return sum!.bytes;
  }

  /** Whether no more can be taken in from outside for the whole firm. */
  async isFullFromOutside(work: Work): Promise<boolean> {
    return (await this.bytesFromOutside(work)) >= this.settings.firmQuota;
  }

  /** An area says here how it knows whether a record of its own names a file. */
  namedBy(names: (work: Work, address: string) => Promise<boolean>): void {
    this.names.push(names);
  }

  /** What is known of a file that is kept. @throws Problem "not-found" */
  async record(work: Work, address: string): Promise<Omit<StoredFile, 'kind'>> {
    const [found] = await work.tx
      .select({ address: storedFiles.address, sealedHash: storedFiles.sealedHash, bytes: storedFiles.bytes })
      .from(storedFiles)
      .where(and(eq(storedFiles.firmId, work.firm.id), eq(storedFiles.address, address)));
    if (!found) throw Problem.notFound('file');
    return found;
  }

  /** A record that named a file is gone: unless another one names it, it is thrown away by and by. */
  async giveUp(work: Work, address: string): Promise<void> {
    for (const names of this.names) if (await names(work, address)) return;
    await work.tx.delete(storedFiles).where(and(eq(storedFiles.firmId, work.firm.id), eq(storedFiles.address, address)));
  }

  /** Throws away a file whose record was refused, unless another record names it. */
  async discard(work: Work, { address }: StoredFile): Promise<void> {
    // What other processes are about to name is not known here: the round clears it away.
    if ((this.onTheirWay.get(address) ?? 0) > 1 || this.settings.databaseUrl !== null) return;
    const [claimed] = await work.tx
      .select({ address: storedFiles.address })
      .from(storedFiles)
      .where(and(eq(storedFiles.firmId, work.firm.id), eq(storedFiles.address, address)));
    if (!claimed) await this.shelf.remove(work.firm.id, address);
  }

  /** Reads a whole file and compares it with its address. @returns the hash of what lies there; null where it is missing or not what it was */
  private async soundHash(firm: HasFileKey, address: string): Promise<string | null> {
    const sealed = await this.shelf.open(firm.id, address);
    if (sealed === null) return null;
    const [content, hash] = [this.keys.addressing(firm), createHash('sha256')];
    try {
      await pipeline(
        sealed,
        through((chunk) => hash.update(chunk)),
        unsealing(this.keys.sealsWith(firm)),
        through((chunk) => content.update(chunk)),
        nowhere(),
      );
    } catch (error) {
      if (error instanceof SealBrokenError) return null;
      throw error;
    }
    return content.digest('hex') === address ? hash.digest('hex') : null;
  }

  /**
   * A file, which was read to its end and compared before the first byte of it is given.
   * @throws Problem when it is missing or not what it was
   */
  async read(firm: HasFileKey, address: string): Promise<Readable> {
    const content = await this.readIfSound(firm, address);
    if (content === null)
      throw Problem.of(
        410,
        'file-damaged',
        'Not there',
        'This file is missing where files are kept, or was changed there. Whoever looks after the computer can restore it from a backup: it is listed under Firm, Backups.',
      );
    return content;
  }

  /** The same; null where it is missing or not what it was. */
  async readIfSound(firm: HasFileKey, address: string): Promise<Readable | null> {
    const sealed = (await this.soundHash(firm, address)) === null ? null : await this.shelf.open(firm.id, address);
    if (sealed === null) {
      this.log.error(`The file ${address} of ${firm.id} is missing or damaged.`);
      return null;
    }
    const opened = unsealing(this.keys.sealsWith(firm));
    sealed.on('error', (error) => opened.destroy(error));
    return sealed.pipe(opened);
  }

  /** SHA-256 of the content: what a signature was given to. @throws Problem as `read` does */
  async contentHash(firm: HasFileKey, address: string): Promise<string> {
    const hash = createHash('sha256');
    await pipeline(await this.read(firm, address), hash);
    return hash.digest('hex');
  }

  /** Of what lies on the disk, without the firm's key. @returns null where it is missing */
  async sealedHash(firmId: string, address: string): Promise<string | null> {
    const sealed = await this.shelf.open(firmId, address);
    if (sealed === null) return null;
    const hash = createHash('sha256');
    await pipeline(sealed, hash);
    return hash.digest('hex');
  }

  onShelf(firmId: string): AsyncIterable<{ address: string; at: number }> {
    return this.shelf.list(firmId);
  }

  removeFromShelf(firmId: string, address: string): Promise<void> {
    return this.shelf.remove(firmId, address);
  }

  /** Throws away what came in only half before this process began. */
  clearIncoming(): Promise<void> {
    return this.shelf.clearIncoming(this.settings.databaseUrl === null ? 0 : HALF_A_DAY);
  }
}
