import { type BeforeApplicationShutdown, Injectable, Logger } from '@nestjs/common';

/** What is done after an answer, so that the time it takes tells nothing about whom it was for. */
@Injectable()
export class AfterAnswers implements BeforeApplicationShutdown {
  private readonly log = new Logger('After an answer');
  private readonly running = new Set<Promise<void>>();

  begin(what: Promise<void>): void {
    const ended = what.catch((error: unknown) => this.log.error(error)).finally(() => this.running.delete(ended));
    this.running.add(ended);
  }

  /** The database is closed after that. */
  beforeApplicationShutdown(): Promise<void> {
    return this.settled();
  }

  async settled(): Promise<void> {
    await Promise.all(this.running);
  }
}
