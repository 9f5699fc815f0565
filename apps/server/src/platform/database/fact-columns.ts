import { boolean, jsonb, text, uuid } from 'drizzle-orm/pg-core';
import type { FactDefinition, FactList, PostalAddress, ValueOf } from '@steady/core/facts';
import { day, money } from './columns';

/** "vatNumber" is kept in the column vat_number. */
export const columnName = (key: string): string => key.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

const textColumn = <Value extends string>(name: string) => text(name).$type<Value>();
const yesOrNoColumn = (name: string) => boolean(name);
const labelsColumn = (name: string) => jsonb(name).$type<string[]>();
const addressColumn = (name: string) => jsonb(name).$type<PostalAddress>();
const idColumn = (name: string) => uuid(name);

function columnOf(fact: FactDefinition, name: string) {
  switch (fact.kind) {
    case 'yes or no':
      return yesOrNoColumn(name);
    case 'date':
      return day(name);
    case 'money':
      return money(name);
    case 'person':
    case 'contact':
      return idColumn(name);
    case 'labels':
      return labelsColumn(name);
    case 'address':
      return addressColumn(name);
    case 'text':
    case 'code':
    case 'choice':
    case 'day of the year':
    case 'account':
      return textColumn(name);
  }
}

type ColumnOf<Fact extends FactDefinition> = Fact extends { kind: 'yes or no' }
  ? ReturnType<typeof yesOrNoColumn>
  : Fact extends { kind: 'date' }
    ? ReturnType<typeof day>
    : Fact extends { kind: 'money' }
      ? ReturnType<typeof money>
      : Fact extends { kind: 'person' | 'contact' }
        ? ReturnType<typeof idColumn>
        : Fact extends { kind: 'labels' }
          ? ReturnType<typeof labelsColumn>
          : Fact extends { kind: 'address' }
            ? ReturnType<typeof addressColumn>
            : ReturnType<typeof textColumn<ValueOf<Fact> & string>>;

type Known<Column> = Column extends { notNull(): infer NotNull } ? NotNull : never;
type Started<Column> = Column extends { default(value: never): infer Defaulted } ? Defaulted : never;

/** Columns of a table, one a fact: without null where the fact is always known, beginning with its value to start from. */
export type ColumnsOf<List extends FactList> = {
  [Key in keyof List]: List[Key] extends { start: unknown }
    ? Started<Known<ColumnOf<List[Key]>>>
    : List[Key] extends { required: true }
      ? Known<ColumnOf<List[Key]>>
      : ColumnOf<List[Key]>;
};

/** The columns in which a list of facts is kept. A new fact is a new column: a migration is made from it. */
export function columnsOfFacts<List extends FactList>(list: List): ColumnsOf<List> {
  return Object.fromEntries(
    Object.entries(list).map(([key, fact]) => {
      const column = columnOf(fact, columnName(key));
      if (fact.start !== undefined) return [key, column.notNull().default(fact.start as never)];
      return [key, fact.required ? column.notNull() : column];
    }),
  ) as ColumnsOf<List>;
}
