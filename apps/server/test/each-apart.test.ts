import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { sql } from 'drizzle-orm';
import { rows } from '../src/platform/database';
import { Events, eventKind } from '../src/platform/events';
import { Problem } from '../src/platform/http/problem';
import { byItself, pastGrants } from '../src/platform/identity';
import { type Work, apart, eachApart, nextNumber } from '../src/platform/work';
import { type TestApp, startTestApp } from './support';

const Written = eventKind<null>('test of many', 'test');

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());

interface Line {
  on: string;
  words: string;
  refused?: boolean;
}

/** Counts under a name and tells of it, as acts do; one that is refused has written by then. */
async function write(work: Work, { on, words, refused }: Line): Promise<string> {
  const number = await nextNumber(work, `many ${on}`);
  await t.app.get(Events).record(work, Written, { what: `${on} ${number}: ${words}`, payload: null });
  if (refused) throw Problem.refused('not-this', `Not ${words}.`);
  return `${on} ${number}`;
}

const inOneGo = <T>(act: (work: Work) => Promise<T>) => t.works.run(byItself(t.firm.id), act);
const many = (lines: Line[]) =>
  inOneGo(async (work) =>
    (
      await eachApart(
        work,
        lines,
        ({ on }) => on,
        (line) => write(work, line),
      )
    ).map(inWords),
  );
const inWords = (one: { given: string } | { refused: Problem }) => ('given' in one ? one.given : one.refused.message);
const told = () =>
  inOneGo(async (work) =>
    (await rows<{ what: string }>(work.tx, sql`select what from events where kind = 'test of many' order by seq`)).map(({ what }) => what),
  );
const counted = (on: string) => inOneGo((work) => nextNumber(work, `many ${on}`));

describe('the same for each of many', () => {
  let before: string[];
  beforeEach(async () => {
    before = await told();
  });
  const toldSince = async () => (await told()).slice(before.length).sort();

  it('does all of them, those of one subject in their order', async () => {
    const lines = ['one', 'two', 'three'].flatMap((words) => [
      { on: 'a', words },
      { on: 'b', words },
    ]);
    expect(await many(lines)).toEqual(['a 1', 'b 1', 'a 2', 'b 2', 'a 3', 'b 3']);
    expect(await toldSince()).toEqual(['a 1: one', 'a 2: two', 'a 3: three', 'b 1: one', 'b 2: two', 'b 3: three']);
  });

  it('keeps nothing of what is refused, not its number and not its event, and all of the others', async () => {
    const given = await many([
      { on: 'c', words: 'one' },
      { on: 'c', words: 'two', refused: true },
      { on: 'd', words: 'three' },
      { on: 'c', words: 'four' },
    ]);
    expect(given).toEqual(['c 1', 'Not two.', 'd 1', 'c 2']);
    expect(await toldSince()).toEqual(['c 1: one', 'c 2: four', 'd 1: three']);
    expect(await counted('c')).toBe(3);
  });

  it('keeps what one has written although a part of it failed that may fail by itself', async () => {
    const given = await inOneGo((work) =>
      eachApart(
        work,
        [
          { on: 'e', words: 'one' },
          { on: 'f', words: 'two' },
        ],
        ({ on }) => on,
        async (line) => {
          const kept = await write(work, line);
          const part = await apart(work, () => write(work, { on: `${line.on} part`, words: 'a part', refused: line.on === 'e' })).catch(
            (error: Problem) => error.message,
          );
          return `${kept}, ${part}`;
        },
      ),
    );
    expect(given).toEqual([{ given: 'e 1, Not a part.' }, { given: 'f 1, f part 1' }]);
    expect(await toldSince()).toEqual(['e 1: one', 'f 1: two', 'f part 1: a part']);
    expect(await counted('e part')).toBe(1);
  });

  it('goes on with the others where the database refuses a statement of one', async () => {
    const doing = inOneGo((work) =>
      eachApart(
        work,
        ['g', 'h'],
        (on) => on,
        async (on) => {
          await write(work, { on, words: 'before' });
          const asked = work.tx.execute(sql`select 1 / ${on === 'g' ? 0 : 1}::int`).catch(() => {
            throw Problem.refused('by-nought', 'Nothing is divided by nought.');
          });
          await asked;
          return on;
        },
      ),
    );
    expect((await doing).map(inWords)).toEqual(['Nothing is divided by nought.', 'h']);
    expect(await toldSince()).toEqual(['h 1: before']);
  });

  it('lets nobody see past what is granted while another writes: those are done one after the other', async () => {
    const seen: string[] = [];
    const sees = async (work: Work) => (await rows<{ sees: string }>(work.tx, sql`select coalesce(current_setting('app.sees', true), '') as sees`))[0]!.sees;
    await inOneGo((work) =>
      eachApart(
        work,
        ['l', 'm'],
        (on) => on,
        async (on) => {
          const number = await nextNumber(work, `many ${on}`);
          if (on === 'l') seen.push(await pastGrants(work.tx, async () => `${on} ${number}: ${await sees(work)}`));
          seen.push(`${on} ${number}: ${await sees(work)}`);
        },
      ),
    );
    // What was tried and given up may have been said too; what counts is that none but the one that asked for it saw all.
    expect(seen.filter((one) => one.endsWith('all'))).toEqual(['l 1: all']);
    expect(seen.slice(-3)).toEqual(['l 1: all', 'l 1: ', 'm 1: ']);
  });

  it('throws on what is no refusal, and keeps nothing of it all', async () => {
    const doing = inOneGo((work) =>
      eachApart(
        work,
        ['i', 'j'],
        (on) => on,
        async (on) => {
          await write(work, { on, words: 'gone' });
          if (on === 'j') throw new TypeError('a fault of ours');
          return on;
        },
      ),
    );
    await expect(doing).rejects.toThrow('a fault of ours');
    expect(await toldSince()).toEqual([]);
    expect(await counted('i')).toBe(1);
  });

  it('does nothing for nobody, and one alone as any', async () => {
    expect(await many([])).toEqual([]);
    expect(await many([{ on: 'k', words: 'alone', refused: true }])).toEqual(['Not alone.']);
    expect(await many([{ on: 'k', words: 'alone' }])).toEqual(['k 1']);
    expect(await toldSince()).toEqual(['k 1: alone']);
  });
});
