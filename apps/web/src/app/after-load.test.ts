import { afterEach, expect, it, vi } from 'vitest';
import { afterLoad } from './after-load';

afterEach(() => vi.restoreAllMocks());

it.each([
  ['complete', 1],
  ['interactive', 0],
] as const)('where the page is %s it is done %i times at once, and once after it has loaded', (state, before) => {
  vi.spyOn(document, 'readyState', 'get').mockReturnValue(state);
  const act = vi.fn();
  afterLoad(act);
  expect(act).toHaveBeenCalledTimes(before);
  window.dispatchEvent(new Event('load'));
  expect(act).toHaveBeenCalledTimes(1);
});
