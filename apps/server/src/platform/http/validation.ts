import { Injectable, type PipeTransform, ValidationPipe } from '@nestjs/common';
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

/** Checks what comes in against the input class; fields that the class does not know are refused. */
export const inputChecks = () =>
  new ValidationPipe({
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
