import type { ObligationStatus } from '@steady/core/obligations';
import type { Workings } from '@steady/core/workings';

export interface ObligationView {
  id: string;
  clientId: string;
  client: string;
  service: string;
  serviceId: string;
  /** "VAT return, Mar-Apr 2026" */
  name: string;
  periodEnd: string;
  dueOn: string;
  targetOn: string;
  beginsOn: string;
  status: ObligationStatus;
  receipt: string | null;
  filedAt: string | null;
  authority: string;
  workings: Workings;
  jobId: string | null;
  jobNumber: number | null;
  jobStatus: string | null;
  phase: string | null;
  waitingSince: string | null;
  tasks: number;
  tasksDone: number;
  who: string | null;
}

export interface RibbonCell {
  count: number;
  filed: number;
  overdue: number;
}

export interface AlmanacView {
  weeks: { week: string; workingDays: number; booked: number; room: number }[];
  rows: { serviceId: string; service: string; cells: RibbonCell[] }[];
  total: number;
  overdue: number;
  soonNotBegun: number;
  /** Overdue and not filed from before the ribbon's first week: always shown, whatever the range. */
  earlierOverdue: number;
}
