import { Injectable } from '@nestjs/common';
import { type Observable, Subject, filter } from 'rxjs';

/** What open pages of a firm are told when something was confirmed: enough to know what to read again, and no more. */
export interface LiveNotice {
  firmId: string;
  kinds: string[];
}

/** How far something long has come, told while it is not confirmed yet. */
export interface Progress {
  firmId: string;
  /** Of what: the id that the page which waits for it knows. */
  of: string;
  done: number;
  total: number;
}

@Injectable()
export class LiveNotices {
  private readonly notices = new Subject<LiveNotice>();
  private readonly steps = new Subject<Progress>();

  progress(step: Progress): void {
    this.steps.next(step);
  }

  progressOf(firmId: string): Observable<Progress> {
    return this.steps.pipe(filter((step) => step.firmId === firmId));
  }

  tell(notice: LiveNotice): void {
    this.notices.next(notice);
  }

  of(firmId: string): Observable<LiveNotice> {
    return this.notices.pipe(filter((notice) => notice.firmId === firmId));
  }
}
