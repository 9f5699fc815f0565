import type { Pages } from '../app/pages';

/** Below a list that is read page by page: fetches the next one; nothing at its end. */
export function ShowMore({ of }: { of: Pages<unknown> }) {
  return of.more ? (
    <button type="button" className="act-quiet mt-3" onClick={of.showMore}>
      Show more
    </button>
  ) : null;
}
