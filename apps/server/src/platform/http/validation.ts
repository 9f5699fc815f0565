import { type ArgumentMetadata, Injectable, type PipeTransform, ValidationPipe } from '@nestjs/common';
import { isUUID, type ValidationError } from 'class-validator';
import type { FieldProblem } from '@steady/contract/problem';
import { Problem } from './problem';

function fieldProblems(errors: ValidationError[], path = ''): FieldProblem[] {
  return errors.flatMap((error) => {
    const field = path ? `${path}.${error.property}` : error.property;
    const messages = Object.values(error.constraints ?? {});
    return [...(messages[0] ? [{ field, message: messages[0] }] : []), ...fieldProblems(error.children ?? [], field)];
  });
}

/** Where a piece of data holds letters that no database keeps: half of a pair, or the end of a text. Null where it holds none. */
function unwritable(value: unknown, path = ''): string | null {
  if (typeof value === 'string') return value.isWellFormed() && !value.includes('\0') ? null : path;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, part] of Object.entries(value)) {
    const at = path === '' ? key : `${path}.${key}`;
    const found = unwritable(key) === null ? unwritable(part, at) : path;
    if (found !== null) return found;
  }
  return null;
}

class InputChecks extends ValidationPipe {
  override async transform(value: unknown, about: ArgumentMetadata): Promise<unknown> {
    const field = about.type === 'custom' ? null : unwritable(value);
    if (field !== null) throw Problem.invalid([{ field, message: 'This holds characters that cannot be written. Type it again.' }]);
    return super.transform(value, about);
  }
}

/** Checks what comes in against the input class; fields that the class does not know are refused. */
export const inputChecks = () =>
  new InputChecks({
    transform: true,
    whitelist: true,
    forbidNonWhitelisted: true,
    stopAtFirstError: true,
    exceptionFactory: (errors) => Problem.invalid(fieldProblems(errors)),
  });

/** An id in an address. One that cannot be an id names nothing. */
@Injectable()
export class IdPipe implements PipeTransform<string, string> {
  transform(value: string): string {
    if (!isUUID(value)) throw Problem.notFound('record');
    return value;
  }
}
