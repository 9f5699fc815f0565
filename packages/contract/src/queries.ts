import { IsIn, IsOptional, IsString, IsUUID, Matches, MaxLength } from 'class-validator';
import { IsDay, IsText } from './checks';
import { JOB_STATES, type JobState, PRIORITIES } from './jobs';

// What may stand behind the question mark of an address. The web never loads this file: it knows these classes as types.

/** What is looked for by a few letters. */
export class Find {
  @IsOptional()
  @IsText(100, 'What is looked for')
  find?: string;
}

/** Of which client or job something is listed, and after which row of the page before it goes on. */
export class OfRecord {
  @IsOptional()
  @IsUUID()
  client?: string;

  @IsOptional()
  @IsUUID()
  job?: string;

  @IsOptional()
  @IsUUID()
  before?: string;
}

export class OfProcedure {
  @IsOptional()
  @IsUUID()
  procedure?: string;
}

/** How a list is narrowed, laid out and sorted. */
export class ListQuery {
  @IsOptional()
  @IsText(100, 'What is looked for')
  find?: string;

  /** As JSON. */
  @IsOptional()
  @IsText(8_000, 'A filter')
  filters?: string;

  /** Keys of fields with commas between them. */
  @IsOptional()
  @IsText(4_000, 'The columns')
  columns?: string;

  @IsOptional()
  @IsText(80, 'A sort')
  sort?: string;

  /** How many rows stand before the page. */
  @IsOptional()
  @Matches(/^\d{1,6}$/, { message: 'Say after how many rows.' })
  from?: string;

  /** The field that a list is added up by. */
  @IsOptional()
  @IsText(80, 'A field')
  by?: string;

  /** What somebody types to land on a row. */
  @IsOptional()
  @IsText(100, 'A name')
  name?: string;
}

/** What a list of jobs can be narrowed by. */
export class JobsFilter extends ListQuery {
  @IsOptional()
  @IsIn(['open', 'finished'])
  status?: 'open' | 'finished';

  @IsOptional()
  @IsUUID()
  client?: string;

  @IsOptional()
  @IsUUID()
  related?: string;

  @IsOptional()
  @IsUUID()
  service?: string;

  @IsOptional()
  @IsUUID()
  person?: string;

  @IsOptional()
  @IsUUID()
  procedure?: string;

  @IsOptional()
  @IsString()
  @MaxLength(60)
  phase?: string;

  @IsOptional()
  @IsIn(JOB_STATES)
  state?: JobState;

  @IsOptional()
  @IsIn(PRIORITIES)
  priority?: string;

  @IsOptional()
  @IsIn(['due', 'person', 'client'])
  view?: 'due' | 'person' | 'client';
}

/** Which lines of the audit trail are read. */
export class AuditQuery {
  @IsOptional()
  @IsUUID()
  who?: string;

  @IsOptional()
  @IsUUID()
  client?: string;

  @IsOptional()
  @IsText(60, 'A kind')
  kind?: string;

  @IsOptional()
  @IsDay()
  from?: string;

  @IsOptional()
  @IsDay()
  until?: string;

  /** The number of the last line of the page before. */
  @IsOptional()
  @Matches(/^\d{1,15}$/, { message: 'Say after which line.' })
  before?: string;
}

/** Which bills are listed. */
export class InvoicesAsked extends OfRecord {
  @IsOptional()
  @IsText(40, 'A status')
  status?: string;
}

/** What is known of a client that is being written down. */
export class AlikeAsked {
  @IsOptional()
  @IsText(160, 'A name')
  name?: string;

  @IsOptional()
  @IsText(160, 'A VAT number')
  vatNumber?: string;

  @IsOptional()
  @IsText(160, 'A tax number')
  taxNumber?: string;

  @IsOptional()
  @IsText(160, 'A company number')
  companyNumber?: string;

  /** The record itself, where it is there already. */
  @IsOptional()
  @IsUUID()
  not?: string;
}

/** The phase to which a job would be moved; without it the job would be finished. */
export class MoveAsked {
  @IsOptional()
  @IsText(60, 'A phase')
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

export class WeekAsked {
  @IsOptional()
  @IsDay()
  from?: string;
}

export class TodayAsked {
  @IsOptional()
  @IsIn(['mine', 'firm'])
  whose?: 'mine' | 'firm';
}
