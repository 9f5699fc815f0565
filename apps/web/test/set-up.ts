import { cleanup } from '@testing-library/react';
import { afterEach } from 'vitest';

afterEach(cleanup);
// jsdom lays nothing out: what scrolls into view is for the browser tests to see.
Element.prototype.scrollIntoView = () => undefined;
window.scrollTo = () => undefined;
