// Counts statements of the server that name a table of another area, one for each such table, and fails when there are more than before.
// Reads join where a list or report must; writes to another area's table are never allowed. What an area itself brings to a registry names its own tables.
import { readFileSync, readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';
import { root } from './tasks.mjs';

/** As many as there are; it may only be lowered. */
const AT_MOST = 81;

const source = join(root, 'apps/server/src');
const files = readdirSync(source, { recursive: true })
  .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
  .map((name) => join(source, name));
/** The part of the server to which a file belongs: an area, or a folder of the platform. */
const partOf = (file) => /^areas\/([^/]+)\//.exec(relative(source, file))?.[1] ?? (/^stand-ins/.test(relative(source, file)) ? 'stand-ins' : 'platform');

const owners = new Map();
const tableOf = new Map();
for (const file of files.filter((one) => /tables\.ts$/.test(one)))
  for (const [, name, table] of readFileSync(file, 'utf8').matchAll(/export const (\w+) = pgTable\(\s*'(\w+)'/g)) {
    owners.set(table, partOf(file));
    tableOf.set(name, table);
  }

const lineOf = (tree, node) => tree.getLineAndCharacterOfPosition(node.getStart()).line + 1;
const found = [];

for (const file of files) {
  const tree = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const own = partOf(file);
  const note = (node, table, writes) => {
    const owner = owners.get(table);
    if (owner && owner !== own) found.push({ file: relative(root, file), line: lineOf(tree, node), own, owner, table, writes });
  };
  const statement = (node) => {
    const text = node.getText().replace(/\$\{(\w+)\}/g, (whole, name) => tableOf.get(name) ?? whole);
    const named = new Map();
    for (const [, verb, table] of text.matchAll(/\b(from|join|into|update)\s+"?([a-z_]+)"?/gi))
      if (owners.has(table)) named.set(table, named.get(table) || /into|update/i.test(verb) || /delete\s+from\s+$/i.test(text.slice(0, text.indexOf(table))));
    for (const [table, writes] of named) note(node, table, writes);
  };
  const walk = (node) => {
    if (ts.isTaggedTemplateExpression(node) && node.tag.getText() === 'sql') return statement(node);
    if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
      const verb = node.expression.name.text;
      const [first] = node.arguments;
      if (first && ts.isIdentifier(first) && tableOf.has(first.text) && /^(from|innerJoin|leftJoin|insert|update|delete)$/.test(verb))
        note(node, tableOf.get(first.text), /^(insert|update|delete)$/.test(verb));
    }
    ts.forEachChild(node, walk);
  };
  walk(tree);
}

if (process.argv.includes('--list')) {
  const counts = new Map();
  for (const { file } of found) counts.set(file, (counts.get(file) ?? 0) + 1);
  for (const [name, count] of [...counts].sort((a, b) => b[1] - a[1])) console.log(`${String(count).padStart(4)}  ${name}`);
}
const writes = found.filter((one) => one.writes);
for (const one of writes) console.log(`${one.file}:${one.line} writes to ${one.table}, which belongs to ${one.owner}`);
console.log(`${found.length} times a statement names a table of another area (at most ${AT_MOST}).`);
if (found.length > AT_MOST || writes.length > 0) process.exit(1);
