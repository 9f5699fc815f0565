import 'reflect-metadata';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  IsUUID,
  MaxLength,
  Min,
  Validate,
  ValidatorConstraint,
} from 'class-validator';
import { type Answer, type Answers, type Questionnaire, questionnaireFaults } from '@steady/core/questionnaires';
import type { ScheduleEffect } from './almanac';
import { IsDay, IsLine, IsText, LeftOut, Trimmed } from './checks';

@ValidatorConstraint({ name: 'isQuestionnaire' })
class IsQuestionnaire {
  validate(given: unknown): boolean {
    return questionnaireFaults(given).length === 0;
  }

  defaultMessage(about?: { value?: unknown }): string {
    return questionnaireFaults(about?.value).slice(0, 3).join(' ');
  }
}

/** A questionnaire of the firm, to be sent to clients. */
export class KeepQuestionnaire {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the questionnaire a name.' })
  @IsLine(120, 'A name')
  name: string;

  @Validate(IsQuestionnaire)
  definition: Questionnaire;

  /** The version that was changed; none of a new one. */
  @LeftOut()
  @IsInt()
  @Min(1)
  version?: number;
}

/** Asks a client to fill in a questionnaire, for a job. */
export class AskQuestionnaire {
  @IsUUID(undefined, { message: 'Choose a questionnaire.' })
  templateId: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Give it a title: the client reads it first.' })
  @IsLine(160, 'A title')
  title: string;

  @Trimmed()
  @LeftOut()
  @IsText(2000, 'A message')
  words?: string;

  @IsDay({ message: 'Give the day by which you need it.' })
  dueOn: string;

  /** At once, whatever the hour and however many went out before. */
  @LeftOut()
  @IsBoolean()
  now?: boolean;
}

/** One answer, saved as it is typed; null takes it away. */
export class PutAnswer {
  @IsString()
  @MaxLength(40)
  key: string;

  @IsOptional()
  value: Answer | null;
}

export class SendBackAnswer {
  @IsString()
  @MaxLength(40)
  key: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Say what is still to be said: the client reads it.' })
  @IsText(500, 'A reason')
  reason: string;
}

/** Which answers are taken over into the record. */
export class TakeOver {
  @IsArray()
  @ArrayMinSize(1, { message: 'Choose what is taken over.' })
  @ArrayMaxSize(200)
  @IsString({ each: true })
  keys: string[];
}

export interface QuestionnaireTemplate {
  id: string;
  name: string;
  version: number;
  sections: number;
  questions: number;
  /** How many clients were asked by it. */
  asked: number;
  retired: boolean;
}

export interface QuestionnaireTemplateView {
  id: string;
  name: string;
  version: number;
  retired: boolean;
  definition: Questionnaire;
}

/** What an ask that is a questionnaire adds to it. */
export interface QuestionnairePart {
  /** Of the questions that are asked, how many have an answer. */
  answered: { are: number; of: number };
  sentInAt: string | null;
  sentInBy: string | null;
  /** How many answers were sent back and wait for the client. */
  sentBack: number;
  lookedAt: string | null;
}

/** A questionnaire with its answers, for whoever fills it in or reads it. Accounts are masked. */
export interface QuestionnaireView {
  askId: string;
  title: string;
  client: string;
  currency: string;
  definition: Questionnaire;
  answers: Answers;
  /** Facts of the client at which questions look. */
  facts: Record<string, string | number | boolean | null>;
  /** The answers of the last time, where there was one, and when that was. */
  last: { answers: Answers; at: string } | null;
  /** What was sent back, by question, and why. */
  sentBack: Record<string, string>;
  /** Names of the files in answers, by id. */
  files: Record<string, string>;
  /** Keys of bank accounts that were given: what stands in the answers is masked. */
  masked: string[];
  sentInAt: string | null;
  /** Something can still be answered. */
  isOpen: boolean;
}

/** An answer that would go into the record. */
export interface FilledIn {
  key: string;
  words: string;
  /** Where it goes: "VAT number". */
  place: string;
  before: string | null;
  after: string;
  /** Why it cannot be taken over as it stands. */
  why: string | null;
}

export interface IntoRecord {
  filled: FilledIn[];
  /** Keys of questions answered otherwise than the last time. */
  changed: string[];
  /** The dates that would move, were all of it taken over; null where nothing can be. */
  effect: ScheduleEffect | null;
}
