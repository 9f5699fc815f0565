import type { AskView, MissingRow } from '@steady/contract/asks';
import type { ClientView } from '@steady/contract/clients';
import type { JobView } from '@steady/contract/jobs';
import type { Shown } from './shown';

/** What a kind of ask shows: brought by its area, asked for by the pages that list asks. */
export interface AskKindShown<Part = unknown> {
  kind: string;
  /** How such a section is called before the title of the ask: "For signature: ". */
  before: string;
  /** The button at a job that begins one, and the leaf that it opens. */
  begin: { words: string; Leaf: Shown<{ job: JobView; onClose(): void }> };
  /** How much of it is there. */
  progress(ask: AskView<Part>): { done: number; of: number; word: string };
  /** Who is written to when it is withdrawn, in a sentence; nothing where nobody is. */
  whenWithdrawn?(ask: AskView<Part>): string | null;
  /** What it is about, below its head, at the job and at the client. */
  Body: Shown<{ ask: AskView<Part>; job: JobView | null }>;
  /** What else can be done with it, beside what can be done with every ask. */
  Acts?: Shown<{ ask: AskView<Part> }>;
  /** What can be done in one press to one thing of such an ask, in the list of what is missing. */
  ThingActs?: Shown<{ of: MissingRow }>;
  /** What else of the kind is known of a client, above what was asked of it. */
  OfClient?: Shown<{ client: ClientView }>;
}
