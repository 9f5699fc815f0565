import { SIGNATURE_STATES, type SignatureState } from '@steady/core/signing';
import { IsIn, IsString, IsUUID, Matches, MaxLength } from 'class-validator';
import type { Rhythm } from '@steady/core/calendar';
import { IsDay, IsLine, IsRhythm, IsText, LeftOut } from './checks';
import { identifiers } from '@steady/core/clients';
import { PRIORITIES } from '@steady/core/jobs';
import { textsInput } from './facts-input';
import { DOCUMENT_VIEWS, type DocumentsOf } from './documents';
import { MISSING_VIEWS, type MissingOf } from './asks';
import { JOB_STATES, type JobState } from './jobs';

// What may stand behind the question mark of an address. The web never loads this file: it knows these classes as types.

/** What is looked for by a few letters. */
export class Find {
  @LeftOut()
  @IsLine(100, 'What is looked for')
  find?: string;
}

/** Of which client or job something is listed, and after which row of the page before it goes on. */
export class OfRecord {
  @LeftOut()
  @IsUUID()
  client?: string;

  @LeftOut()
  @IsUUID()
  job?: string;

  @LeftOut()
  @IsUUID()
  before?: string;
}

export class OfProcedure {
  @LeftOut()
  @IsUUID()
  procedure?: string;
}

/** How a list is narrowed, laid out and sorted. */
export class ListQuery {
  @LeftOut()
  @IsLine(100, 'What is looked for')
  find?: string;

  /** As JSON. */
  @LeftOut()
  @IsText(8_000, 'A filter')
  filters?: string;

  /** Keys of fields with commas between them. */
  @LeftOut()
  @IsText(4_000, 'The columns')
  columns?: string;

  @LeftOut()
  @IsLine(80, 'A sort')
  sort?: string;

  /** How many rows stand before the page. */
  @LeftOut()
  @Matches(/^\d{1,6}$/, { message: 'Say after how many rows.' })
  from?: string;

  /** The field that a list is added up by. */
  @LeftOut()
  @IsLine(80, 'A field')
  by?: string;

  /** What somebody types to land on a row. */
  @LeftOut()
  @IsLine(100, 'A name')
  name?: string;
}

/** What a list of jobs can be narrowed by. */
/** A list of the firm, or of one client or job. */
class OfClientOrJob extends ListQuery {
  @LeftOut()
  @IsUUID()
  client?: string;

  @LeftOut()
  @IsUUID()
  job?: string;
}

export class DocumentsFilter extends OfClientOrJob {
  @LeftOut()
  @IsIn(DOCUMENT_VIEWS)
  view?: DocumentsOf;
}

export class MissingFilter extends OfClientOrJob {
  @LeftOut()
  @IsIn(MISSING_VIEWS)
  view?: MissingOf;
}

export class SignaturesFilter extends OfClientOrJob {
  @LeftOut()
  @IsIn(SIGNATURE_STATES)
  state?: SignatureState;

  /** Whoever is asked to sign, or was. */
  @LeftOut()
  @IsUUID()
  contact?: string;
}

/** Days between which something is wanted, both included. */
export class WantedAsked {
  @LeftOut()
  @IsDay()
  from?: string;

  @LeftOut()
  @IsDay()
  until?: string;

  /** Only where this person has to do with the job. */
  @LeftOut()
  @IsUUID()
  person?: string;
}

export class JobsFilter extends ListQuery {
  @LeftOut()
  @IsIn(['open', 'finished'])
  status?: 'open' | 'finished';

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
  person?: string;

  @LeftOut()
  @IsUUID()
  procedure?: string;

  @LeftOut()
  @IsString()
  @MaxLength(60)
  phase?: string;

  @LeftOut()
  @IsIn(JOB_STATES)
  state?: JobState;

  @LeftOut()
  @IsIn(PRIORITIES)
  priority?: string;

  @LeftOut()
  @IsIn(['due', 'person', 'client'])
  view?: 'due' | 'person' | 'client';
}

/** Which lines of the audit trail are read. */
export class AuditQuery {
  @LeftOut()
  @IsUUID()
  who?: string;

  @LeftOut()
  @IsUUID()
  client?: string;

  @LeftOut()
  @IsLine(60, 'A kind')
  kind?: string;

  @LeftOut()
  @IsDay()
  from?: string;

  @LeftOut()
  @IsDay()
  until?: string;

  /** The number of the last line of the page before. */
  @LeftOut()
  @Matches(/^\d{1,15}$/, { message: 'Say after which line.' })
  before?: string;
}

/** Which bills are listed. */
export class InvoicesAsked extends OfRecord {
  @LeftOut()
  @IsLine(40, 'A status')
  status?: string;
}

/** What is known of a client that is being written down. */
export class AlikeAsked extends textsInput(identifiers) {
  @LeftOut()
  @IsLine(160, 'A name')
  name?: string;

  /** The record itself, where it is there already. */
  @LeftOut()
  @IsUUID()
  not?: string;
}

/** The phase to which a job would be moved; without it the job would be finished. */
export class MoveAsked {
  @LeftOut()
  @IsLine(60, 'A phase')
  to?: string;
}

/** The firm's load with our target of a job on another day. */
export class LoadAsked {
  @IsDay()
  from: string;

  @IsUUID()
  job: string;

  @IsDay()
  target: string;
}

/** For which rhythm a fee is proposed; the usual one of the service where none is said. */
export class FeeAsked {
  @LeftOut()
  @IsRhythm()
  rhythm?: Rhythm;
}

export class WeekAsked {
  @LeftOut()
  @IsDay()
  from?: string;
}

export class TodayAsked {
  @LeftOut()
  @IsIn(['mine', 'firm'])
  whose?: 'mine' | 'firm';
}

/** After which row a page goes on. */
export class AfterRow {
  @LeftOut()
  @IsUUID()
  before?: string;
}
