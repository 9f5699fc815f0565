import type { AskView, PortalAsk } from '@steady/contract/asks';
import type { JobView } from '@steady/contract/jobs';
import type { Shown } from './shown';

/** What a kind of ask shows: brought by its area, asked for by the pages that list asks. */
export interface AskKindShown<Part = unknown, PortalPart = unknown> {
  kind: string;
  /** How such a section is called before the title of the ask: "For signature: ". */
  before: string;
  /** The button at a job that begins one, and the leaf that it opens. */
  begin: { words: string; Leaf: Shown<{ job: JobView; onClose(): void }> };
  /** How much of it is there. */
  progress(ask: AskView<Part>): { done: number; of: number; word: string };
  /** What it is about, below its head, at the job and at the client. */
  Body: Shown<{ ask: AskView<Part>; job: JobView | null }>;
  /** What else can be done with it, beside what can be done with every ask. */
  Acts?: Shown<{ ask: AskView<Part> }>;
  /** What is wanted, as the client's person sees and does it. */
  Portal: Shown<{ ask: PortalAsk<PortalPart> }>;
  /** What stands among what is done, refused or not needed any more. */
  PortalRest: Shown<{ ask: PortalAsk<PortalPart> }>;
}
