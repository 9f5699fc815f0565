import { sql } from 'drizzle-orm';
import type { Database } from './database';
import { type Tx, rows } from './tx';

/** There is something in the way of a move; nothing was moved. */
export class MoveError extends Error {}

export interface Moved {
  tables: number;
  records: number;
}

const AT_A_TIME = 500;

/** Moments are written in one zone on both sides, whatever the server thinks of zones. */
const SAME_WORDS = sql`select set_config('TimeZone', 'UTC', true), set_config('DateStyle', 'ISO, MDY', true), set_config('IntervalStyle', 'iso_8601', true), set_config('extra_float_digits', '1', true), set_config('bytea_output', 'hex', true)`;

interface Column {
  name: string;
  type: string;
}

const tablesOf = (tx: Tx): Promise<{ name: string; columns: Column[] }[]> =>
  rows(
    tx,
    sql`select c.relname as name,
          json_agg(json_build_object('name', a.attname, 'type', format_type(a.atttypid, a.atttypmod)) order by a.attname) as columns
        from pg_class c join pg_namespace n on n.oid = c.relnamespace
        join pg_attribute a on a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped and a.attgenerated = ''
        where n.nspname = 'public' and c.relkind = 'r' and c.relname <> 'migrations' group by c.relname order by c.relname collate "C"`,
  );

/** A record as a list of texts, each as its type writes it: the same record gives the same text on every engine. */
const asText = (columns: readonly Column[]) =>
  sql`json_build_array(${sql.join(
    columns.map(({ name }) => sql`t.${sql.identifier(name)}::text`),
    sql`, `,
  )})::text`;

/** All records of a table, a part of them at a time. */
async function* recordsOf(tx: Tx, table: string, columns: readonly Column[]): AsyncIterable<string[]> {
  await tx.execute(sql`declare records no scroll cursor for select ${asText(columns)} as record from ${sql.identifier(table)} t`);
  for (;;) {
    const found = await rows<{ record: string }>(tx, sql`fetch ${sql.raw(String(AT_A_TIME))} from records`);
    if (found.length === 0) break;
    yield found.map(({ record }) => record);
  }
  await tx.execute(sql`close records`);
}

/** Records from the lists of texts that `asText` gave. */
const puttingIn = (table: string, columns: readonly Column[], records: readonly string[]) =>
  sql`insert into ${sql.identifier(table)} (${sql.join(
    columns.map(({ name }) => sql.identifier(name)),
    sql`, `,
  )}) overriding system value select ${sql.join(
    columns.map(({ type }, at) => sql`(r ->> ${sql.raw(String(at))})::${sql.raw(type)}`),
    sql`, `,
  )} from json_array_elements(${`[${records.join(',')}]`}::json) r`;

/** How many records a table has, and a hash over all of them, in the order of their own hashes. */
async function sumOf(tx: Tx, table: string, columns: readonly Column[]): Promise<{ count: number; hash: string | null }> {
  const [sum] = await rows<{ count: number; hash: string | null }>(
    tx,
    sql`select count(*)::int as count, md5(string_agg(h, '' order by h collate "C")) as hash from (select md5(${asText(columns)}) as h from ${sql.identifier(table)} t) hashes`,
  );
  return sum!;
}

const SEQUENCES = sql`select sequencename as name, last_value::text as last from pg_sequences where schemaname = 'public' and last_value is not null`;

/** What holds tables together and what acts by itself waits until all is in: the order in which tables come does not matter then. */
async function withoutTies(tx: Tx, tables: readonly { name: string }[], act: () => Promise<void>): Promise<void> {
  const ties = await rows<{ table: string; name: string; words: string }>(
    tx,
    sql`select conrelid::regclass::text as table, conname as name, pg_get_constraintdef(oid) as words from pg_constraint
        where contype = 'f' and connamespace = 'public'::regnamespace`,
  );
  for (const { table, name } of ties) await tx.execute(sql.raw(`alter table ${table} drop constraint "${name}"`));
  for (const { name } of tables) await tx.execute(sql`alter table ${sql.identifier(name)} disable trigger user`);
  await act();
  for (const { name } of tables) await tx.execute(sql`alter table ${sql.identifier(name)} enable trigger user`);
  for (const { table, name, words } of ties) await tx.execute(sql.raw(`alter table ${table} add constraint "${name}" ${words}`));
}

/**
 * Copies all that a database holds into one that holds no firm, table by table, and compares both record for record before
 * the copy is confirmed: it is there as a whole or not at all. Both are of one shape, and nobody else writes to either.
 *
 * @param said told how far it is
 * @throws MoveError where there is a firm in the way, or a record did not come out as it was
 */
export async function moveAll(from: Database, to: Database, said: (words: string) => void): Promise<Moved> {
  return from.asOwner((source) =>
    to.asOwner(async (target) => {
      for (const tx of [source, target]) await tx.execute(SAME_WORDS);
      const tables = await tablesOf(source);
      const there = new Map((await tablesOf(target)).map((table) => [table.name, table]));
      for (const { name, columns } of tables)
        if (JSON.stringify(there.get(name)?.columns) !== JSON.stringify(columns))
          throw new MoveError(`The table ${name} has another shape there. Nothing was moved.`);
      const firms = await rows<{ name: string }>(target, sql`select name from firms order by name`);
      if (firms.length > 0)
        throw new MoveError(`There is a firm in the database already: ${firms.map(({ name }) => name).join(', ')}. Nothing was moved. Give one that is empty.`);
      let records = 0;
      await withoutTies(target, tables, async () => {
        for (const { name, columns } of tables) {
          // What laying out has put in gives way to what was there.
          await target.execute(sql`delete from ${sql.identifier(name)}`);
          for await (const some of recordsOf(source, name, columns)) await target.execute(puttingIn(name, columns, some));
          const [before, after] = [await sumOf(source, name, columns), await sumOf(target, name, columns)];
          if (before.count !== after.count || before.hash !== after.hash)
            throw new MoveError(`The table ${name} did not come out as it was: ${before.count} records there, ${after.count} here. Nothing was moved.`);
          records += after.count;
          if (after.count > 0) said(`${name}: ${after.count}, compared`);
        }
      });
      for (const { name, last } of await rows<{ name: string; last: string }>(source, SEQUENCES))
        await target.execute(sql`select setval(${`public.${name}`}::regclass, ${last}::bigint)`);
      return { tables: tables.length, records };
    }),
  );
}
