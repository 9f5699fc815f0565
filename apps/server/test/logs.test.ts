import { Writable } from 'node:stream';
import express from 'express';
import pino from 'pino';
import request from 'supertest';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { ProblemFilter } from '../src/platform/http/problem.filter';
import { logRequests } from '../src/platform/logs';
import { type TestApp, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

/** A log that is kept to be read. */
function keptLog() {
  const lines: Record<string, unknown>[] = [];
  const to = new Writable({ write: (chunk: Buffer, _, done) => (lines.push(JSON.parse(chunk.toString()) as Record<string, unknown>), done()) });
  return { lines, log: pino({ base: null }, to) };
}

it('a request leaves one line: its route as declared, as whom, how it went and how long it took; nothing of what was typed', async () => {
  const { lines, log } = keptLog();
  const outer = express().use(logRequests(log, () => undefined));
  outer.get('/api/join/:token', (_request, response) => void response.status(404).json({}));
  await request(outer).get('/api/join/a-secret-link?find=Dunmarra').set('Cookie', 'steady=a-secret');
  expect(lines).toHaveLength(1);
  expect(lines[0]).toMatchObject({ method: 'GET', route: '/api/join/:token', role: 'nobody', status: 404 });
  expect(JSON.stringify(lines)).not.toMatch(/secret|Dunmarra/);
});

it('an answer carries the id of its line, and so does an error that a person sees', async () => {
  const { headers, body } = await test.firm.as.manager!.get('/api/clients/0190a0a0-0000-7000-8000-000000000000').expect(404);
  expect(headers['x-request-id']).toMatch(/^[0-9a-f]{12}$/);
  expect((body as { id: string }).id).toBe(headers['x-request-id']);
});

it('a fault of the database is logged without the values of its statement', () => {
  const said: string[] = [];
  const filter = new ProblemFilter({ foundDamaged: false });
  (filter as unknown as { log: { error(line: string): void } }).log = { error: (line) => said.push(line) };
  const cause = Object.assign(new Error('duplicate key value (email)=(brid@dunmarra.example)'), {
    code: '23505',
    table: 'people',
    constraint: 'people_email_unique',
  });
  const fault = new Error('Failed query: insert into people (email) values ($1)\nparams: brid@dunmarra.example', { cause });
  const answered: unknown[] = [];
  const response = { headersSent: false, status: () => response, type: () => response, json: (body: unknown) => answered.push(body) };
  filter.catch(fault, { switchToHttp: () => ({ getResponse: () => response, getRequest: () => ({ requestId: 'abc123' }) }) } as never);
  expect(said[0]).toContain('abc123 database error 23505 at people people_email_unique: insert into people');
  expect(said[0]).not.toContain('brid');
  expect(answered[0]).toMatchObject({ status: 500, id: 'abc123', detail: expect.stringContaining('abc123') as string });
});

it('says whether it is alive, and whether it is ready', async () => {
  expect((await request(test.app.getHttpServer()).get('/api/health').expect(200)).body).toEqual({ status: 'alive' });
  expect((await request(test.app.getHttpServer()).get('/api/ready').expect(200)).body).toEqual({ status: 'ready' });
});

it('behind TLS a browser is told to come back over TLS alone; proxies are believed only where configured', async () => {
  const told = await request(test.app.getHttpServer()).get('/api/health').set('X-Forwarded-Proto', 'https');
  expect(told.headers['strict-transport-security']).toContain('max-age=31536000');
  expect((await request(test.app.getHttpServer()).get('/api/health')).headers['strict-transport-security']).toBeUndefined();
});
