import { ValidationPipe } from '@nestjs/common';
import { type ValidationError, isUUID } from 'class-validator';
import type { FieldProblem } from '@steady/contract/problem';
import { Problem } from './problem';

/** Deeper than anything that has a meaning here, and far from where reading it would end the process. */
const DEEPEST = 40;

function fieldProblems(errors: ValidationError[], path = ''): FieldProblem[] {
  return errors.flatMap((error) => {
    const field = path ? `${path}.${error.property}` : error.property;
    const messages = Object.values(error.constraints ?? {});
    return [...(messages[0] ? [{ field, message: messages[0] }] : []), ...fieldProblems(error.children ?? [], field)];
  });
}

/** Where a piece of data holds letters that no database keeps: half of a pair, or the end of a text; null where it holds none. What lies too deep is refused. */
function unwritable(value: unknown, path = '', depth = 0): string | null {
  if (typeof value === 'string') return value.isWellFormed() && !value.includes('\0') ? null : path;
  if (typeof value !== 'object' || value === null) return null;
  if (depth > DEEPEST) throw Problem.of(400, 'bad-request', 'Not understood', 'The request is nested more deeply than anything here.');
  for (const [key, part] of Object.entries(value)) {
    const at = path === '' ? key : `${path}.${key}`;
    const found = unwritable(key) === null ? unwritable(part, at, depth + 1) : path;
    if (found !== null) return found;
  }
  return null;
}

/** The field of which one record is a list itself: no check of a list's records looks for that. Null where none is. */
function listInList(given: object): string | null {
  for (const [key, part] of Object.entries(given)) {
    const at = Array.isArray(part) ? part.findIndex((one) => Array.isArray(one)) : -1;
    if (at >= 0) return `${key}.${at}`;
  }
  return null;
}

/** Fields that the class does not know are refused. */
const pipe = new ValidationPipe({
  transform: true,
  whitelist: true,
  forbidNonWhitelisted: true,
  stopAtFirstError: true,
  exceptionFactory: (errors) => Problem.invalid(fieldProblems(errors)),
});

/** What comes in, as an instance of its input class. @throws Problem with one entry a field that does not fit */
export async function checked<T extends object>(input: new () => T, value: unknown): Promise<T> {
  const given = value ?? {};
  if (typeof given !== 'object' || Array.isArray(given)) throw Problem.of(422, 'invalid-input', 'Not saved', 'The request is something other than one record.');
  const field = unwritable(given);
  if (field !== null) throw Problem.invalid([{ field, message: 'This has characters that cannot be saved. Type it again.' }]);
  const listed = listInList(given);
  if (listed !== null) throw Problem.invalid([{ field: listed, message: 'A list is here where one record is meant.' }]);
  return (await pipe.transform(given, { type: 'body', metatype: input })) as T;
}

/** An id in an address. One that cannot be an id names nothing. */
export function idFrom(value: string): string {
  if (!isUUID(value)) throw Problem.notFound('record');
  return value;
}
