import type { RouteObject } from 'react-router';
import type { PortalAsk } from '@steady/contract/asks';
import type { PortalMe } from '@steady/contract/requests';
import type { Shown } from './shown';

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

/** What an area knows of the matters of whoever is in the portal. */
export interface Matters {
  /** Theirs to do. */
  wanted: Matter[];
  /** With the firm: only to be seen. */
  withUs: Matter[];
  /** Over, whatever became of it. */
  over: Matter[];
  /** What is said where nothing is theirs to do, where the area knows why. */
  whenQuiet?: string;
}

/** What a kind of ask shows in the portal. */
export interface PortalAskKind<Part = unknown> {
  kind: string;
  /** All of it on its own page, whether it is theirs to do or over. */
  Page: Shown<{ ask: PortalAsk<Part>; me: PortalMe }>;
  /** What is called to do: "Sign: Accounts 2025". */
  title(ask: PortalAsk<Part>): string;
  says(ask: PortalAsk<Part>): string;
  done?(ask: PortalAsk<Part>): { of: number; are: number };
  movedAt(ask: PortalAsk<Part>): string;
}

/** What an area brings to the portal. It stands apart from what it brings to the firm's own pages, so that neither loads the other. */
export interface PortalArea {
  pages?: RouteObject[];
  /** Ways in the line at the foot of each page. */
  ways?: { at: number; to: string; words: string }[];
  /** A hook, called each time; nothing until it is known. */
  useMatters?(me: PortalMe): Matters | undefined;
  // Each kind has a part of its own, which only its own components read.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  askKind?: PortalAskKind<any>;
}
