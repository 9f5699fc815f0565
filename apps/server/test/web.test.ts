import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type TestApp, startTestApp } from './support';

let t: TestApp;
const folder = mkdtempSync(join(tmpdir(), 'web-'));
const SCRIPT = 'export const words = "a script";\n'.repeat(500);

beforeAll(async () => {
  mkdirSync(join(folder, 'assets'));
  writeFileSync(join(folder, 'index.html'), '<title>the firm</title>');
  writeFileSync(join(folder, 'portal.html'), '<title>the portal</title>');
  writeFileSync(join(folder, 'assets', 'page-1.js'), SCRIPT);
  writeFileSync(join(folder, 'assets', 'letters.woff2'), 'a font');
  t = await startTestApp({ webFolder: folder });
});
afterAll(async () => {
  await t.close();
  rmSync(folder, { recursive: true });
});
const get = (path: string) => request(t.app.getHttpServer()).get(path);

describe('pages of the web', () => {
  it.each([
    ['/today', 'the firm'],
    ['/portals', 'the firm'],
    ['/portal', 'the portal'],
    ['/portal/asks/1', 'the portal'],
    ['/portal/door/abc', 'the portal'],
  ])('at %s are those of %s', async (path, whose) => {
    expect((await get(path).expect(200)).text).toContain(whose);
  });

  it('bring their scripts packed where the browser takes them so, and as they are elsewhere', async () => {
    const packed = await get('/assets/page-1.js')
      .set('Accept-Encoding', 'gzip')
      .expect(200)
      .expect('Content-Encoding', 'gzip')
      .expect('Vary', 'Accept-Encoding');
    expect(packed.text).toBe(SCRIPT);
    expect(Number(packed.headers['content-length'])).toBeLessThan(SCRIPT.length / 10);
    expect(packed.headers['cache-control']).toContain('immutable');
    const plain = await get('/assets/page-1.js').set('Accept-Encoding', 'identity').expect(200);
    expect([plain.headers['content-encoding'], plain.text]).toEqual([undefined, SCRIPT]);
    expect((await get('/assets/letters.woff2').set('Accept-Encoding', 'gzip').expect(200)).headers['content-encoding']).toBeUndefined();
  });

  it('that are not there are not found, and nothing above the folder is reached', async () => {
    await get('/assets/gone.js').set('Accept-Encoding', 'gzip').expect(404);
    expect((await get('/assets/..%2findex.html').set('Accept-Encoding', 'gzip')).status).toBeGreaterThanOrEqual(400);
  });
});
