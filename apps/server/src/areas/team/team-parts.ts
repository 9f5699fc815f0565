import { Injectable } from '@nestjs/common';
import type { Work } from '../../platform/work';

type Counts = (work: Work) => Promise<Map<string, number>>;

/** What areas that stand on the team know of its people: how many clients were granted to them, how much work they have. */
@Injectable()
export class TeamParts {
  private granted: Counts = () => Promise.resolve(new Map<string, number>());
  private openTasks: Counts = () => Promise.resolve(new Map<string, number>());
  private seesByGrant: (work: Work, memberId: string, clientId: string) => Promise<boolean> = () => Promise.resolve(false);

  /** Which clients are granted to whom: how many to each person, and whether one is. */
  bringGrants(counts: Counts, isGranted: (work: Work, memberId: string, clientId: string) => Promise<boolean>): void {
    this.granted = counts;
    this.seesByGrant = isGranted;
  }

  /** How many tasks of jobs in flight each person has open. */
  bringOpenTasks(counts: Counts): void {
    this.openTasks = counts;
  }

  /** Clients granted and tasks open, by person; nobody stands there with none. */
  async counts(work: Work): Promise<[granted: Map<string, number>, openTasks: Map<string, number>]> {
    return [await this.granted(work), await this.openTasks(work)];
  }

  isGranted(work: Work, memberId: string, clientId: string): Promise<boolean> {
    return this.seesByGrant(work, memberId, clientId);
  }
}
