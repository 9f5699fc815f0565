import 'reflect-metadata';
import { readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { plainToInstance } from 'class-transformer';
import { type ValidationError, getMetadataStorage, validate } from 'class-validator';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';

type Input = new () => object;

/** Every class of what may come in, with the names of its fields. */
const inputs: { name: string; input: Input; fields: string[] }[] = [];
const folder = resolve(import.meta.dirname, '../../../packages/contract/src');
for (const file of readdirSync(folder).filter((one) => one.endsWith('.ts') && !one.endsWith('.test.ts'))) {
  const known = (await import(/* @vite-ignore */ join(folder, file))) as Record<string, unknown>;
  for (const [name, input] of Object.entries(known)) {
    if (typeof input !== 'function' || !Function.prototype.toString.call(input).startsWith('class')) continue;
    const fields = getMetadataStorage()
      .getTargetValidationMetadatas(input, '', false, false)
      .map((one) => one.propertyName);
    if (fields.length > 0) inputs.push({ name: `${file} ${name}`, input: input as Input, fields: [...new Set(fields)] });
  }
}

const STRANGE = fc.oneof(
  fc.string({ unit: 'binary', maxLength: 40 }),
  fc.constantFrom('', ' ', '\u0000', '\u202Etxt', '\uD800', '9'.repeat(400), '2026-02-30', '-1', 'null', '{"$ne":1}', "'; drop table jobs --"),
  fc.double(),
  fc.constantFrom(0, -0, -1, Number.MAX_SAFE_INTEGER, 1e300, 0.1),
  fc.boolean(),
  fc.constant(null),
  fc.array(fc.anything({ maxDepth: 1 }), { maxLength: 3 }),
  fc.object({ maxDepth: 2 }),
);

const messagesOf = (errors: ValidationError[]): string[] =>
  errors.flatMap((one) => [...Object.values(one.constraints ?? {}), ...messagesOf(one.children ?? [])]);

describe('what comes in from outside', () => {
  it('has many kinds', () => {
    expect(inputs.length).toBeGreaterThan(80);
  });

  it.each(inputs.map((one) => [one.name, one] as const))('%s is refused in words, or accepted, whatever stands in its fields', async (_, { input, fields }) => {
    const given = fc.dictionary(fc.constantFrom(...fields), STRANGE, { maxKeys: fields.length });
    await fc.assert(
      fc.asyncProperty(given, async (values) => {
        const errors = await validate(plainToInstance(input, values), { stopAtFirstError: true });
        for (const message of messagesOf(errors)) {
          expect(message).not.toBe('');
          expect(message).not.toMatch(/undefined|\[object|NaN|Infinity/);
        }
      }),
      { numRuns: 40 },
    );
  });

  // A reason is wanted of some changes of status alone: emptied, it is none.
  const mustHold = inputs
    .filter(({ name }) => name !== 'clients.ts ChangeClientStatus')
    .flatMap(({ name, input }) =>
      getMetadataStorage()
        .getTargetValidationMetadatas(input, '', false, false)
        .filter((one) => one.name === 'isNotEmpty')
        .map(({ propertyName }) => [name, propertyName, input] as const),
    );
  it.each(mustHold)('%s: %s is refused where it was emptied, also where it may be left out', async (_, field, input) => {
    const errors = await validate(plainToInstance(input, { [field]: '' }));
    expect(errors.map(({ property }) => property)).toContain(field);
  });
});
