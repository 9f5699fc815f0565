import { IsBoolean, IsNotEmpty, IsUUID } from 'class-validator';
import type { Workings } from '@steady/core/workings';
import { IsDay, IsLine, IsText, LeftOut, Trimmed } from './checks';

/** What a message says; details between braces are filled in. */
export class MessageWords {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the message a subject.' })
  @IsLine(200, 'A subject')
  subject: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Write what the client is to read.' })
  @IsText(10_000, 'A message')
  body: string;
}

/** A message that a person writes to a client. */
export class WriteMessage extends MessageWords {
  @IsUUID(undefined, { message: 'Choose the client.' })
  clientId: string;

  /** The job that it is about. */
  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a job of the client.' })
  jobId?: string;

  /** The day on which it goes out, in the morning; at once where none is given. */
  @LeftOut()
  @IsDay()
  on?: string;

  /** At once, whatever the hour and however many went out before. */
  @LeftOut()
  @IsBoolean()
  now?: boolean;
}

export interface PostRoomMessage {
  id: string;
  at: string;
  channel: 'mail' | 'text';
  to: string;
  address: string;
  subject: string;
  body: string;
  /** Its reader can answer it by mail. */
  takesAnswer: boolean;
  /** The first link in it, as a path of this application. */
  link: string | null;
}

export interface SentMessage {
  id: string;
  at: string;
  to: string;
  address: string;
  subject: string;
  body: string;
  status: 'waiting' | 'sent' | 'failed' | 'withdrawn';
  clientId: string | null;
  client: string | null;
  jobId: string | null;
  by: string;
  /** When it is to go out, or is tried again; null once it went, was withdrawn or failed for good. */
  goesOutAt: string | null;
  /** Why it waits, where it is not for the day for which it was written; null otherwise. */
  held: string | null;
  /** How that moment comes about; null for what does not wait. */
  workings: Workings | null;
  /** How many other messages go out with it, as one. */
  goesWith: number;
  /** Why it could not be delivered when it was last tried. */
  trouble: string | null;
}

/** What goes out on a day, for the margin of Today. */
export interface GoingOut {
  at: string;
  messages: number;
  clients: number;
}

/** To how many people a message was written. */
export interface Written {
  written: number;
}

declare module './today' {
  interface TodayView {
    /** What is planned to go out on the next days. */
    goingOut: GoingOut[];
  }
}
