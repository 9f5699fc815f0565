import type { OpenAPIObject } from '@nestjs/swagger';
import { FILE, type Route, TOLD, paramsIn, statusOf } from '@steady/contract/route';
import { type Check, type InputClass, type InputField, fieldsOf } from './input-fields';
import { type CarriedOut, routesCarriedOut } from './routes';

type Schema = Record<string, unknown>;

const NAMED: Record<string, (constraints: unknown[]) => Schema> = {
  isString: () => ({ type: 'string' }),
  isText: ([most]) => ({ type: 'string', maxLength: most }),
  isLine: ([most]) => ({ type: 'string', maxLength: most }),
  isMail: () => ({ type: 'string', format: 'email' }),
  isDay: () => ({ type: 'string', format: 'date' }),
  isMonthDay: () => ({ type: 'string', pattern: '^\\d{2}-\\d{2}$' }),
  isIban: () => ({ type: 'string' }),
  isRhythm: () => ({ type: 'string' }),
  isUuid: () => ({ type: 'string', format: 'uuid' }),
  isBoolean: () => ({ type: 'boolean' }),
  isInt: () => ({ type: 'integer' }),
  isFigure: () => ({ type: 'number' }),
  isMoney: ([least, most]) => ({
    type: 'object',
    properties: { amount: { type: 'integer', minimum: least, maximum: most }, currency: { type: 'string' } },
    required: ['amount', 'currency'],
    additionalProperties: false,
  }),
  isObject: () => ({ type: 'object' }),
  isProcedure: () => ({ type: 'object' }),
  isIn: ([values]) => ({ enum: values }),
  matches: ([pattern]) => ({ type: 'string', pattern: pattern instanceof RegExp ? pattern.source : String(pattern) }),
  maxLength: ([most]) => ({ maxLength: most }),
  minLength: ([least]) => ({ minLength: least }),
  min: ([least]) => ({ minimum: least }),
  max: ([most]) => ({ maximum: most }),
  isNotEmpty: () => ({ minLength: 1 }),
};
const OF_LISTS: Record<string, (constraints: unknown[]) => Schema> = {
  arrayMaxSize: ([most]) => ({ maxItems: most }),
  arrayMinSize: ([least]) => ({ minItems: least }),
  arrayNotEmpty: () => ({ minItems: 1 }),
  arrayUnique: () => ({ uniqueItems: true }),
};

const merged = (checks: Check[], by: typeof NAMED): Schema =>
  Object.assign({}, ...checks.map(({ name, constraints }) => by[name]?.(constraints) ?? {})) as Schema;

/** OpenAPI 3 of everything that some route takes, by the name of its class. */
class Schemas {
  readonly all: Record<string, Schema> = {};

  reference(input: InputClass): Schema {
    if (!(input.name in this.all)) {
      this.all[input.name] = {};
      const fields = fieldsOf(input);
      this.all[input.name] = {
        type: 'object',
        additionalProperties: false,
        properties: Object.fromEntries(fields.map((field) => [field.name, this.ofField(field)])),
        required: fields.filter((field) => !field.optional).map((field) => field.name),
      };
    }
    return { $ref: `#/components/schemas/${input.name}` };
  }

  ofField({ checks, nested }: InputField): Schema {
    if (!checks.some((check) => check.name === 'isArray')) return nested ? this.reference(nested) : merged(checks, NAMED);
    const entries = checks.filter((check) => check.each);
    return { type: 'array', items: nested ? this.reference(nested) : merged(entries, NAMED), ...merged(checks, OF_LISTS) };
  }
}

const PROBLEM = { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } };

function answerOf({ answer }: Route): Schema {
  if (answer === undefined) return {};
  if (answer === FILE) return { content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } } };
  if (answer === TOLD) return { content: { 'text/event-stream': { schema: { type: 'string' } } } };
  return { content: { 'application/json': { schema: { title: answer } } } };
}

const problems = (route: Route): [status: number, words: string][] => [
  ...(route.who === 'open' ? [] : [[401, 'Nobody is signed in.'] as [number, string]]),
  ...(route.who === 'open' || route.who === 'portal' ? [] : [[403, `The role does not carry the right to ${route.who}.`] as [number, string]]),
  ...(paramsIn(route.path).length > 0 ? [[404, 'There is no such record, or it may not be seen.'] as [number, string]] : []),
  ...(route.method === 'GET' ? [] : [[409, 'The state of things does not allow it now, or somebody changed it meanwhile.'] as [number, string]]),
  ...((route.input ?? route.query) ? [[422, 'Something that was given is wrong: an entry a field.'] as [number, string]] : []),
];

const inWords = ({ who, once }: Route) =>
  [
    who === 'open' ? 'Anybody.' : who === 'portal' ? 'A client’s person, from inside the portal.' : `People of the firm with the right to ${who}.`,
    once ? 'Once for each Idempotency-Key.' : '',
  ]
    .filter(Boolean)
    .join(' ');

function described({ route, input, query, by }: CarriedOut, schemas: Schemas): Schema {
  const parameters = [
    ...paramsIn(route.path).map((name) => ({
      in: 'path',
      name,
      required: true,
      schema: route.text?.includes(name) ? { type: 'string' } : { type: 'string', format: 'uuid' },
    })),
    ...(query ? fieldsOf(query).map((field) => ({ in: 'query', name: field.name, required: !field.optional, schema: schemas.ofField(field) })) : []),
    ...(route.once ? [{ in: 'header', name: 'Idempotency-Key', required: true, schema: { type: 'string', maxLength: 100 } }] : []),
  ];
  const file = { type: 'object', properties: { file: { type: 'string', format: 'binary' } } };
  const body = route.input === FILE ? { 'multipart/form-data': { schema: file } } : input ? { 'application/json': { schema: schemas.reference(input) } } : null;
  return {
    operationId: by,
    tags: [route.path.split('/')[2]],
    summary: inWords(route),
    ...(route.who === 'open' ? { security: [] } : {}),
    parameters,
    ...(body ? { requestBody: { required: true, content: body } } : {}),
    responses: {
      [statusOf(route)]: { description: route.answer ?? 'Done; nothing is answered.', ...answerOf(route) },
      ...Object.fromEntries(problems(route).map(([status, description]) => [status, { description, content: PROBLEM }])),
    },
  };
}

/** The OpenAPI description of all routes, made from their declarations and from the checks of what they take. */
export function apiDescription(): OpenAPIObject {
  const schemas = new Schemas();
  const paths: Record<string, Record<string, Schema>> = {};
  for (const one of routesCarriedOut()) {
    const path = one.route.path.replace(/:([A-Za-z]+)/g, '{$1}');
    (paths[path] ??= {})[one.route.method.toLowerCase()] = described(one, schemas);
  }
  const text = { type: 'string' };
  const Problem: Schema = {
    type: 'object',
    properties: {
      type: text,
      status: { type: 'integer' },
      code: text,
      title: text,
      detail: text,
      errors: { type: 'array', items: { type: 'object', properties: { field: text, message: text } } },
      id: { type: 'string', description: 'Under this id the log tells of it.' },
    },
  };
  return {
    openapi: '3.0.3',
    info: { title: 'Steady Almanac', version: '1', description: 'The working book of an accounting firm. Errors are problem details as in RFC 9457.' },
    security: [{ session: [] }],
    components: { securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'steady' } }, schemas: { Problem, ...schemas.all } },
    paths,
  } as unknown as OpenAPIObject;
}
