import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, mkdirSync } from 'node:fs';
import { open, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Inject, Injectable } from '@nestjs/common';
import { fileTypeFromBuffer } from 'file-type';
import { Database } from '../database';
import { Problem } from '../http/problem';
import { SETTINGS, type Settings } from '../settings';

export interface StoredFile {
  sha256: string;
  bytes: number;
  /** Media type, read from the bytes and not from the name. */
  kind: string;
}

const HEAD = 4100;

async function kindOf(head: Buffer): Promise<string> {
  const known = await fileTypeFromBuffer(head);
  if (known) return known.mime;
  // Text has no mark of its own; a NUL byte says that it is none.
  return head.includes(0) ? 'application/octet-stream' : 'text/plain';
}

async function sync(path: string): Promise<void> {
  const file = await open(path, 'r');
  await file.sync().finally(() => file.close());
}

/**
 * Files by the hash of what is in them, under the data folder. A file is written and synced under another name first,
 * so that a name that exists always stands for a whole file.
 */
@Injectable()
export class FileStore {
  private readonly folder: string;
  private readonly incoming: string;

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    @Inject(Database) private readonly database: Pick<Database, 'mustHaveRoom'>,
  ) {
    this.folder = join(settings.dataFolder, 'files');
    this.incoming = join(this.folder, 'incoming');
    mkdirSync(this.incoming, { recursive: true, mode: 0o700 });
  }

  /** @throws Problem when there is more than may be uploaded, DiskNearlyFullError; nothing is left behind. */
  async keep(source: Readable): Promise<StoredFile> {
    this.database.mustHaveRoom();
    const draft = join(this.incoming, randomUUID());
    const hash = createHash('sha256');
    const limit = this.settings.uploadLimit;
    let bytes = 0;
    let head = Buffer.alloc(0);
    const measure = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        bytes += chunk.length;
        if (bytes > limit) {
          done(
            Problem.of(
              413,
              'file-too-large',
              'Not kept',
              `A file can have ${Math.floor(limit / 1024 / 1024)} MiB at most. Send it in parts, or a smaller copy.`,
            ),
          );
          return;
        }
        if (head.length < HEAD) head = Buffer.concat([head, chunk.subarray(0, HEAD - head.length)]);
        hash.update(chunk);
        done(null, chunk);
      },
    });
    try {
      await pipeline(source, measure, createWriteStream(draft, { mode: 0o600, flags: 'wx' }));
      if (bytes === 0) throw Problem.badFile('This file is empty. Choose another.');
      if (this.settings.syncWrites) await sync(draft);
      const sha256 = hash.digest('hex');
      const shelf = join(this.folder, sha256.slice(0, 2));
      const isNew = mkdirSync(shelf, { recursive: true, mode: 0o700 }) !== undefined;
      await rename(draft, join(shelf, sha256));
      // The name is safe only when the folder is that holds it.
      if (this.settings.syncWrites) {
        await sync(shelf);
        if (isNew) await sync(this.folder);
      }
      return { sha256, bytes, kind: await kindOf(head) };
    } catch (error) {
      await rm(draft, { force: true });
      throw error;
    }
  }

  keepBytes(bytes: Uint8Array): Promise<StoredFile> {
    return this.keep(Readable.from([Buffer.from(bytes)]));
  }

  read(sha256: string): Readable {
    return createReadStream(join(this.folder, sha256.slice(0, 2), sha256));
  }

  /** Files that came in only half before the process ended; removed at start-up. */
  async clearIncoming(): Promise<number> {
    const left = await readdir(this.incoming);
    await Promise.all(left.map((name) => rm(join(this.incoming, name), { force: true })));
    return left.length;
  }
}
