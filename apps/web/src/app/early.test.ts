import { afterEach, expect, it, vi } from 'vitest';
import { ProblemError, readAt } from './api';

const answers = (body: unknown, status = 200) => Promise.resolve(new Response(JSON.stringify(body), { status }));
const early = (asked: Record<string, Promise<Response | null>>) => Object.assign(window, { askedEarly: asked });
afterEach(() => Object.assign(window, { askedEarly: undefined }));

it('what was asked for early is taken once, and asked for anew after that', async () => {
  const fetched = vi.fn((_path: string) => answers('later'));
  vi.stubGlobal('fetch', fetched);
  early({ '/api/portal/me': answers('early') });
  expect(await readAt('/api/portal/me')).toBe('early');
  expect(fetched).not.toHaveBeenCalled();
  expect(await readAt('/api/portal/me')).toBe('later');
  expect(await readAt('/api/portal/asks')).toBe('later');
  expect(fetched).toHaveBeenCalledTimes(2);
});

it('is asked for anew where there was no connection, and refused where that was refused', async () => {
  vi.stubGlobal('fetch', () => answers('now'));
  early({ '/api/portal/me': Promise.resolve(null), '/api/portal/asks': answers({}, 401) });
  expect(await readAt('/api/portal/me')).toBe('now');
  await expect(readAt('/api/portal/asks')).rejects.toBeInstanceOf(ProblemError);
});
