import { type ExecutionContext, HttpCode, RequestMapping, RequestMethod, SetMetadata, Sse, createParamDecorator } from '@nestjs/common';
import { Throttle } from '@nestjs/throttler';
import type { Request } from 'express';
import type { Observable } from 'rxjs';
import {
  type AnswerOf,
  FILE,
  type FileSent,
  type InputOf,
  type ParamsOf,
  type QueryOf,
  type Route,
  TOLD,
  type LiveEvent,
  paramsIn,
  statusOf,
} from '@steady/contract/route';
import type { Work } from '../work/work';
import { mustBeInCurrency } from './currency';
import { Problem } from './problem';
import { checked, idFrom } from './validation';

/** Under this key a method holds the route it carries out. */
export const ROUTE = 'route';
/** Under this key a method says that it opens its own unit of work. */
export const OUTSIDE_WORK = 'outside-work';

type InputClass<T = object> = new () => T;

/** A declared route with what carries it out, and the classes that its names stand for. */
export interface CarriedOut {
  route: Route;
  input: InputClass | null;
  query: InputClass | null;
  /** "ClientsController.view", for messages to whoever runs or changes the application. */
  by: string;
}

const all: CarriedOut[] = [];

/** All routes that some controller carries out. */
export const routesCarriedOut = (): readonly CarriedOut[] => all;

/** What a route is asked, once its address, its query and its body were checked. */
export interface AskedOutside<R> {
  at: ParamsOf<R>;
  query: QueryOf<R>;
  input: InputOf<R>;
}

/** The same, with the unit of work in which it is carried out. */
export interface Asked<R> extends AskedOutside<R> {
  work: Work;
}

type Needed<T, Key extends string> = [T] extends [void | FileSent] ? unknown : Record<Key, InputClass<T>>;
type ClassesOf<R> = Needed<InputOf<R>, 'input'> & Needed<QueryOf<R>, 'query'>;
/** A file is streamed, or written to the response by hand. */
type Answered<R> = AnswerOf<R> extends FileSent ? unknown : AnswerOf<R> extends LiveEvent ? Observable<unknown> : AnswerOf<R>;
// What else a method asks for (the request, the response) is given by decorators of their own.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Handler<Given, R> = (asked: Given, ...rest: any[]) => Answered<R> | Promise<Answered<R>>;
type Carries<Given, R> = <Found extends Handler<Given, R>>(target: object, key: string, method: TypedPropertyDescriptor<Found>) => void;
type ClassesGiven<R> = unknown extends ClassesOf<R> ? [] : [classes: ClassesOf<R>];

function partsOf(route: Route, given: Record<string, string | undefined>): Record<string, string> {
  return Object.fromEntries(
    paramsIn(route.path).map((name) => {
      const value = given[name] ?? '';
      if (!route.text?.includes(name)) return [name, idFrom(value)];
      if (value.length > 400 || !value.isWellFormed() || value.includes('\0')) throw Problem.notFound('page');
      return [name, value];
    }),
  );
}

interface Classes {
  input?: InputClass;
  query?: InputClass;
}

/** A body, checked; amounts in it are of the firm's currency. */
async function inputOf(input: InputClass, request: Request & { work?: Work }): Promise<object> {
  const given = await checked(input, request.body as unknown);
  if (request.work) mustBeInCurrency(request.work.firm.currency, given);
  return given;
}

function carry(route: Route, classes: Classes, outside: boolean) {
  return (target: object, key: string, method: TypedPropertyDescriptor<unknown>): void => {
    const { input = null, query = null } = classes;
    for (const [named, found] of [
      [route.input, input],
      [route.query, query],
    ] as const) {
      if (named !== FILE && named !== found?.name)
        throw new Error(`${route.method} ${route.path} is declared with ${named ?? 'nothing'}, not ${found?.name ?? 'nothing'}`);
    }
    all.push({ route, input, query, by: `${target.constructor.name}.${key}` });
    const decorate = (decorator: MethodDecorator) => decorator(target, key, method);
    decorate(route.answer === TOLD ? Sse(route.path) : RequestMapping({ path: route.path, method: RequestMethod[route.method] }));
    decorate(HttpCode(statusOf(route)));
    decorate(SetMetadata(ROUTE, route));
    if (outside) decorate(SetMetadata(OUTSIDE_WORK, true));
    if (route.aMinute) decorate(Throttle({ default: { limit: route.aMinute, ttl: 60_000 } }));
    const ask = createParamDecorator(async (_: unknown, context: ExecutionContext) => {
      const request = context.switchToHttp().getRequest<Request & { work?: Work }>();
      return {
        ...(outside ? {} : { work: request.work }),
        at: partsOf(route, request.params as Record<string, string>),
        query: query && (await checked(query, request.query)),
        input: input && (await inputOf(input, request)),
      };
    });
    ask()(target, key, 0);
  };
}

/**
 * Carries out a declared route inside one unit of work. Its first parameter is what is asked, checked: ids in the address
 * are ids, query and body fit their classes. The method's types have to fit those declared.
 */
export function Does<R extends Route>(route: R, ...[classes]: ClassesGiven<R>): Carries<Asked<R>, R> {
  return carry(route, classes ?? {}, false) as Carries<Asked<R>, R>;
}

/** The same for what opens its own units of work: it reads a body as it comes in, keeps the answer open, or lets in who is not known yet. */
export function DoesOutside<R extends Route>(route: R, ...[classes]: ClassesGiven<R>): Carries<AskedOutside<R>, R> {
  return carry(route, classes ?? {}, true) as Carries<AskedOutside<R>, R>;
}
