import { Injectable } from '@nestjs/common';
import type { SQL } from 'drizzle-orm';
import type { Lacks } from '@steady/core/asks';
import type { DoneBy } from '@steady/core/procedures';
import type { ContactPermission } from '@steady/contract/contacts';
import type { Work } from '../../platform/work';
import type { askParties, asks } from './asks.tables';

export type Ask = typeof asks.$inferSelect;
export type AskParty = typeof askParties.$inferSelect;

/** What a message about an ask names. */
export interface AboutAsk {
  client: string;
  job: string | null;
  /** The last day on which records come in time for the job, ISO; null where nothing was agreed about it. */
  lastSafe: string | null;
  /** Who asks, as the client knows them: a person of the firm, or the firm itself. */
  sender: string;
}

/** The words of a message about an ask; greeting, link and signature come with every message. */
export interface AskLetter {
  subject: string;
  paragraphs: string[];
  linkWords: string;
}

/** A kind of ask: what sets it apart from the others. Registered by its area when that starts. */
export interface AskKind<Part = unknown, PortalPart = Part> {
  kind: string;
  /** "information request", as it stands in a sentence. */
  name: string;
  /** Who of the client's people is asked where nobody is named. */
  permission: ContactPermission;
  /** A job does not leave the phase of such an ask before it is done. */
  holdsPhase: boolean;
  /** What comes with it is what work begins with; with all of it in, the days in the office begin. */
  material: boolean;
  /** The tasks that stand for sending it. */
  ticks: DoneBy;
  /** What a job's history says when all of them are done. */
  doneWords: string;
  /** @param again it is a reminder: only what is still missing */
  letter(work: Work, ask: Ask, about: AboutAsk, again: boolean): Promise<AskLetter>;
  /** The task for a person of the firm where nobody can be written to. */
  inPlaceOfLetter(ask: Ask, party: AskParty): { name: string; advice: string; estimate: number };
  /**
   * What an ask of the kind asks for, one by one, as a select of `position`, `key`, `item_id`, `what`, `state` (one of THING_STATES), `since`, `why` and `wanted_by`.
   * @param askId where the id of the ask stands
   */
  lines(askId: SQL): SQL;
  lacks(work: Work, ask: Ask, parties: AskParty[]): Promise<Lacks>;
  /** Why the return of a job is not to be filed, as far as such asks say, a sentence part each. */
  notToFile?(work: Work, jobId: string): Promise<string[]>;
  /** Its part of the firm's screens, by the id of the ask. */
  parts(work: Work, askIds: string[]): Promise<Map<string, Part>>;
  /** Its part of the portal, by the id of the ask, where that is not what the firm sees. */
  portalParts?(work: Work, askIds: string[]): Promise<Map<string, PortalPart>>;
}

/** The kinds of asks that there are. */
@Injectable()
export class AskKinds {
  private readonly known = new Map<string, AskKind>();

  register<Part, PortalPart>(kind: AskKind<Part, PortalPart>): void {
    this.known.set(kind.kind, kind);
  }

  get all(): AskKind[] {
    return [...this.known.values()];
  }

  /** @throws Error where no area has registered it */
  of(kind: string): AskKind {
    const found = this.known.get(kind);
    if (!found) throw new Error(`No area brings asks of the kind "${kind}"`);
    return found;
  }
}
