import { ArrayMaxSize, ArrayMinSize, ArrayNotEmpty, IsArray, IsBoolean, IsIn, IsInt, IsNotEmpty, IsUUID, Max, Min } from 'class-validator';
import { RIGHTS, ROLES, type Right, type Role } from '@steady/core/access';
import type { Money } from '@steady/core/money';
import { IsDay, IsLine, IsMail, IsMoney, LeftOut, Trimmed, WantedIf } from './checks';

export type MemberStatus = 'invited' | 'active' | 'suspended' | 'left';

export interface MemberView {
  id: string;
  name: string;
  /** First name, or what tells people of one name apart. */
  shortName: string;
  role: Role;
  does: string;
  standing: MemberStatus;
  /** What they may do, by their role in this firm. */
  rights: Right[];
}

/** A person of the firm in the list of the team. */
export interface TeamRow extends MemberView {
  email: string;
  allClients: boolean;
  granted: number;
  openTasks: number;
  secondStep: boolean;
  /** Minutes of work for each weekday, Monday first. */
  weekdays: number[];
  leave: LeaveView[];
  rates: RateView[];
  /** The last day of access; null where it has no end. */
  endsOn: string | null;
}

export interface LeaveView {
  id: string;
  from: string;
  until: string;
  what: string;
}

export interface RateView {
  fromDay: string;
  perHour: Money;
  costPerHour: Money | null;
}

export class InviteMember {
  @Trimmed()
  @IsNotEmpty({ message: 'Give a name.' })
  @IsLine(120, 'A name')
  name: string;

  @Trimmed()
  @IsMail({ message: 'Give an email address: the invitation goes there.' })
  email: string;

  @IsIn(ROLES, { message: 'Choose a role.' })
  role: Role;

  @Trimmed()
  @LeftOut()
  @IsLine(80, 'What the person does')
  does?: string;

  /** Charge rate per hour. */
  @LeftOut()
  @IsMoney(0)
  perHour?: Money;
}

export class ChangeMember {
  @IsIn(ROLES, { message: 'Choose a role.' })
  role: Role;

  @Trimmed()
  @LeftOut()
  @IsLine(80, 'What the person does')
  does?: string;

  @IsArray()
  @ArrayMinSize(7)
  @ArrayMaxSize(7)
  @IsInt({ each: true })
  @Min(0, { each: true, message: 'Give hours from 0 to 24.' })
  @Max(1_440, { each: true, message: 'Give hours from 0 to 24.' })
  weekdays: number[];

  /** The last day of access; left out, it has no end. */
  @LeftOut()
  @IsDay({ message: 'Give the last day of access.' })
  endsOn?: string;
}

export class AddLeave {
  @IsDay({ message: 'Give the first day.' })
  from: string;

  @IsDay({ message: 'Give the last day.' })
  until: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Say what it is, for example "holiday".' })
  @IsLine(80, 'What it is')
  what: string;
}

export class AddRate {
  @IsDay({ message: 'Give the day from which it holds.' })
  fromDay: string;

  @IsMoney(0)
  perHour: Money;

  @LeftOut()
  @IsMoney(0)
  costPerHour?: Money;
}

export class ChangeMemberStatus {
  @IsIn(['active', 'suspended', 'left'])
  standing: 'active' | 'suspended' | 'left';

  /** Who takes over the open tasks; needed when there are any and the person stops. */
  @LeftOut()
  @IsUUID(undefined, { message: 'Choose who takes over.' })
  handTo?: string;
}

export interface OpenTask {
  id: string;
  name: string;
  jobId: string;
  job: string;
  client: string;
  dueOn: string;
}

export class SetRoleRights {
  @IsArray()
  @ArrayNotEmpty({ message: 'A role has at least one right.' })
  @IsIn(RIGHTS, { each: true })
  rights: Right[];

  /** Bills are approved up to this amount; left out, without a limit. */
  @LeftOut()
  @IsMoney(1)
  approveUpTo?: Money;
}

export interface RoleView {
  role: Role;
  rights: Right[];
  /** Bills are approved up to this amount; null without a limit. */
  approveUpTo: Money | null;
  people: number;
  /** False where the rights are those of a new firm. */
  changed: boolean;
}

/** Which clients are meant: those named, or those that a word, a label or a default person finds. */
export class GrantTarget {
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(5_000)
  @IsUUID(undefined, { each: true })
  clientIds?: string[];

  @Trimmed()
  @LeftOut()
  @IsLine(100, 'What is looked for')
  find?: string;

  @Trimmed()
  @LeftOut()
  @IsLine(40, 'A label')
  label?: string;

  @LeftOut()
  @IsUUID()
  partnerId?: string;

  @LeftOut()
  @IsUUID()
  managerId?: string;
}

export class ChangeGrants extends GrantTarget {
  @WantedIf((o: ChangeGrants) => !o.groupIds?.length)
  @IsArray()
  @ArrayNotEmpty({ message: 'Choose who is to see them.' })
  @ArrayMaxSize(200)
  @IsUUID(undefined, { each: true })
  memberIds: string[];

  @LeftOut()
  @IsArray()
  @ArrayMaxSize(50)
  @IsUUID(undefined, { each: true })
  groupIds?: string[];
}

export class GroupInput {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the group a name.' })
  @IsLine(60, 'A name')
  name: string;

  @IsArray()
  @ArrayMaxSize(200)
  @IsUUID(undefined, { each: true })
  memberIds: string[];
}

/** People to whom clients are granted together. */
export interface GroupView {
  id: string;
  name: string;
  memberIds: string[];
  /** How many clients are granted to it. */
  clients: number;
}

export class SetSight {
  @IsBoolean()
  allClients: boolean;
}

/** What was granted or taken back, in a sentence. */
export interface GrantOutcome {
  said: string;
  changed: number;
}

/** One answer to "who can see this client?" */
export interface ClientViewer {
  memberId: string;
  name: string;
  role: Role;
  standing: MemberStatus;
  sees: boolean;
  /** Why, or why not. */
  why: string;
  /** True when it can be taken back here: it was granted one by one. */
  granted: boolean;
}

/** One answer to "what can this person see?" */
export interface PersonSight {
  memberId: string;
  name: string;
  role: Role;
  standing: MemberStatus;
  allClients: boolean;
  rights: Right[];
  sentence: string;
  clients: { id: string; name: string; how: string; at: string }[];
  /** Clients whose partner, manager or preparer this person is, and does not see. */
  namedOn: { id: string; name: string }[];
}

/** One line of the audit trail. */
export interface AuditRow {
  id: string;
  seq: number;
  at: string;
  who: string;
  kind: string;
  what: string;
  clientId: string | null;
  client: string | null;
  before: unknown;
  after: unknown;
}

/** A client by its name. */
export interface NamedClient {
  id: string;
  name: string;
}

export interface AuditPage {
  rows: AuditRow[];
  more: boolean;
}
