import useSWR, { type SWRResponse, mutate } from 'swr';
import type { ProblemDetails } from '@steady/contract/problem';
import { type AnswerOf, type FileSent, HAPPENED, type InputOf, type ParamsOf, type QueryOf, type Route } from '@steady/contract/route';
import { isAttended } from './attended';
import { keyFor, noteAnswered, noteLost } from './intents';

/** A problem answer of the server, or that it could not be reached. */
export class ProblemError extends Error {
  constructor(readonly problem: ProblemDetails) {
    super(problem.detail);
  }

  /** What to say where there is no field to say it at: the first thing that is wrong with what was given, or the refusal itself. */
  get words(): string {
    return this.problem.errors?.[0]?.message ?? this.message;
  }
}

async function answer(response: Response): Promise<unknown> {
  if (response.ok) {
    const text = await response.text();
    return text ? (JSON.parse(text) as unknown) : null;
  }
  const isProblem = response.headers.get('content-type')?.includes('problem+json');
  throw new ProblemError(
    isProblem
      ? ((await response.json()) as ProblemDetails)
      : {
          type: 'about:blank',
          status: response.status,
          code: 'failed',
          title: 'Not done',
          detail: 'The server gave an answer that could not be read. Try again.',
        },
  );
}

async function reach(path: string, init?: RequestInit): Promise<Response> {
  try {
    return await fetch(path, isAttended() ? init : { ...init, headers: { ...init?.headers, 'X-Unattended': '1' } });
  } catch {
    throw new ProblemError({
      type: 'about:blank',
      status: 0,
      code: 'unreachable',
      title: 'Not reached',
      detail: 'There is no connection just now. What you typed is still here; try again in a moment.',
    });
  }
}

const call = async (path: string, init?: RequestInit): Promise<unknown> => answer(await reach(path, init));

type Value = string | number | false | null | undefined;
type Queried<Query> = [Query] extends [void] ? unknown : { [Key in keyof Query]?: Query[Key] | Value };
/** What goes into the address of a route: the parts that vary, and what stands behind the question mark. */
export type Given<R> = ParamsOf<R> & Queried<QueryOf<R>>;
/** Left out where the address of the route asks for nothing. */
type GivenTo<R> = object extends Given<R> ? [given?: Given<R> | null] : [given: Given<R> | null];
type Body<R> = [InputOf<R>] extends [void] ? [] : [input: InputOf<R>];
/** What a route answers; one that answers nothing gives null. */
type Answered<R> = AnswerOf<R> extends void ? null : AnswerOf<R>;

/** The address of a route; what is given and is not a part of it stands behind the question mark, unless it is empty. */
export function addressOf<R extends Route>(route: R, ...[given]: GivenTo<R>): string {
  const left = new Map<string, Value>(Object.entries(given ?? {}));
  const path = route.path.replace(/:([A-Za-z]+)/g, (_, name: string) => {
    const value = left.get(name);
    left.delete(name);
    return encodeURIComponent(value as string);
  });
  const query = new URLSearchParams(
    [...left].flatMap(([name, value]) => (value === undefined || value === null || value === false ? [] : [[name, String(value)]])),
  );
  return query.size > 0 ? `${path}?${query.toString()}` : path;
}

/** Reads what stands at an address of this application. */
export function readAt(path: string): Promise<unknown> {
  const early = takenEarly(path);
  return early ? early.then((response) => (response ? answer(response) : call(path))) : call(path);
}

/** What was asked for before the parts of the page had come, once; it gives null where there was no connection. */
function takenEarly(path: string): Promise<Response | null> | undefined {
  const { askedEarly } = window as { askedEarly?: Record<string, Promise<Response | null>> };
  const early = askedEarly?.[path];
  if (askedEarly) delete askedEarly[path];
  return early;
}

/** Reads a route once, outside a page's own data. */
export const read = <R extends Route>(route: R, ...given: GivenTo<R>): Promise<Answered<R>> => call(addressOf(route, ...given)) as Promise<Answered<R>>;

let askAgain: (() => Promise<boolean>) | null = null;
/** Says how the password is asked for once more where the server wants it; what was to be done is done then. */
export const whenPasswordIsWanted = (ask: (() => Promise<boolean>) | null) => {
  askAgain = ask;
};
/** Does something, and once more after the password was given, where that is what it lacks. */
async function withPassword<T>(what: () => Promise<T>): Promise<T> {
  try {
    return await what();
  } catch (error) {
    if (!(error instanceof ProblemError) || error.problem.code !== 'password-again' || !(await askAgain?.())) throw error;
    return what();
  }
}

/** Fetches a file and hands it to the browser to keep. */
export async function keepFile<R extends Route>(route: R, ...given: GivenTo<R>): Promise<void> {
  await keepFrom(addressOf(route, ...given));
}

/** The same for a file that is made of what a body says. */
export async function keepFileOf<R extends Route>(route: R, input: InputOf<R>): Promise<void> {
  await keepFrom(route.path, { method: route.method, headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(input) });
}

async function keepFrom(path: string, init?: RequestInit): Promise<void> {
  const response = await withPassword(async () => {
    const found = await reach(path, init);
    if (!found.ok) await answer(found);
    return found;
  });
  const named = /filename="?([^";]+)"?/.exec(response.headers.get('content-disposition') ?? '')?.[1] ?? 'file';
  const link = document.createElement('a');
  link.href = URL.createObjectURL(await response.blob());
  link.download = named;
  link.click();
  URL.revokeObjectURL(link.href);
}

/**
 * Changes something. Where a route does a thing once for each key, the key stays the same until an answer has come, so
 * that pressing again after a lost answer does it no second time.
 */
export async function send<R extends Route>(route: R, given: Given<R>, ...[input]: Body<R>): Promise<Answered<R>> {
  const path = addressOf(route, ...([given] as GivenTo<R>));
  const act = `${route.method} ${path}`;
  const body = input === undefined ? undefined : JSON.stringify(input);
  const key = route.once ? keyFor(act, body) : null;
  const headers = { 'Content-Type': 'application/json', ...(key === null ? {} : { 'Idempotency-Key': key }) };
  let result: unknown;
  let response: Response;
  try {
    result = await withPassword(async () => {
      response = await reach(path, { method: route.method, headers, ...(body === undefined ? {} : { body }) });
      return answer(response);
    });
  } catch (error) {
    if (key !== null) {
      const mayBeDone = error instanceof ProblemError && (error.problem.status === 0 || error.problem.status >= 500);
      if (mayBeDone) noteLost(act, key);
      else noteAnswered(act, key);
    }
    throw error;
  }
  if (key !== null) noteAnswered(act, key);
  refreshAfter(response!);
  return result as Answered<R>;
}

/** Asks something that wants a body to be asked, and changes nothing. */
export const ask = <R extends Route>(route: R, given: Given<R>, input: InputOf<R>): Promise<Answered<R>> =>
  askAt(addressOf(route, ...([given] as GivenTo<R>)), JSON.stringify(input)) as Promise<Answered<R>>;
const askAt = (path: string, body: string) => call(path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body });

/** Sends one file. */
export async function upload<R extends Route<string, FileSent>>(route: R, given: Given<R>, file: File): Promise<Answered<R>> {
  const form = new FormData();
  form.append('file', file);
  const result = (await call(addressOf(route, ...([given] as GivenTo<R>)), { method: 'POST', body: form })) as Answered<R>;
  void refresh();
  return result;
}

/** What was changed: the areas whose records; everything, where nobody can say. */
type Changed = ReadonlySet<string> | 'all';
type Shows = Route['shows'];

const concerns = (shows: Shows, changed: Changed): boolean => shows === undefined || changed === 'all' || shows.some((area) => changed.has(area));
/** Of what is shown, which areas' records it shows, by its address. */
const shownAt = new Map<string, Shows>();

/** The address in a key of the cache: the key itself, or the first part of one that has a body as well. */
const addressIn = (key: unknown): string => (Array.isArray(key) ? (key[0] as string) : (key as string));

interface PagedList {
  again: () => Promise<unknown>;
  shows: Shows;
}
const paged = new Set<PagedList>();
/** Has something read again with everything else: lists that are read page by page are passed over by the cache's own way. */
export function whenRefreshed(again: () => Promise<unknown>, shows?: Shows): () => void {
  const list = { again, shows };
  paged.add(list);
  return () => paged.delete(list);
}

let waiting: Promise<void> | null = null;
let pending: Changed = new Set();
let newest: Promise<unknown> = Promise.resolve();
/**
 * Reads again whatever open pages show of what was changed, once for all who ask at the same moment. Done when the newest
 * reading is there: a reading that a newer one overtook is thrown away, so that whoever waited for it would go on with what
 * was before.
 */
export async function refresh(changed: Changed = 'all'): Promise<void> {
  pending = pending === 'all' || changed === 'all' ? 'all' : new Set([...pending, ...changed]);
  waiting ??= new Promise<void>((begin) => setTimeout(begin)).then(() => {
    const now = pending;
    [waiting, pending] = [null, new Set()];
    newest = Promise.all([
      ...[...paged].filter((list) => concerns(list.shows, now)).map((list) => list.again()),
      mutate((key) => concerns(shownAt.get(addressIn(key)), now)),
    ]);
  });
  await waiting;
  for (let seen: unknown = null; seen !== newest;) {
    seen = newest;
    await seen;
  }
}

/** Notices about what was done from this page: it has read that already. */
const own = new Set<string>();
const OWN_KEPT = 200;

/** Reads again what a notice is about, unless it is about what this page did itself. */
export function refreshFor({ id, topics }: { id: string; topics: string[] }): Promise<void> {
  return own.delete(id) ? Promise.resolve() : refresh(new Set(topics));
}

/** Reads again what an answer says was changed; all, where it does not say. */
function refreshAfter(response: Response): void {
  const [id, topics] = response.headers.get(HAPPENED)?.split(' ') ?? [];
  if (!id || topics === undefined) {
    void refresh();
    return;
  }
  own.add(id);
  if (own.size > OWN_KEPT) own.delete(own.values().next().value!);
  void refresh(new Set(topics.split(',')));
}

/** Data of the server; null waits. */
export function useData<R extends Route>(route: R, ...given: GivenTo<R>): SWRResponse<AnswerOf<R>, ProblemError> {
  const address = given[0] === null ? null : addressOf(route, ...given);
  if (address !== null) shownAt.set(address, route.shows);
  return useSWR<AnswerOf<R>, ProblemError>(address);
}

/** What the server says to something that wants a body to be asked; asked again when the body changes, no body waits. */
export function useAsked<R extends Route>(route: R, given: Given<R>, input: InputOf<R> | null): SWRResponse<AnswerOf<R>, ProblemError> {
  return useSWR<AnswerOf<R>, ProblemError, [string, string] | null>(
    input === null ? null : [addressOf(route, ...([given] as GivenTo<R>)), JSON.stringify(input)],
    ([at, text]) => askAt(at, text) as Promise<AnswerOf<R>>,
    { keepPreviousData: true },
  );
}
