import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';

const here = dirname(fileURLToPath(import.meta.url));
const folders = readdirSync(here, { withFileTypes: true }).filter((entry) => entry.isDirectory());

interface Example {
  of: string;
  /** What is computed, and what comes out, as they are written. */
  asked: string;
  answer: string;
}

/** The examples that docstrings of a file give: "@example expression // result", over as many lines as it takes. */
function examplesIn(path: string): Example[] {
  const tree = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true);
  return tree.statements.flatMap((statement) =>
    ts
      .getJSDocTags(statement)
      .filter((tag) => tag.tagName.text === 'example')
      .map((tag) => {
        const text = (ts.getTextOfJSDocComment(tag.comment) ?? '').replace(/\s+/g, ' ').trim();
        const at = text.lastIndexOf(' // ');
        return { of: path.slice(here.length + 1), asked: text.slice(0, at), answer: text.slice(at + 4) };
      }),
  );
}

/** Everything that the core offers, by name: examples may use what stands in other folders. */
const offered: Record<string, unknown> = {};
for (const { name } of folders) Object.assign(offered, await import(`./${name}/index.ts`));

/** What an expression comes to, with what its own file offers beside the folders; days and moments as they are written. */
async function comesTo(expression: string, file: string): Promise<unknown> {
  const known = { ...offered, ...((await import(`./${file}`)) as Record<string, unknown>) };
  // eslint-disable-next-line @typescript-eslint/no-implied-eval, @typescript-eslint/no-unsafe-call -- these are our own docstrings
  const value: unknown = new Function(...Object.keys(known), `return (${expression});`)(...Object.values(known));
  return value === undefined ? undefined : (JSON.parse(JSON.stringify(value)) as unknown);
}

const all = folders.flatMap(({ name }) =>
  readdirSync(join(here, name), { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .flatMap((file) => examplesIn(join(here, name, file))),
);

describe('the examples in docstrings', () => {
  it('are many, and each says what comes out', () => {
    expect(all.length).toBeGreaterThanOrEqual(60);
    expect(all.filter(({ asked, answer }) => asked === '' || answer === '')).toEqual([]);
  });

  it.each(all.map((example) => [`${example.of}: ${example.asked}`, example] as const))('%s', async (_, { of, asked, answer }) => {
    expect(await comesTo(asked, of)).toEqual(await comesTo(answer, of));
  });
});
