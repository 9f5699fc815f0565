import { Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import { type Observable, Subject, filter } from 'rxjs';
import { Database, type ProcessNotice } from '../database';

export type LiveNotice = NonNullable<ProcessNotice['notice']>;
type Progress = NonNullable<ProcessNotice['progress']>;

/** What open pages are told, whichever process they are connected to. */
@Injectable()
export class LiveNotices implements OnModuleDestroy {
  private readonly log = new Logger('Live');
  private readonly notices = new Subject<LiveNotice>();
  private readonly steps = new Subject<Progress>();
  private readonly looks = new Subject<void>();
  /** Somebody's session or grants ended: whoever is told things is looked at again. */
  readonly toLookAgain: Observable<void> = this.looks.asObservable();

  private readonly end = new Subject<void>();
  /** The application stops: whoever is told things is told no more, and does not keep it from stopping. */
  readonly ended: Observable<void> = this.end.asObservable();

  constructor(private readonly database: Database) {
    database.hear(({ notice, progress, look, sessions, missed }) => {
      if (notice) this.notices.next(notice);
      if (progress) this.steps.next(progress);
      // Once everybody has heard it: what is remembered of sessions is forgotten by then.
      if (look || sessions || missed) queueMicrotask(() => this.looks.next());
    });
  }

  onModuleDestroy(): void {
    this.end.next();
  }

  private tell(told: ProcessNotice): void {
    this.database.tell(told).catch((error: unknown) => this.log.error(error));
  }

  lookAgain(): void {
    this.tell({ look: true });
  }

  progress(step: Progress): void {
    this.tell({ progress: step });
  }

  progressOf(firmId: string, memberId: string | null): Observable<Progress> {
    return this.steps.pipe(filter((step) => step.firmId === firmId && step.memberId === memberId));
  }

  of(firmId: string): Observable<LiveNotice> {
    return this.notices.pipe(filter((notice) => notice.firmId === firmId));
  }
}
