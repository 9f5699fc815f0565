import { type SQL, sql } from 'drizzle-orm';
import type { Right } from '@steady/core/access';
import type { DetailField, DetailKind } from '@steady/core/details';
import type { FactDefinition, KeyedFact } from '@steady/core/facts';
import type { Field, FieldKind, Filter } from '@steady/core/lists';
import { columnName } from '../database';
import type { Work } from '../work';
import { containing } from './containing';

/** A field of a list, and where its value comes from. */
export interface ListField extends Field {
  /** The value, for one row of the list. */
  value: SQL;
  /** What it is sorted by, where that is not the value itself. */
  sort?: SQL;
  /** What a filter compares, where that is not the value itself: the id of a person. */
  compared?: SQL;
  /** Of a person: what everybody who may stand there is called, by their ids. */
  names?: (work: Work) => Promise<Map<string, string>>;
  /** Seen only by whoever has this right. */
  seenWith?: Right;
  /**
   * The same value for all rows at once, as a statement that gives `k`, the row's key, and `v`: sorting, filtering or
   * adding up by what is summed takes one pass instead of one for each row.
   */
  grouped?: SQL;
  /** What a row without one of its own there has. */
  otherwise?: SQL;
}

const DETAIL_FIELD_KIND: Record<DetailKind, FieldKind> = {
  text: 'text',
  number: 'number',
  date: 'date',
  choice: 'choice',
  'yes or no': 'yes or no',
  money: 'money',
};

/** The firm's own details of a client `c`, as fields. */
export function detailFieldsOf(details: readonly DetailField[]): ListField[] {
  return details.map((detail) => {
    const text = sql`(c.details ->> ${detail.id})`;
    const value =
      detail.kind === 'number'
        ? sql`${text}::float8`
        : detail.kind === 'money'
          ? sql`(c.details -> ${detail.id} ->> 'amount')::float8`
          : detail.kind === 'date'
            ? sql`${text}::date`
            : detail.kind === 'yes or no'
              ? sql`${text}::boolean`
              : text;
    return { key: `detail:${detail.id}`, name: detail.name, kind: DETAIL_FIELD_KIND[detail.kind], choices: detail.choices, value };
  });
}

const FACT_FIELD_KIND: Record<FactDefinition['kind'], FieldKind | null> = {
  text: 'text',
  code: 'text',
  account: 'text',
  choice: 'choice',
  'yes or no': 'yes or no',
  date: 'date',
  'day of the year': 'day of the year',
  money: 'money',
  labels: 'labels',
  person: 'person',
  // A person of the client and an address are no single column: areas say which part of them a list shows.
  contact: null,
  address: null,
};

/** The facts of a record as fields; its table stands under `alias`, and `personField` shows somebody of the firm. */
export function fieldsOfFacts(facts: readonly KeyedFact[], alias: string, personField: (key: string, name: string, column: string) => ListField): ListField[] {
  return facts.flatMap((fact): ListField[] => {
    const kind = FACT_FIELD_KIND[fact.kind];
    if (kind === null) return [];
    const key = fact.column ?? fact.key;
    const column = `${alias}.${columnName(fact.key)}`;
    if (fact.kind === 'person') return [personField(key, fact.label, column)];
    const value = sql.raw(kind === 'money' ? `${column}::float8` : column);
    return [
      {
        key,
        name: fact.label,
        kind,
        value,
        ...(fact.kind === 'choice' ? { choices: fact.choices } : {}),
        ...(fact.seenWith ? { seenWith: fact.seenWith } : {}),
      },
    ];
  });
}

/** From where a list is read when these fields are used: what is summed up is joined once for all rows by their key. */
export function joined(fields: readonly ListField[], used: ReadonlySet<string | undefined>, from: SQL, key: SQL): { fields: ListField[]; from: SQL } {
  const joins: SQL[] = [];
  const read = fields.map((field): ListField => {
    if (!field.grouped || !used.has(field.key)) return field;
    const alias = sql.raw(`g${joins.length}`);
    joins.push(sql` left join (${field.grouped}) ${alias} on ${alias}.k = ${key}`);
    return { ...field, value: sql`coalesce(${alias}.v, ${field.otherwise})` };
  });
  return { fields: read, from: sql`${from}${sql.join(joins, sql``)}` };
}

/** A filter as a condition on a row. The filter was found to fit its field before. */
export function condition(field: ListField, { test, value }: Filter): SQL {
  const compared = field.compared ?? field.value;
  const labels = field.kind === 'labels';
  switch (test) {
    case 'empty':
      return labels ? sql`${compared} = '[]'::jsonb` : field.kind === 'text' ? sql`coalesce(${compared}, '') = ''` : sql`${compared} is null`;
    case 'not empty':
      return labels ? sql`${compared} <> '[]'::jsonb` : field.kind === 'text' ? sql`coalesce(${compared}, '') <> ''` : sql`${compared} is not null`;
    case 'has':
      return sql`${compared} ? ${value}`;
    case 'lacks':
      return sql`not (${compared} ? ${value})`;
    case 'holds':
      return sql`${compared} ilike ${containing(String(value))}`;
    case 'before':
      return sql`${compared} < ${value}::date`;
    case 'after':
      return sql`${compared} > ${value}::date`;
    case 'in':
      return sql`to_char(${compared}, 'YYYY-MM') = ${value}`;
    case 'below':
      return sql`${compared} < ${value}::float8`;
    case 'above':
      return sql`${compared} > ${value}::float8`;
    case 'is':
    case 'is not': {
      const cast = CASTS[field.kind];
      const left = field.kind === 'text' ? sql`lower(${compared})` : compared;
      const right = sql`${field.kind === 'text' ? String(value).toLowerCase() : value}${cast ?? sql`::text`}`;
      return test === 'is' ? sql`${left} = ${right}` : sql`${left} is distinct from ${right}`;
    }
  }
}

const CASTS: Partial<Record<FieldKind, SQL>> = {
  'yes or no': sql`::boolean`,
  date: sql`::date`,
  number: sql`::float8`,
  hours: sql`::float8`,
  money: sql`::float8`,
  person: sql`::uuid`,
};
