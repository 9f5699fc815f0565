// The library keeps what @Type says without a public way to read it.
import { defaultMetadataStorage as transforms } from 'class-transformer/cjs/storage.js';
import { getMetadataStorage } from 'class-validator';

export type InputClass = new () => object;

/** One check of a field: the name of the check as its decorator is called, and what it was given. */
export interface Check {
  name: string;
  constraints: unknown[];
  /** Asked of each entry of a list. */
  each: boolean;
}

/** One field of what may come in. */
export interface InputField {
  name: string;
  optional: boolean;
  checks: Check[];
  /** The class of what stands in the field, or in each entry of it. */
  nested: InputClass | null;
}

/** The fields of an input class with their checks, as its decorators say them: the one home of what a route takes. */
export function fieldsOf(input: InputClass): InputField[] {
  const fields = new Map<string, InputField>();
  for (const one of getMetadataStorage().getTargetValidationMetadatas(input, '', false, false)) {
    const field = fields.get(one.propertyName) ?? { name: one.propertyName, optional: false, checks: [], nested: null };
    fields.set(one.propertyName, field);
    if (one.type === 'conditionalValidation') field.optional = true;
    else if (one.type === 'nestedValidation') field.nested = nestedIn(input, one.propertyName);
    else field.checks.push({ name: one.name ?? one.type, constraints: one.constraints ?? [], each: one.each });
  }
  return [...fields.values()];
}

function nestedIn(input: InputClass, name: string): InputClass | null {
  const typed = transforms.findTypeMetadata(input, name) as { typeFunction?: () => InputClass } | undefined;
  return typed?.typeFunction?.() ?? null;
}
