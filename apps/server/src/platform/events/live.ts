import { Injectable } from '@nestjs/common';
import { type Observable, Subject, filter } from 'rxjs';

/** What open pages of a firm are told when something was confirmed: enough to know what to read again, and no more. */
export interface LiveNotice {
  firmId: string;
  kinds: string[];
}

@Injectable()
export class LiveNotices {
  private readonly notices = new Subject<LiveNotice>();

  tell(notice: LiveNotice): void {
    this.notices.next(notice);
  }

  of(firmId: string): Observable<LiveNotice> {
    return this.notices.pipe(filter((notice) => notice.firmId === firmId));
  }
}
