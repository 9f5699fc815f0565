import { Inject, Injectable, Logger } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { BackupView } from '@steady/contract/backups';
import { Temporal } from '@steady/core/calendar';
import { copyIsDue, keptCopies } from '@steady/core/retention';
import { Clock } from '../clock';
import { Database, rows } from '../database';
import { keyFrom } from '../files/keys';
import { Problem } from '../http/problem';
import { SETTINGS, type Settings } from '../settings';
import { archivesIn, clearHalfMade, makeArchive, proveArchive, removeArchive, usualFolder } from './archive';

/**
 * Backups are made by night and on demand, proved by bringing them back, and thinned out as they grow old. One that is
 * being made when the application stops is left half-made, and cleared away before the next.
 */
@Injectable()
export class Backups {
  private readonly log = new Logger('Backup');
  readonly folder: string;
  private readonly dataFolder: string;
  private readonly key: Buffer | null;
  private running: Promise<BackupView | null> | null = null;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    @Inject(SETTINGS) settings: Settings,
  ) {
    this.folder = settings.backupFolder ?? usualFolder(settings.dataFolder);
    this.dataFolder = settings.dataFolder;
    this.key = settings.backupKey === null ? null : keyFrom(settings.backupKey, 'BACKUP_KEY');
  }

  /** The newest first. */
  list(): Promise<BackupView[]> {
    return archivesIn(this.folder);
  }

  /** Makes one now, or waits for the one that is being made. @returns null where the database is on a server, or in memory */
  make(): Promise<BackupView | null> {
    this.running ??= this.makeOne().finally(() => {
      this.running = null;
    });
    return this.running;
  }

  private async makeOne(): Promise<BackupView | null> {
    if (this.database.isLow()) throw Problem.of(507, 'disk-nearly-full', 'Not made', 'The disk is nearly full. Make room, then try again.');
    await clearHalfMade(this.folder);
    const found = await this.database.transaction({ within: true }, (tx) => rows<{ name: string }>(tx, sql`select name from firms order by id`), {
      readOnly: true,
    });
    const archive = await this.withRoom(() =>
      makeArchive(
        this.database,
        this.dataFolder,
        this.folder,
        this.clock.now(),
        found.map(({ name }) => name),
        this.key,
      ),
    );
    if (archive === null) return null;
    const made = await proveArchive(archive, this.key);
    if (made.proved)
      this.log.log(`${made.name} is made and proved: ${made.clients} clients, ${made.documents} documents, ${Math.ceil(made.bytes / 1_048_576)} MiB.`);
    else this.log.error(`${made.name} is not good: ${made.wrong}`);
    await this.thinOut();
    return made;
  }

  /** The disk on which backups go may be another than that of the data. @throws Problem when it is full */
  private async withRoom<Made>(make: () => Promise<Made>): Promise<Made> {
    try {
      return await make();
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error;
      throw Problem.of(507, 'backup-disk-full', 'Not made', `The disk with ${this.folder} is full. Make room there, then try again; nothing was lost.`);
    }
  }

  /** Backups that are not good count for none, and throw none away. */
  private async thinOut(): Promise<void> {
    const good = (await this.list()).filter(({ proved }) => proved);
    const made = new Map(good.map(({ name, at }) => [this.here(at), name]));
    const kept = new Set(keptCopies([...made.keys()]).map((one) => made.get(one)));
    for (const { name } of good) if (!kept.has(name)) await removeArchive(this.folder, name);
  }

  /** Of the computer's own zone: the night is its night. */
  private here(at: string | Temporal.Instant): Temporal.PlainDateTime {
    return Temporal.Instant.from(at.toString()).toZonedDateTimeISO(Temporal.Now.timeZoneId()).toPlainDateTime();
  }

  /** Makes one when it is time. What fails is said, and tried again at the next look. */
  async makeWhenDue(): Promise<void> {
    try {
      const now = this.clock.now();
      // What a clock that went ahead has made keeps nobody from making the next.
      const [last] = (await this.list()).filter(({ proved, at }) => proved && Temporal.Instant.compare(at, now) <= 0);
      if (copyIsDue(last ? this.here(last.at) : null, this.here(now))) await this.make();
    } catch (error) {
      this.log.error(error);
    }
  }
}
