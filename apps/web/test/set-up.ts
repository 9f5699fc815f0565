import { cleanup, configure } from '@testing-library/react';
import { afterEach } from 'vitest';

afterEach(cleanup);
// What is waited for comes in milliseconds; on a machine that does much else it may take seconds.
configure({ asyncUtilTimeout: 15_000 });
// jsdom lays nothing out: what scrolls into view is for the browser tests to see.
Element.prototype.scrollIntoView = () => undefined;
window.scrollTo = () => undefined;

// What stands beside a field looks how large it is; without a layout everything is of no size.
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
