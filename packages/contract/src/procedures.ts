import { ArrayMaxSize, ArrayMinSize, IsArray, IsInt, IsNotEmpty, IsUUID, Min, ValidateBy } from 'class-validator';
import type { FactNames } from '@steady/core/conditions';
import { type ClientOnPaper, type GoesOut, type OnPaper, type Procedure, type TaskRole, procedureFaults } from '@steady/core/procedures';
import { IsLine, IsText, LeftOut, Trimmed } from './checks';
import { MessageWords } from './post';

const IsProcedure = () =>
  ValidateBy({
    name: 'isProcedure',
    validator: { validate: (value) => procedureFaults(value).length === 0, defaultMessage: (about) => `${procedureFaults(about?.value).join('. ')}.` },
  });

export class KeepProcedure {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the procedure a name.' })
  @IsLine(120, 'A name')
  name: string;

  @IsProcedure()
  definition: Procedure;

  /** The version that was seen; left out for a new one. */
  @LeftOut()
  @IsInt()
  @Min(1)
  version?: number;

  /** Jobs in flight that are moved to this version. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(2000)
  @IsUUID(undefined, { each: true })
  jobIds?: string[];
}

export class SharePhase {
  @IsNotEmpty({ message: 'Choose the phase.' })
  @IsLine(60, 'A key')
  phaseKey: string;
}

export class LookAtProcedure {
  @IsProcedure()
  definition: Procedure;
}

export class CutDownProcedure {
  @IsUUID()
  lineId: string;
}

export class TakeSuppliedProcedure {
  @IsNotEmpty({ message: 'Choose a supplied procedure.' })
  @IsLine(60, 'A key')
  key: string;
}

/** A procedure in the list of them. */
export interface ProcedureRow {
  id: string;
  name: string;
  phases: string[];
  tasks: number;
  minutes: number;
  /** How many things it does by itself. */
  actions: number;
  /** Services that are done by it, and jobs now in flight. */
  services: string[];
  jobs: number;
  /** The client for whose line it was cut down. */
  onlyFor: string | null;
}

export interface ProcedureFull {
  id: string;
  version: number;
  name: string;
  definition: Procedure;
  services: { id: string; name: string }[];
  jobs: number;
  onlyFor: { id: string; name: string } | null;
  versions: { number: number; at: string; by: string }[];
  /** For each phase held in common, by what it is known: the other procedures that hold it. */
  inCommon: Record<string, { id: string; name: string }[]>;
}

export interface SuppliedProcedureView {
  key: string;
  name: string;
  phases: string[];
  taken: boolean;
}

/** The clients a procedure concerns, as it meets them. */
export interface ProcedureClients {
  /** Whether they are those of its services, or all active ones because no service is done by it yet. */
  of: 'its services' | 'all active clients';
  clients: ClientOnPaper[];
  /** What the firm's own details are called, where rules look at them. */
  names: FactNames;
  /** Messages a day that go to one person, at most. */
  perDay: number;
}

/** Work that is about to be begun for clients: by one procedure, or each by that of its line of a service. */
export class BeforeStarting {
  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a procedure.' })
  procedureId?: string;

  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a service.' })
  serviceId?: string;

  /** The line of each job that begins, where it is known: a client may have several of a service, each with its own procedure. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(5000)
  @IsUUID(undefined, { each: true, message: 'Choose a line of the client.' })
  lineIds?: string[];

  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(5000)
  @IsUUID(undefined, { each: true })
  clientIds: string[];
}

/** What starting would mean, worked out on paper: for each procedure its clients, the ways they take, what comes of it and what is wrong. */
export interface OnPaperBefore extends Omit<OnPaper, 'routes'> {
  /** Without an id where the work goes by no procedure. */
  procedure: { id: string | null; name: string };
  /** Its phases, each with whoever answers for it. */
  phases: { key: string; name: string; memberId: string | null }[];
  /** Roles that tasks are for and in which some of the clients have nobody. */
  nobodyAs: TaskRole[];
  clients: number;
  /** A client with several periods has as many. */
  jobs: number;
  ways: number;
  /** What is sent at once when the jobs begin, to whom. */
  goesOut: GoesOut[];
  /** What one job of each client is estimated at, by the phases that it goes through; of each line, where lines were named. */
  minutesOf: Record<string, number>;
}

/** What becomes of a job in flight that is moved to another version. */
export interface JobToVersion {
  id: string;
  number: number;
  name: string;
  client: string;
  version: number | null;
  added: string[];
  taken: string[];
  kept: string[];
  /** Open tasks described otherwise, each with what of it. */
  changed: string[];
  /** What is otherwise about its phases, a sentence each. */
  phases: string[];
  phase: string | null;
}

export class KeepTemplate extends MessageWords {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the message a name, for example "Your return is filed".' })
  @IsLine(120, 'A name')
  name: string;

  @LeftOut()
  @IsInt()
  @Min(1)
  version?: number;
}

export class TryTemplate {
  @IsLine(200, 'A subject')
  subject: string;

  @IsText(10_000, 'A message')
  body: string;

  @IsUUID(undefined, { message: 'Choose a client.' })
  clientId: string;

  @LeftOut()
  @IsUUID()
  jobId?: string;
}

export interface TemplateView {
  id: string;
  version: number;
  name: string;
  subject: string;
  body: string;
  /** Procedures that send it. */
  usedBy: string[];
}

/** What a message would be for one client. */
export interface TriedTemplate {
  subject: string;
  body: string;
  /** Details that are not known of this client or job, in words. */
  missing: string[];
  /** What stands between braces and is no detail. */
  unknown: string[];
  to: { name: string; address: string }[];
  nobody: { name: string; why: string }[];
}
