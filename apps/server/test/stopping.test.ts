import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { afterAll, describe, expect, it } from 'vitest';

const PROGRAM = resolve(import.meta.dirname, '../dist/test/stoppable.js');
const folder = mkdtempSync(join(tmpdir(), 'steady-stop-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Starts the application on the folder, with a page of it open. */
async function started() {
  const process = spawn(globalThis.process.execPath, [PROGRAM, folder], { stdio: ['ignore', 'pipe', 'inherit'] });
  const lines = createInterface({ input: process.stdout });
  const [line] = (await once(lines, 'line')) as [string];
  const [word, port, cookie] = line.split(' ');
  expect(word).toBe('ready');
  const page = await fetch(`http://127.0.0.1:${port}/api/live`, { headers: { cookie: cookie! } });
  expect(page.status).toBe(200);
  const gone = once(process, 'exit').then(([code]) => ({ code: code as number | null, at: performance.now() }));
  /** How long it takes from now until the process is gone. */
  const ends = async () => {
    const from = performance.now();
    const { code, at } = await gone;
    return { code, after: at - from };
  };
  return { process, lines, port: Number(port), cookie: cookie!, page, ends };
}

/** A request whose body never comes. */
async function stuck(port: number, cookie: string) {
  const socket = connect(port, '127.0.0.1');
  socket.on('error', () => undefined);
  await once(socket, 'connect');
  socket.write(`POST /api/notes-for-you HTTP/1.1\r\nHost: localhost\r\nCookie: ${cookie}\r\nContent-Type: application/json\r\nContent-Length: 10\r\n\r\n{`);
  return socket;
}

describe.skipIf(process.env.TEST_DATABASE_URL)('stopping', () => {
  it('ends the streams of open pages, gives the folder back, and is soon done', { timeout: 60_000 }, async () => {
    const { process, page, ends } = await started();
    process.kill('SIGTERM');
    const { code, after } = await ends();
    expect(code).toBe(0);
    expect(after).toBeLessThan(5_000);
    await page.text();
    expect(existsSync(join(folder, 'in-use.json'))).toBe(false);
  });

  it('gives a request in flight ten seconds, and no more', { timeout: 60_000 }, async () => {
    const { process, port, cookie, ends } = await started();
    await stuck(port, cookie);
    process.kill('SIGTERM');
    const { code, after } = await ends();
    expect(code).toBe(0);
    expect(after).toBeGreaterThan(9_000);
    expect(after).toBeLessThan(15_000);
  });

  it('ends at once at a second signal', { timeout: 60_000 }, async () => {
    const { process, lines, port, cookie, ends } = await started();
    await stuck(port, cookie);
    process.kill('SIGTERM');
    await once(lines, 'line');
    // What comes within a second is the same press, passed on by a parent.
    const again = setInterval(() => process.kill('SIGTERM'), 300);
    const { code, after } = await ends();
    clearInterval(again);
    expect(code).toBe(130);
    expect(after).toBeGreaterThan(800);
    expect(after).toBeLessThan(4_000);
  });
});
