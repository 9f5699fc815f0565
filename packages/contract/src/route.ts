import type { Right } from '@steady/core/access';

/** Who may call a route: people of the firm whose role carries a right, a client's people from inside the portal, or anybody. */
export type Who = Right | 'portal' | 'open';
export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

declare const stands: unique symbol;
/** The name of a type, which stands for the type itself where the compiler looks at it. */
export type Named<T> = string & { readonly [stands]?: T };

/** What is sent as a file rather than as JSON, either way. */
export interface FileSent {
  file: true;
}
/** What is told again and again while a page is open (server-sent events). */
export interface LiveEvent {
  told: true;
}

/** What a route says beside its address and who may call it. */
export interface RouteOptions<Input, Query, Answer> {
  /** What comes in as the body: an input class by its name, or a file. */
  input?: Named<Input>;
  /** What may stand behind the question mark: an input class by its name. */
  query?: Named<Query>;
  answer?: Named<Answer>;
  /** It makes, sends, moves money or changes many: it wants an Idempotency-Key, and answers a repeated one as it did first. */
  once?: boolean;
  /** Where it is not what `statusOf` says. */
  status?: number;
  /** Parts of the address that are not ids. */
  text?: readonly string[];
  /** The password is asked for once more, unless it was given a short while ago. */
  again?: boolean;
  /** Many records leave with it at once, in words "the list of jobs": who fetched them stands in the audit trail. */
  takesAlong?: string;
  /** Open to whoever has not set up the second step that the firm requires. */
  early?: boolean;
  /** The areas whose records it shows: it is read again when one of those changed. Where nothing is said, whenever anything has. */
  shows?: readonly string[];
  /** At most this many a minute from one address, where fewer than usual are let through. */
  aMinute?: number;
}

/**
 * A route as both sides know it: the server's controllers, the web's calls, the description of the API and the test that
 * walks all of them are made from it. It names types and loads none of them.
 */
export interface Route<Path extends string = string, Input = unknown, Query = unknown, Answer = unknown> extends RouteOptions<Input, Query, Answer> {
  method: Method;
  /** Parts that vary begin with a colon. */
  path: Path;
  who: Who;
}

/** The header that tells whoever changed something what was changed: the id of the notice about it, and the areas. */
export const HAPPENED = 'X-Happened';

/** A type by its name. A test compares the two. */
/* @__NO_SIDE_EFFECTS__ */
export function a<T>(name: string): Named<T> {
  return name;
}
export const FILE = /* @__PURE__ */ a<FileSent>('file');
export const TOLD = /* @__PURE__ */ a<LiveEvent>('events');

type Declares = <Path extends string, Input = void, Query = void, Answer = void>(
  path: Path,
  who: Who,
  said?: RouteOptions<Input, Query, Answer>,
) => Route<Path, Input, Query, Answer>;

/* @__NO_SIDE_EFFECTS__ */
export const get: Declares = (path, who, said) => ({ method: 'GET', path, who, ...said });
/* @__NO_SIDE_EFFECTS__ */
export const post: Declares = (path, who, said) => ({ method: 'POST', path, who, ...said });
/* @__NO_SIDE_EFFECTS__ */
export const put: Declares = (path, who, said) => ({ method: 'PUT', path, who, ...said });
/* @__NO_SIDE_EFFECTS__ */
export const patch: Declares = (path, who, said) => ({ method: 'PATCH', path, who, ...said });
/* @__NO_SIDE_EFFECTS__ */
export const remove: Declares = (path, who, said) => ({ method: 'DELETE', path, who, ...said });

export type InputOf<R> = R extends Route<string, infer Input, unknown, unknown> ? Input : never;
export type QueryOf<R> = R extends Route<string, unknown, infer Query, unknown> ? Query : never;
export type AnswerOf<R> = R extends Route<string, unknown, unknown, infer Answer> ? Answer : never;

type UntilDot<Name extends string> = Name extends `${infer Before}.${string}` ? Before : Name;
type NamesIn<Path extends string> = Path extends `${infer Part}/${infer Rest}`
  ? NamesIn<Part> | NamesIn<Rest>
  : Path extends `${string}:${infer Name}`
    ? UntilDot<Name>
    : never;
/** The parts of an address that vary, by their names. */
export type ParamsOf<R> = R extends { path: infer Path extends string } ? Record<NamesIn<Path>, string> : never;

/** The names of the parts of an address that vary. */
export const paramsIn = (path: string): string[] => [...path.matchAll(/:([A-Za-z]+)/g)].map((match) => match[1]!);

/** The answer of something that was made. */
export interface Added {
  id: string;
}

/** The status of a route that goes well: what makes a record answers 201, what has nothing to say 204. */
export const statusOf = ({ method, answer, status }: Route): number =>
  status ?? (answer === undefined ? 204 : method === 'POST' && answer === 'Added' ? 201 : 200);
