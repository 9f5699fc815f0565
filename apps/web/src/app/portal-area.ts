import type { RouteObject } from 'react-router';
import type { PortalAsk } from '@steady/contract/asks';
import type { PortalMe } from '@steady/contract/requests';
import type { AnyMatters, AskInPortal } from './portal-matters';
import type { Shown } from './shown';

/** What a kind of ask shows in the portal. */
export interface PortalAskKind<Part = unknown> extends AskInPortal<Part> {
  /** All of it on its own page, whether it is theirs to do or over. */
  Page: Shown<{ ask: PortalAsk<Part>; me: PortalMe }>;
}

/** What an area brings to the portal. It stands apart from what it brings to the firm's own pages, so that neither loads the other. */
export interface PortalArea {
  pages?: RouteObject[];
  /** Ways in the line at the foot of each page. */
  ways?: { at: number; to: string; words: string }[];
  matters?: AnyMatters;
  // Each kind has a part of its own, which only its own components read.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  askKind?: PortalAskKind<any>;
}
