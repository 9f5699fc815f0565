import { Inject, Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { Backups } from '../backups/backups';
import { Database } from '../database';
import { FilesRound, ResumedUploads } from '../files';
import { Effects } from '../events';
import { byItself } from '../identity/actor';
import { Metrics } from '../metrics';
import { SETTINGS, type Settings } from '../settings';
import { type Work, Works, forgetKeys } from '../work';

const EVERY = 60_000;
const HOURS_TO_TIDY = 6;
const MINUTES_TO_BACKUPS = 10;
const HOURS_TO_FILES = 1;
const SOON = 60_000;
/** So many are done in one transaction: whoever asks something meanwhile waits for one of these, not for all that has come due. */
const AT_ONCE = 5;

type InUnit = <T>(act: (work: Work) => Promise<T>) => Promise<T>;

interface Duty {
  name: string;
  /** What is done for one firm, in one transaction or several. */
  go(inUnit: InUnit): Promise<void>;
}

const inWords = (error: unknown): string => (error instanceof Error ? (error.stack ?? error.message) : String(error));

/**
 * The background tick: goes round all firms and does what has come due. What it does has to be safe to do twice, late,
 * or after days without a tick; it looks at what is wanted and what is there, never at when it last ran.
 */
@Injectable()
export class Ticks implements OnApplicationShutdown {
  private readonly log = new Logger('Tick');
  private readonly duties: Duty[] = [{ name: 'forget answers', go: (inUnit) => inUnit(forgetKeys) }];
  private readonly timers: NodeJS.Timeout[] = [];
  private running: Promise<void> = Promise.resolve();

  constructor(
    private readonly works: Works,
    private readonly effects: Effects,
    private readonly database: Database,
    private readonly backups: Backups,
    private readonly files: FilesRound,
    private readonly uploads: ResumedUploads,
    private readonly metrics: Metrics,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  /** A duty that is quick, or sees to its parts itself. */
  register(name: string, act: (work: Work) => Promise<void>): void {
    this.duties.push({ name, go: (inUnit) => inUnit(act) });
  }

  /**
   * A duty done to each of what has come due, a few at a time. One that fails keeps none of the others from being done.
   * @param due ids, the most urgent first
   * @param act looks again whether they are due: somebody may have been quicker
   */
  registerEach(name: string, due: (work: Work) => Promise<string[]>, act: (work: Work, ids: string[]) => Promise<void>): void {
    this.duties.push({ name, go: (inUnit) => this.each(inUnit, due, act) });
  }

  private async each(inUnit: InUnit, due: (work: Work) => Promise<string[]>, act: (work: Work, ids: string[]) => Promise<void>): Promise<void> {
    const ids = await inUnit(due);
    const failed: unknown[] = [];
    for (let at = 0; at < ids.length; at += AT_ONCE) {
      const part = ids.slice(at, at + AT_ONCE);
      try {
        await inUnit((work) => act(work, part));
      } catch {
        // One of them does not go: each is done by itself, so that the rest does.
        for (const id of part) await inUnit((work) => act(work, [id])).catch((error: unknown) => failed.push(error));
      }
    }
    if (failed.length > 0) throw new AggregateError(failed, `${failed.length} of ${ids.length} failed, the first: ${inWords(failed[0])}`);
  }

  begin(): void {
    if (!this.settings.tickByItself) return;
    const again = () => void this.tick().catch((error: unknown) => this.log.error(error));
    this.timers.push(
      setInterval(again, EVERY),
      setInterval(() => void this.tidy(), HOURS_TO_TIDY * 3_600_000),
      setInterval(() => void this.backups.makeWhenDue(), MINUTES_TO_BACKUPS * 60_000),
      setTimeout(() => void this.goRoundFiles(), SOON),
      setInterval(() => void this.goRoundFiles(), HOURS_TO_FILES * 3_600_000),
    );
    again();
  }

  /** Throws away what was left half-way, and tidies the embedded database. */
  private async tidy(): Promise<void> {
    try {
      await this.uploads.clear();
      if (!this.database.isLow()) await this.database.tidy();
    } catch (error) {
      this.log.error(error);
    }
  }

  /** Looks whether the files of clients are all there. */
  private async goRoundFiles(): Promise<void> {
    try {
      if (!this.database.isLow() && (await this.database.leads())) for (const firmId of await this.works.firmIds()) await this.files.go(firmId);
    } catch (error) {
      this.log.error(error);
    }
  }

  /** One round, of one process at a time. A duty that fails does not keep the others from theirs. */
  tick(): Promise<void> {
    // One round that failed keeps nobody from the next.
    this.running = this.running.catch(() => undefined).then(() => this.round());
    return this.running;
  }

  private low = false;

  /** On a disk that is nearly full nothing is begun by itself; what is due then is done when there is room. */
  private mayWrite(): boolean {
    const low = this.database.isLow();
    if (low !== this.low) this.log.warn(low ? 'The disk is nearly full: nothing is written until there is room.' : 'There is room on the disk again.');
    this.low = low;
    return !low;
  }

  private async round(): Promise<void> {
    if (!this.mayWrite() || !(await this.database.leads())) return;
    for (const firmId of await this.works.firmIds()) {
      for (const duty of this.duties) {
        const begun = performance.now();
        const ended = (good: boolean) => this.metrics.duty(duty.name, good, (performance.now() - begun) / 1000);
        try {
          await duty.go((act) => this.works.run(byItself(firmId), act));
          ended(true);
        } catch (error) {
          ended(false);
          this.log.error(`${duty.name}: ${inWords(error)}`);
        }
      }
      await this.effects.drain(firmId);
    }
  }

  async onApplicationShutdown(): Promise<void> {
    for (const timer of this.timers) clearTimeout(timer);
    await this.running.catch(() => undefined);
  }
}
