import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { type Observable, Subject, filter } from 'rxjs';

/** What open pages of a firm are told when something was confirmed: enough to know what to read again, and no more. */
export interface LiveNotice {
  firmId: string;
  kinds: string[];
  /** The clients whom it concerns; null among them stands for none in particular. */
  clientIds: (string | null)[];
}

/** How far something long has come, told to whoever waits for it while it is not confirmed yet. */
export interface Progress {
  firmId: string;
  /** Who waits for it. */
  memberId: string | null;
  /** Of what: the id that the page which waits for it knows. */
  of: string;
  done: number;
  total: number;
}

@Injectable()
export class LiveNotices implements OnModuleDestroy {
  private readonly notices = new Subject<LiveNotice>();
  private readonly steps = new Subject<Progress>();
  private readonly looks = new Subject<void>();
  /** Somebody's session or grants ended: whoever is told things is looked at again. */
  readonly toLookAgain: Observable<void> = this.looks.asObservable();

  private readonly end = new Subject<void>();
  /** The application stops: whoever is told things is told no more, and does not keep it from stopping. */
  readonly ended: Observable<void> = this.end.asObservable();

  onModuleDestroy(): void {
    this.end.next();
  }

  lookAgain(): void {
    this.looks.next();
  }

  progress(step: Progress): void {
    this.steps.next(step);
  }

  progressOf(firmId: string, memberId: string | null): Observable<Progress> {
    return this.steps.pipe(filter((step) => step.firmId === firmId && step.memberId === memberId));
  }

  tell(notice: LiveNotice): void {
    this.notices.next(notice);
  }

  of(firmId: string): Observable<LiveNotice> {
    return this.notices.pipe(filter((notice) => notice.firmId === firmId));
  }
}
