import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { FolderShelf } from '../src/platform/files/shelf';
import { whatIsWrong } from '../src/platform/database/folder-standing';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { EmbeddedDatabase } from '../src/platform/database/embedded-database';
import { embeddedProgram } from '../src/platform/database/embedded-program';
import { Recorder, cutPower } from './cut-disk';

/** So many places at which the power is cut. */
const CUTS = 24;

const root = mkdtempSync(join(tmpdir(), 'steady-cuts-'));
const work = join(root, 'work');
const base = join(root, 'base');
afterAll(() => rmSync(root, { recursive: true, force: true }));

let state = Number(process.env.SEED ?? 20_261_127);
/** The next of a row of numbers from 0 to 1 that is the same for the same seed. */
function random(): number {
  state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
  return state / 2_147_483_648;
}

const open = async (folder: string, syncs: boolean, watch: Recorder | null = null) => {
  const database = new EmbeddedDatabase(watch);
  await database.carryOut({ do: 'open', dataDir: folder, template: null, syncs, checks: false, program: await embeddedProgram() });
  const run = async (sql: string) => {
    const { rows } = (await database.carryOut({ do: 'query', sql, params: [], rowMode: 'object' })) as { rows: Record<string, unknown>[] };
    return rows;
  };
  return { run, checkpoint: () => database.carryOut({ do: 'checkpoint', above: 0 }), close: () => database.carryOut({ do: 'close' }) };
};

/** A day of the database: started, worked on, checkpointed, filled in one go, worked on, stopped. */
async function day(syncs: boolean): Promise<Recorder> {
  rmSync(work, { recursive: true, force: true });
  cpSync(base, work, { recursive: true });
  const recorder = new Recorder(work);
  const { run, checkpoint, close } = await open(work, syncs, recorder);
  let next = 0;
  const write = async (times: number) => {
    for (let time = 0; time < times; time += 1) {
      next += 1;
      await run(`insert into kept values (${next}, repeat('x', 400))`);
      if (next > 20) await run(`update kept set text = repeat('y', 300) where id = ${next - 20}`);
      recorder.said(String(next));
    }
  };
  await write(25);
  await checkpoint();
  await write(25);
  await run('create table grown (id int primary key, text text)');
  await run("insert into grown select n, repeat('z', 200) from generate_series(1, 20000) n");
  recorder.said('grown');
  await write(10);
  await checkpoint();
  await run('drop table grown');
  recorder.said('dropped');
  await write(10);
  await close();
  return recorder;
}

/** Cuts the power at a step and starts again. @returns what was confirmed and is not there any more */
async function lostAt({ steps }: Recorder, cut: number, share: number): Promise<string[]> {
  const target = join(root, 'cut');
  cutPower(base, steps, cut, () => random() < share, target);
  const said = steps.slice(0, cut).flatMap((step) => (step.do === 'said' ? [step.what] : []));
  // A log that simply ends is not taken for one that was damaged.
  const wrong = whatIsWrong(target);
  const { run, close } = await open(target, false);
  const there = new Set((await run('select id from kept')).map(({ id }) => String(id)));
  const lost = said.filter((what) => /^\d+$/.test(what) && !there.has(what));
  const grown = said.includes('dropped') ? null : said.includes('grown') ? 20_000 : null;
  if (grown !== null && Number((await run('select count(*)::int as count from grown'))[0]!.count) !== grown) lost.push('grown');
  await close();
  if (wrong !== null) lost.push(wrong);
  return lost;
}

beforeAll(async () => {
  const { run, close } = await open(base, true);
  await run('create table kept (id int primary key, text text)');
  await close();
}, 60_000);

describe.skipIf(process.env.TEST_DATABASE_URL)('when the power is cut', () => {
  it('nothing that was confirmed is lost, whatever the disk kept of what was not synced yet', { timeout: 300_000 }, async () => {
    const recorder = await day(true);
    const { steps } = recorder;
    const syncs = steps.filter((step) => step.do === 'sync').length;
    const lost: string[] = [];
    let confirmed = 0;
    for (let cut = 1; cut <= CUTS; cut += 1) {
      // Evenly over the day, now and then just after something was said, with nothing, some or all of the rest kept.
      const at = Math.min(steps.length, Math.ceil((cut / CUTS) * steps.length) + (cut % 3));
      confirmed += steps.slice(0, at).filter((step) => step.do === 'said').length;
      lost.push(...(await lostAt(recorder, at, [0, 0.5, 0.9][cut % 3]!)).map((what) => `${what} at ${at}`));
    }
    console.log(`Power cut at ${CUTS} of ${steps.length} steps with ${syncs} syncs; ${confirmed} confirmed writes looked for, ${lost.length} lost.`);
    expect(lost).toEqual([]);
  });

  it('a database that does not sync loses them, and the replay sees it', { timeout: 120_000 }, async () => {
    const recorder = await day(false);
    const last = recorder.steps.findLastIndex((step) => step.do === 'said') + 1;
    const broken = await lostAt(recorder, last, 0).catch(() => ['it does not even start']);
    expect(broken.length).toBeGreaterThan(0);
  });
});

describe('when the power is cut while files come in', () => {
  it('each that was confirmed is there, whole and under its name', { timeout: 60_000 }, async () => {
    const [from, live] = [join(root, 'shelf'), join(root, 'shelf-live')];
    mkdirSync(join(from, 'incoming'), { recursive: true });
    cpSync(from, live, { recursive: true });
    const recorder = new Recorder(live);
    const shelf = new FolderShelf(live, true, recorder);
    const contents = new Map<string, Buffer>();
    for (let number = 0; number < 24; number += 1) {
      const firm = `firm-${number % 3}`;
      const address = `${String(number % 5).padStart(2, '0')}${'f'.repeat(6)}${number}`;
      const content = Buffer.alloc(20_000 + number * 7_000, number + 1);
      const { put } = await shelf.take(Readable.from([content.subarray(0, 9_000), content.subarray(9_000)]), []);
      await put(firm, address);
      const path = join(firm, address.slice(0, 2), address);
      contents.set(path, content);
      recorder.said(path);
    }
    const { steps } = recorder;
    let confirmed = 0;
    const lost: string[] = [];
    for (let cut = 1; cut <= steps.length; cut += 1) {
      const target = join(root, 'shelf-cut');
      const share = [0, 0.5, 0.9][cut % 3]!;
      cutPower(from, steps, cut, () => random() < share, target);
      for (const step of steps.slice(0, cut)) {
        if (step.do !== 'said') continue;
        confirmed += 1;
        const place = join(target, step.what);
        if (!existsSync(place) || !readFileSync(place).equals(contents.get(step.what)!)) lost.push(`${step.what} at ${cut}`);
      }
    }
    console.log(`Power cut at each of ${steps.length} steps; ${confirmed} confirmed files looked for, ${lost.length} lost.`);
    expect(lost).toEqual([]);
  });
});
