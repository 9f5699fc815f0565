import { IsBoolean, IsIn, IsInt, IsNotEmpty, IsString, IsUUID, MaxLength, Min } from 'class-validator';
import type { ObligationStatus } from '@steady/core/obligations';
import type { Workings } from '@steady/core/workings';
import type { Money } from '@steady/core/money';
import { IsDay, IsLine, IsText, LeftOut, Trimmed } from './checks';

export interface ObligationView {
  id: string;
  version: number;
  clientId: string;
  client: string;
  service: string;
  serviceId: string;
  lineId: string;
  /** "VAT return, Mar-Apr 2026" */
  name: string;
  periodEnd: string;
  dueOn: string;
  targetOn: string;
  beginsOn: string;
  status: ObligationStatus;
  /** The date that the rule gave, where more time was given; and on what reference. */
  extendedFrom: string | null;
  extensionReference: string | null;
  notRequiredReason: string | null;
  receipt: string | null;
  filedAt: string | null;
  filedBy: string | null;
  ruleId: string;
  /** By law; otherwise a date of our own. */
  statutory: boolean;
  /** Makes the job of its period, or stands beside it. */
  leads: boolean;
  authority: string;
  workings: Workings;
  jobId: string | null;
  jobNumber: number | null;
  jobVersion: number | null;
  jobStatus: string | null;
  minutesLeft: number;
  /** Why its job does not begin by itself though its lead time has come; null where nothing speaks against it. */
  doubt: string | null;
  phase: string | null;
  waitingSince: string | null;
  tasks: number;
  tasksDone: number;
  /** Of a phase that was skipped: neither done nor to do. */
  tasksPassedOver: number;
  who: string | null;
}

/** What the almanac shows; nothing given shows the whole firm. */
export class AlmanacFilter {
  @LeftOut()
  @IsUUID()
  client?: string;

  @LeftOut()
  @IsUUID()
  related?: string;

  @LeftOut()
  @IsUUID()
  service?: string;

  @LeftOut()
  @IsUUID()
  partner?: string;

  @LeftOut()
  @IsUUID()
  manager?: string;

  /** Who prepares it or has a task in it. */
  @LeftOut()
  @IsUUID()
  person?: string;

  @LeftOut()
  @IsString()
  @MaxLength(120)
  authority?: string;

  /** Only what law wants, or only our own dates. */
  @LeftOut()
  @IsIn(['statutory', 'own'])
  only?: 'statutory' | 'own';

  /** By which day things stand: the deadline, or our own target ahead of it. */
  @LeftOut()
  @IsIn(['due', 'target'])
  by?: 'due' | 'target';
}

export class AlmanacAsked extends AlmanacFilter {
  @LeftOut()
  @IsDay()
  from?: string;

  @LeftOut()
  @IsDay()
  until?: string;

  @LeftOut()
  @IsUUID()
  after?: string;
}

export interface YearDay {
  day: string;
  count: number;
  filed: number;
  overdue: number;
}

export interface AlmanacYear {
  /** First day of the twelve months. */
  from: string;
  days: YearDay[];
  /** Public holidays and closing days, by day. */
  closed: Record<string, string>;
  earlierOverdue: number;
}

export interface AlmanacList {
  rows: ObligationView[];
  more: boolean;
}

export interface RehearsedRow {
  does: 'begins' | 'due';
  on: string;
  clientId: string;
  client: string;
  name: string;
  beginsOn: string;
  dueOn: string;
  statutory: boolean;
  minutes: number;
  fee: Money | null;
}

export interface RehearsedWeek {
  week: string;
  jobs: number;
  deadlines: number;
  minutes: number;
  fee: Money;
}

export interface Rehearsal {
  from: string;
  until: string;
  /** Of everything that will come. */
  weeks: RehearsedWeek[];
  /** The first of it, day by day. */
  rows: RehearsedRow[];
  more: boolean;
}

export class AddFeed {
  @IsIn(['person', 'firm'])
  scope: 'person' | 'firm';
}

export interface FeedView {
  id: string;
  scope: 'person' | 'firm';
  createdAt: string;
  lastReadAt: string | null;
}

export class MoveTarget {
  @IsDay()
  targetOn: string;

  @IsInt()
  @Min(1)
  version: number;
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

/** Room of people for the weeks to come. */
export interface RoomView {
  /** `nobody`: minutes of work that nobody has yet. */
  weeks: { week: string; workingDays: number; nobody: number }[];
  /** Minutes booked and of room, week by week. */
  people: { memberId: string; name: string; weeks: { booked: number; room: number }[] }[];
}

/** More time that the law offers for a deadline. */
export interface OfferedExtension {
  to: string;
  name: string;
  asks: string | null;
  workings: Workings;
}

export class ExtendObligation {
  @IsDay({ message: 'Give the day to which it is put off.' })
  to: string;

  @Trimmed()
  @LeftOut()
  @IsLine(120, 'A reference')
  reference?: string;

  @IsInt()
  @Min(1)
  version: number;
}

/** Closes a deadline that nobody will file: it is not required after all, or it was missed for good. */
export class SetObligationAside {
  @LeftOut()
  @IsIn(['not required', 'missed'])
  as?: 'not required' | 'missed';

  @Trimmed()
  @IsNotEmpty({ message: 'Give a reason: colleagues will want to know.' })
  @IsText(300, 'A reason')
  reason: string;

  /** Its job, begun already, is closed with it. */
  @LeftOut()
  @IsBoolean()
  closeJob?: boolean;

  @IsInt()
  @Min(1)
  version: number;
}

/** Takes the dates that the rules give now, for a deadline that was held back because its job had begun. */
export class FollowRules {
  @IsInt()
  @Min(1)
  version: number;
}

/** Notes what was filed elsewhere: on paper, or at the authority's own desk. */
export class NoteFiled {
  @IsDay({ message: 'Give the day on which it was filed.' })
  on: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Give the receipt, or how it can be shown that it was filed.' })
  @IsLine(120, 'A receipt')
  receipt: string;

  /** Although checks of its job are not done. */
  @LeftOut()
  @IsBoolean()
  anyway?: boolean;

  @IsInt()
  @Min(1)
  version: number;
}

export class FileObligation {
  @LeftOut()
  @IsBoolean()
  anyway?: boolean;
}

export class ReopenObligation {
  @IsInt()
  @Min(1)
  version: number;
}

export interface EffectDates {
  dueOn: string;
  targetOn: string;
  beginsOn: string;
}

/** What a change does to one deadline. */
export interface EffectRow {
  does: 'comes' | 'moves' | 'goes' | 'stays';
  obligationId: string | null;
  version: number | null;
  clientId: string;
  client: string;
  name: string;
  statutory: boolean;
  before: EffectDates | null;
  after: EffectDates | null;
  /** Why it stays although it would move or go. */
  why: string | null;
  jobId: string | null;
  jobNumber: number | null;
}

/** Before and after of every date that a change touches; nothing is written. */
export interface ScheduleEffect {
  rows: EffectRow[];
  /** Clients to whom a rule of a line says nothing after the change, and why. */
  none: { clientId: string; client: string; line: string; why: string }[];
  /** How many lines were looked at. */
  lines: number;
  /** How many deadlines would move but were filed or set aside: they stay as they are. */
  settled: number;
}

/** Shown once: the secret is a part of the calendar's address. */
export interface FeedOpened {
  id: string;
  secret: string;
}

export interface ExtensionOffer {
  offered: OfferedExtension | null;
}

export interface JobBegun {
  jobId: string;
}

export type AlmanacLoad = AlmanacView['weeks'];

declare module './today' {
  interface TodayView {
    overdue: First<TodayLine>;
    dueThisWeek: First<TodayLine>;
    /** Work whose lead time has come and that does not begin by itself, each with why. */
    inDoubt: First<TodayLine>;
    room: { memberId: string; name: string; booked: number; room: number }[];
    minutesToday: number;
    minutesRoom: number;
  }
}
