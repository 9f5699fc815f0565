import { useKeys } from '../app/keys';

const ROWS = 'main table tbody tr, main ul[data-rows] > li';
/** What of a row the keyboard comes to: its tick, or the link or button that it is about. */
const STOP = 'input[type="checkbox"]:not([disabled]), a[href], button:not([disabled])';

/** For pages whose rows are no list of the list part: `j` and `k` go from row to row, where Space ticks and Enter opens. */
export function useRowKeys(): void {
  const go = (by: 1 | -1) => {
    const stops = [...document.querySelectorAll(ROWS)].flatMap((row) => row.querySelector<HTMLElement>(STOP) ?? []);
    const here = stops.findIndex((stop) => stop.closest('tr, li')?.contains(document.activeElement));
    const next = stops[here === -1 ? (by === 1 ? 0 : stops.length - 1) : here + by];
    next?.focus();
    next?.scrollIntoView?.({ block: 'nearest' });
  };
  useKeys([
    { press: 'j', does: 'next row', act: () => go(1) },
    { press: 'k', does: 'row before', act: () => go(-1) },
  ]);
}
