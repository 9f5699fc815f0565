import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from 'drizzle-orm';
import { rows } from '../src/platform/database';
import { Effects } from '../src/platform/events';
import { byItself } from '../src/platform/identity';
import { type TestApp, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());

describe('effects outside the application', () => {
  it('begins what changes nothing outside before its turn, and records all in order', async () => {
    const told: string[] = [];
    const effects = t.app.get(Effects);
    let drawn = () => undefined as void;
    const whenDrawn = new Promise<void>((resolve) => (drawn = resolve));
    effects.register<{ what: string }, null>({
      kind: 'test of sending',
      outside: async ({ what }) => {
        told.push(`sends ${what}`);
        // What is drawn later in the row is begun by now: waiting for it here does not stand still.
        await whenDrawn;
        return null;
      },
      then: (_, { what }) => Promise.resolve(void told.push(`sent ${what}`)),
    });
    effects.register<{ what: string }, null>({
      kind: 'test of drawing',
      isPure: true,
      outside: ({ what }) => {
        told.push(`draws ${what}`);
        drawn();
        return Promise.resolve(null);
      },
      then: (_, { what }) => Promise.resolve(void told.push(`drawn ${what}`)),
    });
    await t.works.run(byItself(t.firm.id), async (work) => {
      await effects.plan(work, 'test of sending', 'a', { what: 'a letter' });
      await effects.plan(work, 'test of drawing', 'b', { what: 'a bill' });
    });
    await effects.drain(t.firm.id);
    expect(told).toEqual(['draws a bill', 'sends a letter', 'sent a letter', 'drawn a bill']);
  });

  it('tries again later what failed as soon as it began, and carries out the rest', async () => {
    const effects = t.app.get(Effects);
    const told: string[] = [];
    effects.register<{ fails: boolean }, null>({
      kind: 'test of failing',
      isPure: true,
      outside: ({ fails }) => (fails ? Promise.reject(new Error('no ink')) : Promise.resolve(null)),
      then: () => Promise.resolve(void told.push('drawn')),
    });
    await t.works.run(byItself(t.firm.id), async (work) => {
      await effects.plan(work, 'test of failing', 'first', { fails: true });
      await effects.plan(work, 'test of failing', 'second', { fails: false });
    });
    await effects.drain(t.firm.id);
    const left = await t.works.run(byItself(t.firm.id), (work) =>
      rows<{ key: string; error: string; done: boolean }>(
        work.tx,
        sql`select key, last_error as error, done_at is not null as done from outbox where kind = 'test of failing' order by key`,
      ),
    );
    expect(told).toEqual(['drawn']);
    expect(left).toEqual([
      { key: 'first', error: 'no ink', done: false },
      { key: 'second', error: null, done: true },
    ]);
  });
});
