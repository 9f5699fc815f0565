import { act, render, screen } from '@testing-library/react';
import { SWRConfig } from 'swr';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import { readAt, refresh, refreshFor, send, useData } from './api';

/** What was asked and has no answer yet, oldest first. */
let open: ((phase: string) => Promise<void>)[] = [];

beforeEach(() => {
  open = [];
  vi.stubGlobal('fetch', () => {
    return new Promise<Response>((answer) => {
      open.push(async (phase) => act(async () => void answer(new Response(JSON.stringify({ name: phase })))));
    });
  });
});
afterEach(() => vi.unstubAllGlobals());

function Job({ id }: { id: string }) {
  const { data } = useData(jobsRoutes.view, { id });
  return <h1>{data?.name}</h1>;
}
const shows = () => screen.getByRole('heading').textContent;
const asked = (count: number) => vi.waitFor(() => expect(open).toHaveLength(count));

/** A job on the page that stands in its first phase. */
async function onThePage(id: string) {
  render(
    <SWRConfig value={{ fetcher: readAt, dedupingInterval: 0 }}>
      <Job id={id} />
    </SWRConfig>,
  );
  await asked(1);
  await open[0]!('first');
}

describe('what is shown', () => {
  it('is read once for all who want it anew at the same moment', async () => {
    await onThePage('one');
    const all = Promise.all([refresh(), refresh(), refresh()]);
    await asked(2);
    await open[1]!('second');
    await all;
    expect(open).toHaveLength(2);
    expect(shows()).toBe('second');
  });

  it('is the newest when a refresh is done, though a newer one overtook it', async () => {
    await onThePage('other');
    let done = false;
    const mine = refresh().then(() => (done = true));
    await asked(2);
    const overtaking = refresh();
    await asked(3);
    await open[1]!('overtaken');
    expect(done).toBe(false);
    await open[2]!('newest');
    await Promise.all([mine, overtaking]);
    expect(shows()).toBe('newest');
  });

  it('is read again only where it shows records of an area in which something was changed', async () => {
    await onThePage('third');
    await refresh(new Set(['timer', 'post']));
    expect(open).toHaveLength(1);
    const changed = refresh(new Set(['time']));
    await asked(2);
    await open[1]!('second');
    await changed;
    expect(shows()).toBe('second');
  });

  it('is read once for what the page did itself: the notice about it is known', async () => {
    await onThePage('fourth');
    vi.stubGlobal('fetch', (_at: string, init?: RequestInit) => {
      if (init?.method === 'POST') return Promise.resolve(new Response(null, { status: 204, headers: { 'X-Happened': 'act-1 jobs' } }));
      return new Promise<Response>((answer) => {
        open.push(async (phase) => act(async () => void answer(new Response(JSON.stringify({ name: phase })))));
      });
    });
    await send(jobsRoutes.resume, { id: 'fourth' });
    await asked(2);
    await open[1]!('moved');
    await refreshFor({ id: 'act-1', topics: ['jobs'] });
    expect(open).toHaveLength(2);
    const others = refreshFor({ id: 'act-2', topics: ['jobs'] });
    await asked(3);
    await open[2]!('moved by another');
    await others;
    expect(shows()).toBe('moved by another');
  });
});
