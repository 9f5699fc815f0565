import { randomUUID } from 'node:crypto';
import { createWriteStream, mkdirSync } from 'node:fs';
import { open, readdir, rename, rm, stat } from 'node:fs/promises';
import { join, relative, sep } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { FolderWatch } from '../database/synced-folder';

/** Where sealed files lie: a folder, or a store of objects behind the same few acts. */
export abstract class Shelf {
  /**
   * Writes what comes under a name that is known only at its end. A name that exists stands for a whole file that is safe on disk.
   * @param through what it goes through on its way
   * @returns puts it in its place, over what is there, or throws it away
   */
  abstract take(source: Readable, through: NodeJS.ReadWriteStream[]): Promise<{ put(firmId: string, address: string): Promise<void>; drop(): Promise<void> }>;
  /** Null where there is none. */
  abstract open(firmId: string, address: string): Promise<Readable | null>;
  abstract remove(firmId: string, address: string): Promise<void>;
  /** All of a firm, with when each was put there, milliseconds since 1970. */
  abstract list(firmId: string): AsyncIterable<{ address: string; at: number }>;
  /** Files that came in only half before the process ended; removed at start-up. @param milliseconds not those that are younger: another process may be taking them in */
  abstract clearIncoming(milliseconds: number): Promise<void>;
}

const isGone = (error: unknown) => (error as NodeJS.ErrnoException).code === 'ENOENT';

/** Files in a folder: `<firm>/<first two digits>/<address>`, and `incoming` for what is on its way. */
export class FolderShelf extends Shelf {
  private readonly incoming: string;

  /**
   * @param syncs each file and each folder that names it, before it counts as kept
   * @param watch sees what is done to the folder
   */
  constructor(
    private readonly folder: string,
    private readonly syncs: boolean,
    private readonly watch: FolderWatch | null = null,
  ) {
    super();
    this.incoming = join(folder, 'incoming');
    mkdirSync(this.incoming, { recursive: true, mode: 0o700 });
  }

  private async sync(path: string): Promise<void> {
    const file = await open(path, 'r');
    await file.sync().finally(() => file.close());
    this.watch?.synced(path);
  }

  private seen(path: string): Transform {
    let position = 0;
    return new Transform({
      transform: (chunk: Buffer, _encoding, done) => {
        this.watch?.wrote(path, position, chunk);
        position += chunk.length;
        done(null, chunk);
      },
    });
  }

  private place(firmId: string, address: string): string {
    return join(this.folder, firmId, address.slice(0, 2), address);
  }

  async take(source: Readable, through: NodeJS.ReadWriteStream[]) {
    const draft = join(this.incoming, randomUUID());
    const drop = () => rm(draft, { force: true });
    try {
      this.watch?.made(draft, false);
      await pipeline([source, ...through, this.seen(draft), createWriteStream(draft, { mode: 0o600, flags: 'wx' })]);
      if (this.syncs) await this.sync(draft);
    } catch (error) {
      await drop();
      throw error;
    }
    const put = async (firmId: string, address: string) => {
      const place = this.place(firmId, address);
      const shelf = join(place, '..');
      const first = mkdirSync(shelf, { recursive: true, mode: 0o700 });
      for (let made = first; made !== undefined; made = made === shelf ? undefined : join(made, relative(made, shelf).split(sep)[0]!))
        this.watch?.made(made, true);
      await rename(draft, place);
      this.watch?.renamed(draft, place);
      if (!this.syncs) return;
      // The name is safe only when the folder is that holds it, and that folder's own name likewise.
      await this.sync(shelf);
      if (first === undefined) return;
      await this.sync(join(shelf, '..'));
      await this.sync(this.folder);
    };
    return { put, drop };
  }

  async open(firmId: string, address: string): Promise<Readable | null> {
    try {
      const file = await open(this.place(firmId, address), 'r');
      return file.createReadStream();
    } catch (error) {
      if (isGone(error)) return null;
      throw error;
    }
  }

  remove(firmId: string, address: string): Promise<void> {
    return rm(this.place(firmId, address), { force: true });
  }

  async *list(firmId: string): AsyncIterable<{ address: string; at: number }> {
    for (const shelf of await readdir(join(this.folder, firmId)).catch((): string[] => []))
      for (const address of await readdir(join(this.folder, firmId, shelf))) {
        const found = await stat(join(this.folder, firmId, shelf, address)).catch(() => null);
        if (found) yield { address, at: found.mtimeMs };
      }
  }

  async clearIncoming(milliseconds: number): Promise<void> {
    for (const name of await readdir(this.incoming)) {
      const found = await stat(join(this.incoming, name)).catch(() => null);
      if (found && Date.now() - found.mtimeMs >= milliseconds) await rm(join(this.incoming, name), { force: true });
    }
  }
}
