import type { PortalAsk } from '@steady/contract/asks';
import type { AnswerOf, Route } from '@steady/contract/route';

/** Something that concerns whoever is in the portal: it has a page of its own. */
export interface Matter {
  key: string;
  /** For which client they act in it. */
  client: string;
  title: string;
  /** Its page. */
  to: string;
  /** How it stands, in a few words. */
  says: string;
  /** How much of it is done; nothing where that is not counted. */
  done?: { of: number; are: number };
  /** By when they are to do something, ISO day; null where nothing is theirs to do. */
  by: string | null;
  /** When something last happened in it, ISO moment. */
  movedAt: string;
}

/** What is known of the matters of whoever is in the portal. */
export interface Matters {
  /** Theirs to do. */
  wanted: Matter[];
  /** With the firm: only to be seen. */
  withUs: Matter[];
  /** Over, whatever became of it. */
  over: Matter[];
  /** What is said where nothing is theirs to do, where that is known. */
  whenQuiet?: string;
}

/** What is said of a kind of ask in the portal. */
export interface AskInPortal<Part = unknown> {
  kind: string;
  /** What is called to do: "Sign: Accounts 2025". */
  title(ask: PortalAsk<Part>): string;
  says(ask: PortalAsk<Part>): string;
  done?(ask: PortalAsk<Part>): { of: number; are: number };
  movedAt(ask: PortalAsk<Part>): string;
}

/** @returns nothing for a kind of ask that is not shown to clients */
export type AsksInPortal = (kind: string) => AskInPortal | undefined;

/** What an area says of the matters of whoever is in the portal, out of what a route answers. */
export interface MattersOf<R extends Route> {
  reads: R;
  of(answer: AnswerOf<R>, asks: AsksInPortal): Matters;
}
export interface AnyMatters {
  reads: Route;
  // Each reads a route of its own.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  of(answer: any, asks: AsksInPortal): Matters;
}

/** The matters of all areas as one. */
export function together(all: readonly Matters[]): Matters {
  const whenQuiet = all.find((one) => one.whenQuiet !== undefined)?.whenQuiet;
  return {
    wanted: all.flatMap(({ wanted }) => wanted),
    withUs: all.flatMap(({ withUs }) => withUs),
    over: all.flatMap(({ over }) => over),
    ...(whenQuiet === undefined ? {} : { whenQuiet }),
  };
}
