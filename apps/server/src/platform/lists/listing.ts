import { type SQL, sql } from 'drizzle-orm';
import { type Filter, addsUp, listInWords, partsOf, whyNotFilter } from '@steady/core/lists';
import type { ListPlace, ListTotals, ListValue, Listed } from '@steady/contract/lists';
import { rows } from '../database';
import { Problem } from '../http/problem';
import type { Work } from '../work';
import { beginning, containing } from './containing';
import { type ListField, condition, joined } from './list-field';

const PAGE = 150;
/** A file holds all; no firm has more. */
const FILE_ROWS = 100_000;
const CHOSEN_AT_ONCE = 5_000;
const PARTS = 500;

/** What a list is of: where its rows come from, in which order they stand, and what is known of each. */
export interface ListDefinition {
  /** In words, in the plural. */
  what: string;
  fields: ListField[];
  /** What the rows, their conditions and their order need. */
  from: SQL;
  /** What the fields need besides, where they look further than `from`. */
  filteredFrom?: SQL;
  /** The key of a row. */
  key: SQL;
  /** What holds for every row, whatever else is asked. */
  where: SQL;
  /** In which order they stand when no other is asked for; ends with the key, so that it is always the same. */
  order: SQL;
  /** What each row holds besides the columns asked for: what is selected, and from where. */
  row: { columns: SQL; from: SQL };
  /** The text that somebody looks for to land on a row. */
  named: SQL;
}

/** Which part of a list is wanted, and what is to be seen of it. */
export interface ListAsked {
  filters?: Filter[];
  columns?: string[];
  /** A field to sort by, with a minus before it for downwards. */
  sort?: string;
  from?: number;
  /** How many rows, where a page is not wanted whole. */
  limit?: number;
}

interface Prepared {
  fields: ListField[];
  from: SQL;
  where: SQL;
  order: SQL;
  said: string;
}

async function prepared(work: Work, list: ListDefinition, asked: ListAsked, alsoUsed: readonly string[] = []): Promise<Prepared> {
  const { filters = [] } = asked;
  const used = new Set([...filters.map((filter) => filter.field), asked.sort?.replace(/^-/, ''), ...alsoUsed]);
  const asItStands = filters.length === 0 && !asked.sort && alsoUsed.length === 0;
  const { fields, from } = joined(list.fields, used, asItStands ? list.from : (list.filteredFrom ?? list.from), list.key);
  const conditions = filters.map((filter) => {
    const field = fields.find((one) => one.key === filter.field);
    const why = whyNotFilter(field, filter);
    if (why) throw Problem.invalid([{ field: 'filters', message: why }], why);
    return condition(field!, filter);
  });
  const down = asked.sort?.startsWith('-') ?? false;
  const by = asked.sort ? fields.find((field) => field.key === asked.sort!.replace(/^-/, '')) : undefined;
  const order = by ? sql`${by.sort ?? by.value} ${down ? sql`desc nulls last` : sql`asc nulls last`}, ${list.order}` : list.order;
  const named = filters.flatMap((filter) => fields.find((one) => one.key === filter.field)?.names ?? [])[0];
  const names = named ? await named(work) : new Map<string, string>();
  return {
    fields,
    from,
    where: sql.join([list.where, ...conditions], sql` and `),
    order,
    said: listInWords(list.what, fields, filters, (id) => names.get(id) ?? 'somebody'),
  };
}

type Row<Base> = Base & { values: Record<string, ListValue> };

type RowWithKey<Base> = Base & { k: string } & Record<string, ListValue>;

const selected = (list: ListDefinition, columns: ListField[]): SQL =>
  sql`${list.key} as k, ${list.row.columns}${sql.join(
    columns.map((column, index) => sql`, ${column.value} as ${sql.identifier(`v${index}`)}`),
    sql``,
  )}`;

/** A row as it is answered: the values of the columns asked for apart from what it always holds. */
function rowFrom<Base>(found: RowWithKey<Base>, columns: ListField[]): Row<Base> {
  const { k: _, ...rest } = found;
  const values = Object.fromEntries(columns.map((column, index) => [column.key, found[`v${index}`] ?? null]));
  columns.forEach((_column, index) => delete (rest as Record<string, unknown>)[`v${index}`]);
  return { ...(rest as unknown as Base), values };
}

/** The rows with these keys, in their order: what stands beside each is looked up for those alone, and not for all of the list. */
async function rowsWith<Base>(work: Work, list: ListDefinition, columns: ListField[], keys: readonly string[]): Promise<Row<Base>[]> {
  if (keys.length === 0) return [];
  const found = await rows<RowWithKey<Base>>(
    work.tx,
    sql`select ${selected(list, columns)} from ${list.row.from} where ${list.key} in (${sql.join(
      keys.map((key) => sql`${key}`),
      sql`, `,
    )})`,
  );
  const byKey = new Map(found.map((row) => [row.k, row]));
  return keys.flatMap((key) => (byKey.has(key) ? [rowFrom(byKey.get(key)!, columns)] : []));
}

/** A page of a list: filtered, sorted over all of it, with the columns asked for; how many there are is counted with the first page. */
export async function pageOf<Base>(work: Work, list: ListDefinition, asked: ListAsked): Promise<Listed<Row<Base>>> {
  const ready = await prepared(work, list, asked);
  const from = asked.from ?? 0;
  const columns = list.fields.filter((field) => asked.columns?.includes(field.key));
  const limit = asked.limit ?? PAGE;
  const keys = await rows<{ k: string }>(
    work.tx,
    sql`select ${list.key} as k from ${ready.from} where ${ready.where} order by ${ready.order} limit ${limit + 1} offset ${from}`,
  );
  const more = keys.length > limit;
  const counted = from === 0 && more ? await rows<{ total: number }>(work.tx, sql`select count(*)::int as total from ${ready.from} where ${ready.where}`) : [];
  const found = await rowsWith<Base>(
    work,
    list,
    columns,
    keys.slice(0, limit).map((row) => row.k),
  );
  return { rows: found, more, total: from > 0 ? null : (counted[0]?.total ?? found.length), said: ready.said };
}

/** All of a list, for a file. */
export async function wholeOf<Base>(work: Work, list: ListDefinition, asked: ListAsked): Promise<{ columns: ListField[]; rows: Row<Base>[]; said: string }> {
  const ready = await prepared(work, list, asked);
  const columns = (asked.columns ?? []).flatMap((key) => list.fields.filter((field) => field.key === key));
  const found = await rows<RowWithKey<Base>>(
    work.tx,
    sql`with listed as materialized (select p.k, row_number() over () as place from (select ${list.key} as k from ${ready.from} where ${ready.where} order by ${ready.order} limit ${FILE_ROWS}) p)
        select ${selected(list, columns)} from ${list.row.from}, listed where ${list.key} = listed.k order by listed.place`,
  );
  return { columns, rows: found.map((row) => rowFrom<Base>(row, columns)), said: ready.said };
}

/** The keys of all rows of a list, to choose all that were found. */
export async function idsOf(work: Work, list: ListDefinition, asked: ListAsked): Promise<string[]> {
  const { from, where } = await prepared(work, list, asked);
  return (await rows<{ id: string }>(work.tx, sql`select ${list.key} as id from ${from} where ${where} limit ${CHOSEN_AT_ONCE}`)).map((row) => row.id);
}

/** Where in a list the first row stands whose name begins with, or else holds, what is typed; null when none does. */
export async function placeOf(work: Work, list: ListDefinition, asked: ListAsked, name: string): Promise<ListPlace | null> {
  const { from, where, order } = await prepared(work, list, asked);
  const [found] = await rows<ListPlace>(
    work.tx,
    sql`with places as (select ${list.key} as id, ${list.named} as name, (row_number() over (order by ${order}) - 1)::int as place from ${from} where ${where})
        select id, place from places where name ilike ${containing(name)} order by (name ilike ${beginning(name)}) desc, (name ilike ${containing(` ${name}`)}) desc, place limit 1`,
  );
  return found ?? null;
}

/**
 * A list added up by one of its fields: how many rows have each value, and what their figures come to.
 * @throws Problem when nothing can be added up by that field.
 */
/** What a list finds, for figures of its own: from where its rows come, and what holds for each. */
export async function allFound(work: Work, list: ListDefinition, asked: ListAsked): Promise<{ from: SQL; where: SQL }> {
  const { from, where } = await prepared(work, list, asked);
  return { from, where };
}

export async function totalsOf(work: Work, list: ListDefinition, asked: ListAsked, by: string): Promise<ListTotals> {
  const found = list.fields.find((field) => field.key === by);
  const parts = found && partsOf(found.kind);
  if (!parts) {
    const message = 'A list cannot be added up by this. Choose another field.';
    throw Problem.invalid([{ field: 'by', message }], message);
  }
  const figures = list.fields.filter((field) => asked.columns?.includes(field.key) && addsUp(field.kind));
  const { fields, from, where, said } = await prepared(work, list, asked, [by, ...figures.map((field) => field.key)]);
  const field = fields.find((one) => one.key === by)!;
  const part = { value: field.compared ?? field.value, month: sql`to_char(${field.value}, 'YYYY-MM')`, each: sql`nullif(label, '')` }[parts];
  const words = field.kind === 'person' ? sql`min(words)` : sql`null::text`;
  const sums = figures.map((figure, index) => ({ key: figure.key, value: fields.find((one) => one.key === figure.key)!.value, as: sql.raw(`s${index}`) }));
  const totals = await rows<{ value: ListValue; words: string | null; count: number } & Record<string, number>>(
    work.tx,
    sql`select value, ${words} as words, count(*)::int as count${sql.join(
      sums.map((sum) => sql`, coalesce(sum(${sum.as}), 0)::float8 as ${sum.as}`),
      sql``,
    )} from (
          select ${part} as value, ${field.kind === 'person' ? field.value : sql`null::text`} as words${sql.join(
            sums.map((sum) => sql`, ${sum.value} as ${sum.as}`),
            sql``,
          )}
          from ${from}${parts === 'each' ? sql` left join lateral jsonb_array_elements_text(${field.value}) label on true` : sql``} where ${where}) x
        group by value order by value is null, ${parts === 'month' ? sql`value` : sql`count(*) desc, value`} limit ${PARTS}`,
  );
  const rowsOfTotals = totals.map((row) => ({
    value: row.value,
    words: row.words,
    count: row.count,
    sums: Object.fromEntries(sums.map((sum, index) => [sum.key, row[`s${index}`]!])),
  }));
  const [all] = await rows<{ total: number } & Record<string, number>>(
    work.tx,
    sql`select count(*)::int as total${sql.join(
      sums.map((sum) => sql`, coalesce(sum(${sum.value}), 0)::float8 as ${sum.as}`),
      sql``,
    )} from ${from} where ${where}`,
  );
  return { by, said, rows: rowsOfTotals, total: all!.total, sums: Object.fromEntries(sums.map((sum, index) => [sum.key, all![`s${index}`]!])) };
}
