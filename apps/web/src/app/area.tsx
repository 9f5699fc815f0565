import { type ComponentType, type ReactNode, Suspense, lazy, useState } from 'react';
import type { RouteObject } from 'react-router';
import type { Right } from '@steady/core/access';
import type { ClientView } from '@steady/contract/clients';
import type { DocumentView } from '@steady/contract/documents';
import type { JobView } from '@steady/contract/jobs';
import type { TodayView } from '@steady/contract/today';
import type { Found } from '@steady/contract/search';
import type { AskKindShown } from './ask-kind';
import type { Shown } from './shown';

/** Where an entry stands among those of other areas: the smaller number first. */
export interface Placed {
  at: number;
  /** Shown only to whoever has that right. */
  needs?: Right;
}

/** A section of the page of a client or a job: its address below that page, its words in the line of views, what it shows. */
export interface Section<Of> extends Placed {
  path: string;
  words: string;
  /** In place of the words, where they tell more: how many there are. */
  Words?: Shown<Of>;
  Body: Shown<Of>;
}

/** Lines of Today under a title; those of the same title stand together. */
export interface TodayGroup extends Placed {
  title: string;
  /** Where the sentence at the head leads. */
  id?: string;
  /** How many there are; a group without any is not shown. */
  count(today: TodayView): number;
  /** What the sentence at the head says of it, where it says anything. */
  says?(today: TodayView): { words: string; late?: boolean };
  Rows: Shown<{ today: TodayView }>;
}

/** A note in the margin of Today. */
export interface TodayNote extends Placed {
  title(firm: { currency: string }): string;
  isShown(today: TodayView): boolean;
  Body: Shown<{ today: TodayView }>;
}

/** What can be done from anywhere by keys. `opens` stands for a part that is shown over the page. */
export interface Command extends Placed {
  press: string;
  does: string;
  goTo?: string;
  Opens?: Shown<{ onClose(): void }>;
}

/** Everything that an area of the web brings to what it shares with others. */
export interface Area {
  /** Pages inside the frame. */
  pages?: RouteObject[];
  /** Pages that stand alone: of whoever is not signed in, of clients. */
  alone?: RouteObject[];
  /** Its entry in the contents line. */
  contents?: Placed & { to: string; words: string };
  /** Its pages under "Firm". */
  firmPages?: (Placed & { to: string; words: string; end?: boolean })[];
  clientSections?: Section<{ client: ClientView }>[];
  jobSections?: Section<{ job: JobView }>[];
  /** What is done most on the page of a client; the first stands out. Opens as a form over the page. */
  clientActs?: (Placed & { words: string; Opens: Shown<{ client: ClientView; onClose(): void }> })[];
  /** What can be done with a document where it lies. Opens as a form over the page. */
  documentActs?: (Placed & {
    words: string;
    isFor(document: DocumentView): boolean;
    Opens: Shown<{ document: DocumentView; onClose(): void }>;
  })[];
  /** What can be done to jobs that are chosen together. Opens as a form over the list. */
  jobsTogether?: (Placed & { words: string; Opens: Shown<{ ids: readonly string[]; onClose(): void }> })[];
  /** What can be done to clients that are chosen together. Opens as a form over the list. */
  clientsTogether?: (Placed & { words: string; Opens: Shown<{ ids: readonly string[]; onClose(): void }> })[];
  keys?: Command[];
  /** What it brings to Today: lines in the middle, notes in the margin, what stands above and below the lines. */
  today?: {
    groups?: TodayGroup[];
    notes?: TodayNote[];
    above?: Shown<object>;
    own?: Shown<{ today: TodayView }>;
    ownSays?(today: TodayView): { words: string; beside: string | null };
  };
  /** Tries again what should have happened by itself and did not, by the kind of it. */
  tryAgain?: Record<string, (id: string) => Promise<unknown>>;
  /** What it shows of its kind of ask. */
  // Each kind has a part of its own, which only its own components read.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  askKind?: AskKindShown<any>;
  /** What is offered where the search has not found what was meant. */
  notFound?: Placed & { words(find: string): string; Opens: Shown<{ find: string; onClose(): void }> };
  /** What this area finds in the search, by the kind of it: what a thing of that kind is called, and where it leads. */
  found?: Record<string, { words: string; to(found: Found): string }>;
}

/** A page that is fetched when it is first gone to. */
export const page = <Module extends object>(path: string, load: () => Promise<Module>, name: keyof Module): RouteObject => ({
  path,
  lazy: async () => ({ Component: (await load())[name] as ComponentType }),
});

const parts: (() => Promise<unknown>)[] = [];

/** Fetches all parts ahead, so that what is opened next stands at once and hears its keys. Called when the frame has come to rest. */
export function fetchParts(): void {
  for (const fetchPart of parts) void fetchPart().catch(() => undefined);
}

/** A part of a page that is fetched ahead, or at the latest when it is first shown. @param meanwhile what stands there until it has come */
export function part<Module extends object, Name extends keyof Module>(
  load: () => Promise<Module>,
  name: Name,
  meanwhile: ReactNode = null,
): Fetched<Module[Name]> {
  let there: ComponentType<object> | null = null;
  const fetchPart = async () => ({ default: (there = (await load())[name] as ComponentType<object>) });
  parts.push(fetchPart);
  const Part = lazy(fetchPart);
  return function PartOfPage(props: object) {
    // As it was when first shown: a part that comes later must not be begun anew while somebody types into it.
    const [Now] = useState(() => there);
    if (Now) return <Now {...props} />;
    return (
      <Suspense fallback={meanwhile}>
        <Part {...props} />
      </Suspense>
    );
  } as Fetched<Module[Name]>;
}
type Fetched<Component> = Component extends (props: infer Props) => ReactNode ? Shown<Props> : never;
