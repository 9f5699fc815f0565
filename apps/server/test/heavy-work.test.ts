import ExcelJS from 'exceljs';
import { zipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ImportView } from '@steady/contract/imports';
import { ReadTable } from '../src/areas/imports/tasks';
import { HeavyWork, heavyTask } from '../src/platform/heavy';
import { type TestApp, startTestApp } from './support';

const heavy = new HeavyWork();
afterAll(() => heavy.onApplicationShutdown());
const read = (bytes: Uint8Array, name = 'list.xlsx') => heavy.run(ReadTable, { bytes, name });
const csv = (rows: number) => Buffer.from(`Client,Trade\n${Array.from({ length: rows }, (_, at) => `Quay ${at} Works,nets`).join('\n')}\n`);

describe('heavy work', () => {
  it('is done beside everything else: the thread that asks goes on', { timeout: 60_000 }, async () => {
    let longest = 0;
    let last = performance.now();
    const watch = setInterval(() => {
      longest = Math.max(longest, performance.now() - last);
      last = performance.now();
    }, 5);
    const [a, b, c] = await Promise.all([read(csv(50_000), 'a.csv'), read(csv(40_000), 'b.csv'), read(csv(30_000), 'c.csv')]);
    clearInterval(watch);
    expect([a.rows, b.rows, c.rows]).toEqual([50_000, 40_000, 30_000]);
    expect(a.parts).toHaveLength(25);
    console.log(`Longest time for which the asking thread stood still: ${Math.round(longest)} ms.`);
    expect(longest).toBeLessThan(1_000);
  });

  it('that fails says why, as it would have here, and the thread takes the next', async () => {
    await expect(read(Buffer.from('PK\u0003\u0004 no workbook'))).rejects.toMatchObject({
      status: 422,
      detail: 'This workbook cannot be opened. Save it again as XLSX, or as CSV.',
    });
    await expect(heavy.run(heavyTask<null, null>('nobody does this'), null)).rejects.toThrow();
    expect((await read(csv(2), 'x.csv')).rows).toBe(2);
  });

  it('reads no more of a workbook than may be: rows, columns, and what it unpacks to', { timeout: 120_000 }, async () => {
    const book = async (rows: number, columns: number) => {
      const made = new ExcelJS.Workbook();
      const sheet = made.addWorksheet('Clients');
      for (let at = 0; at < rows; at += 1) sheet.addRow(Array.from({ length: columns }, (_, column) => `c${column}`));
      return Buffer.from(await made.xlsx.writeBuffer());
    };
    await expect(read(await book(3, 201))).rejects.toThrow('more than 200 columns');
    await expect(read(await book(50_002, 1))).rejects.toThrow('more than 50,000 rows');
    // A small file that says of itself that it unpacks to half a gigabyte, and one that holds more than it says.
    const sized = (bytes: number, says: number) => {
      const file = Buffer.from(zipSync({ 'xl/worksheets/sheet1.xml': [Buffer.alloc(bytes, 0x20), { level: 1 }] }));
      file.writeUInt32LE(says, file.indexOf(Buffer.from([0x50, 0x4b, 0x01, 0x02])) + 24);
      return file;
    };
    await expect(read(sized(1_000, 500 * 1024 * 1024))).rejects.toThrow('unpacks to far more than a list of clients');
    await expect(read(sized(100 * 1024 * 1024, 1_000))).rejects.toMatchObject({ status: 422 });
    expect((await read(csv(2), 'x.csv')).rows).toBe(2);
  });

  it('is asked for so often and no more', async () => {
    const many = Array.from({ length: 130 }, () =>
      read(csv(1), 'x.csv').then(
        () => 'done',
        (error: { code?: string }) => error.code,
      ),
    );
    const outcomes = await Promise.all(many);
    expect(outcomes.filter((one) => one === 'done').length).toBeGreaterThanOrEqual(100);
    expect(outcomes.filter((one) => one === 'busy').length).toBeGreaterThan(0);
  });
});

describe('while one person brings in 50,000 rows', () => {
  let t: TestApp;
  beforeAll(async () => {
    t = await startTestApp();
  });
  afterAll(() => t.close());

  it('others go on: nothing they ask for waits for the whole of it', { timeout: 300_000 }, async () => {
    const manager = t.firm.as.manager!;
    const partner = t.firm.as.partner!;
    const rows = Number(process.env.MANY_ROWS ?? 3_000);
    const { body } = await manager.post('/api/imports').attach('file', csv(rows), 'many.csv').expect(201);
    const { id } = body as { id: string };
    expect(((await manager.get(`/api/imports/${id}`).expect(200)).body as ImportView).counts.new).toBe(rows);
    const times: number[] = [];
    const begun = performance.now();
    await manager.post(`/api/imports/${id}/bring-in`).send({ decisions: [] }).expect(200);
    let view: ImportView;
    do {
      for (const path of ['/api/today', '/api/clients', '/api/jobs?status=open', '/api/session']) {
        const from = performance.now();
        await partner.get(path).expect(200);
        times.push(performance.now() - from);
      }
      view = (await manager.get(`/api/imports/${id}`).expect(200)).body as ImportView;
    } while (view.outcome === null);
    times.sort((a, b) => a - b);
    const at = (share: number) => Math.round(times[Math.min(times.length - 1, Math.floor(times.length * share))]!);
    console.log(
      `${rows} rows brought in in ${((performance.now() - begun) / 1000).toFixed(1)} s; ${times.length} requests of others: median ${at(0.5)} ms, 95 % under ${at(0.95)} ms, the longest ${at(1)} ms.`,
    );
    expect(view.outcome).toBe(`${rows} clients imported, 0 changed, 0 rows left out`);
    expect(at(0.95)).toBeLessThan(2_000);
  });
});
