import type { Response } from 'express';
import { addsUp, partInWords } from '@steady/core/lists';
import type { ListQuery } from '@steady/contract/queries';
import { sendList } from '../files';
import { Problem } from '../http/problem';
import type { Work } from '../work';
import { askedFrom } from './asked';
import { type ListDefinition, totalsOf, wholeOf } from './listing';

/** Answers with a list as it is shown as a file to keep: CSV or a workbook; added up where the address says by what. `first` are the columns without others asked for. */
export async function sendListing(
  response: Response,
  kind: string,
  title: string,
  work: Work,
  list: ListDefinition,
  query: ListQuery,
  usual: readonly string[],
): Promise<void> {
  if (kind !== 'csv' && kind !== 'xlsx') throw Problem.notFound('page');
  const day = work.today.toString();
  const [named] = usual;
  const asked = askedFrom(query.columns === undefined ? query : { ...query, columns: `${named},${query.columns}` }, usual);
  if (!query.by) {
    const { columns, rows } = await wholeOf<object>(work, list, asked);
    const values = rows.map((row) => columns.map((column) => row.values[column.key] ?? null));
    return sendList(response, kind, title, day, columns, values);
  }
  const { rows } = await totalsOf(work, list, asked, query.by);
  const by = list.fields.find((field) => field.key === query.by)!;
  const figures = list.fields.filter((field) => asked.columns?.includes(field.key) && addsUp(field.kind));
  const columns = [{ name: by.name, kind: 'text' as const }, { name: title, kind: 'number' as const }, ...figures];
  const values = rows.map(({ value, words, count, sums }) => [
    partInWords(by, value as string | null, words),
    count,
    ...figures.map((field) => sums[field.key] ?? 0),
  ]);
  return sendList(response, kind, `${title} by ${by.name}`, day, columns, values);
}
