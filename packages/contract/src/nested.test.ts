import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';

const here = dirname(fileURLToPath(import.meta.url));

// A page may load such a file first, or alone: what its parts are told apart by has to be there then.
it('a file whose input holds parts of its own brings along what they are told apart by', () => {
  const files = readdirSync(here).filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'));
  const nested = files.filter((name) => readFileSync(join(here, name), 'utf8').includes('@Type('));
  expect(nested.length).toBeGreaterThan(5);
  expect(nested.filter((name) => !readFileSync(join(here, name), 'utf8').includes("import 'reflect-metadata'"))).toEqual([]);
});
