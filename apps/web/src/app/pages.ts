import { useEffect } from 'react';
import useSWRInfinite from 'swr/infinite';
import { FULL_PAGE } from '@steady/contract/paging';
import type { AnswerOf, Route } from '@steady/contract/route';
import { type Given, type ProblemError, addressOf, whenRefreshed } from './api';

/** A list that is read page by page. */
export interface Pages<Page> {
  /** Nothing before the first answer. */
  pages: Page[] | undefined;
  more: boolean;
  showMore(): void;
  error: ProblemError | undefined;
}

/** After a page of rows with ids: what follows the last of them. */
export const afterLast = (rows: readonly { id: string }[]): { before: string } | null => (rows.length < FULL_PAGE ? null : { before: rows.at(-1)!.id });
/** The same where the answer says itself whether there is more. */
export const afterPage = ({ rows, more }: { rows: readonly { id: string }[]; more: boolean }): { before: string } | null =>
  more ? { before: rows.at(-1)!.id } : null;

/** @param next what to ask for beside `given` after a page, which is the `index`th; null at the end of the list. */
export function usePages<R extends Route>(route: R, given: Given<R>, next: (page: AnswerOf<R>, index: number) => Partial<Given<R>> | null): Pages<AnswerOf<R>> {
  const { data, error, size, setSize, mutate } = useSWRInfinite<AnswerOf<R>, ProblemError>((index: number, before: AnswerOf<R> | null) => {
    const more = before === null ? {} : next(before, index);
    return index > 0 && more === null ? null : addressOf<Route>(route, { ...given, ...more });
  });
  useEffect(() => whenRefreshed(() => mutate(), route.shows), [mutate, route]);
  const last = data?.at(-1);
  return { pages: data, more: last !== undefined && next(last, data!.length) !== null, showMore: () => void setSize(size + 1), error };
}
