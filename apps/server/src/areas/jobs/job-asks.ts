import { Injectable } from '@nestjs/common';
import type { AskOfPhase } from '@steady/core/procedures';
import type { Work } from '../../platform/work';

/** What jobs want to know of what was asked of their clients. */
export interface AsksOfJobs {
  /** As the phases of a job see it; without what was withdrawn. */
  ofPhases(work: Work, jobId: string): Promise<AskOfPhase[]>;
  /** Whether papers or answers were asked for in a job, of which it is noted by itself when they are all there. */
  hasMaterial(work: Work, jobId: string): Promise<boolean>;
  /** Why the return of a job is not to be filed at all, a sentence part each; nothing where nothing speaks against it. */
  notToFile(work: Work, jobId: string): Promise<string[]>;
  /** What the end of some jobs would bring to an end. */
  openOf(work: Work, jobIds: string[]): Promise<{ jobId: string; title: string }[]>;
  /** Those of some jobs in which anything was ever asked. */
  jobsWithAny(work: Work, jobIds: string[]): Promise<Set<string>>;
}

/** Here the area of asks, which stands on that of jobs, says what jobs want to know of it. */
@Injectable()
export class JobAsks {
  private brought: AsksOfJobs | null = null;

  bring(asks: AsksOfJobs): void {
    this.brought = asks;
  }

  /** @throws Error before the application has started */
  get of(): AsksOfJobs {
    if (!this.brought) throw new Error('Nobody has said what is asked of clients');
    return this.brought;
  }
}
