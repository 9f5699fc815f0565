import { sql } from 'drizzle-orm';
import { expect, it } from 'vitest';
import type { ListField } from './list-field';
import { ListFields } from './list-fields';

const field = (key: string): ListField => ({ key, name: key, kind: 'text', value: sql`${key}` });
const keys = (fields: ListField[]) => fields.map((one) => one.key);

it('places what areas bring behind the field that they name, in whatever order the areas come', () => {
  const fields = new ListFields();
  fields.bring('clients', 'due', [field('jobs')]);
  fields.bring('clients', 'name', [field('due'), field('what')]);
  fields.bring('clients', 'nowhere', [field('last')]);
  fields.bring('jobs', 'name', [field('other list')]);
  expect(keys(fields.with('clients', [field('name'), field('town')], 'EUR'))).toEqual(['name', 'due', 'jobs', 'what', 'town', 'last']);
  expect(keys(fields.with('clients', [], 'EUR'))).toHaveLength(4);
  expect(keys(fields.with('people', [field('name')], 'EUR'))).toEqual(['name']);
});
