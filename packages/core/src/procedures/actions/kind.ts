import type { Action, TaskRole } from '../procedure';

export type Does = Action['does'];
/** The actions of one kind. */
export type ActionOf<Kind extends Does> = Extract<Action, { does: Kind }>;
/** What an action of a kind says beside its key and its condition. */
export type Particulars<Kind extends Does> = Omit<ActionOf<Kind>, 'key' | 'onlyIf' | 'does'>;

/** What the names in an action stand for, to say it in a sentence. */
export interface NamesOfActions {
  template(id: string): string;
  procedure(id: string): string;
  signingKind(id: string): string;
  detail(id: string): string;
  /** What facts of the firm's own are called, where rules look at them. */
  facts: Readonly<Record<string, string>>;
}

/** What the firm has that an action can name, by which kind of thing it is. */
export type Chosen = 'templates' | 'requests' | 'signingKinds' | 'procedures' | 'details';

/** A field of an action on the screen, or words between two of them. `at` is the path of what it holds. */
export type ActionField =
  | string
  | { is: 'chosen'; of: Chosen; at: string; label: string; none: string }
  | { is: 'figure'; at: string; label: string }
  | { is: 'words'; at: string; label: string }
  | { is: 'role'; at: string }
  | { is: 'one of'; at: string; label: string; options: readonly { value: string | boolean; words: string }[] }
  | { is: 'value of a detail'; at: string; detailAt: string };

/** What an action comes to for one client, where a procedure is run on paper. */
export interface OnPaperOf {
  requests?: number;
  messages?: number;
  bills?: number;
  task?: { minutes: number; role: TaskRole | null };
}

/**
 * One kind of action: all that is known of it but how it is carried out and taken back, which the server's step of the same
 * kind says. A kind that lacks a part does not compile.
 */
export interface ActionKind<Kind extends Does> {
  /** As it is chosen: "draft a bill". */
  words: string;
  /** What is wrong with what was given, "say how much of the agreed fee, 1 to 100 %"; null when it is sound. */
  wrong(given: Record<string, unknown>, where: string): string | null;
  /** The sentence that foretells it. @param request title of the request that it sends, where it sends one */
  sentence(action: ActionOf<Kind>, names: NamesOfActions, request: string | null): string;
  /** Something of it leaves the house, so that it cannot be taken back. */
  leavesTheHouse: boolean;
  onPaper(action: ActionOf<Kind>): OnPaperOf;
  /** What it is when it is first chosen. @param first the first of what the firm has of each, '' where there is none */
  fresh(first: Record<Chosen, string>, key: string): Particulars<Kind>;
  fields: readonly ActionField[];
}
