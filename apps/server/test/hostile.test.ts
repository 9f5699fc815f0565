import fc from 'fast-check';
import request from 'supertest';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { FILE, paramsIn } from '@steady/contract/route';
import { type CarriedOut, routesCarriedOut } from '../src/platform/http/routes';
import { sampleOf } from './samples';
import { type Grounds, idOf, rowCounts, twoClients } from './two-clients';

let grounds: Grounds;
let tried = 0;
const seen: Record<number, number> = {};
/** All that went wrong in one test, told together. */
let failed: string[] = [];
beforeEach(() => {
  failed = [];
});
afterEach(() => expect(failed).toEqual([]));
beforeAll(async () => {
  grounds = await twoClients();
});
afterAll(async () => {
  console.log(`Hostile inputs: ${tried} calls on ${routesCarriedOut().length} routes; answers ${JSON.stringify(seen)}.`);
  await grounds.test.close();
});

/** What no field expects: wrong kinds, far too much, letters that are none, days beyond the calendar, ids of nobody. */
const STRANGE: unknown[] = [
  null,
  '',
  ' ',
  0,
  -1,
  1e-7,
  0.1,
  1e300,
  Number.MAX_SAFE_INTEGER,
  true,
  [],
  [[]],
  [[['x']]],
  [null],
  {},
  { a: { b: 'c' } },
  { toString: 'x' },
  { length: 3 },
  'x'.repeat(20_000),
  '9'.repeat(400),
  'a\u0000b',
  '\uD83E',
  'two\nlines',
  '\u202Egnp.exe',
  '2026-02-30',
  '0000-00-00',
  '+275760-09-13',
  '9999-12-31',
  '-000001-01-01',
  'null',
  '../../etc/passwd',
  "'; drop table jobs --",
  '{"$ne":1}',
  '%',
  '%00',
  '0190a0a0-0000-7000-8000-000000000000',
  '0190A0A0-0000-7000-8000-00000000000G',
  '=cmd()',
  '<script>',
];
const NESTED = (depth: number): unknown => Array.from({ length: depth }).reduce<unknown>((inner) => [inner], 'x');
/** More tries at each route with another seed: SEED=7 HOSTILE=40 npx vitest run hostile */
const EACH = Number(process.env.HOSTILE ?? 10);

/** Ends the caller's own session or lets nobody in any more: tried by tests of their own. */
const LEFT_OUT = /^\/api\/(live|sign-out|sign-in|portal\/leave|you\/|join|team\/:id\/(standing|sight)|roles|firm\/doors|clients\/:id\/own-record|portal\/door)/;
const routes = () => routesCarriedOut().filter(({ route }) => !LEFT_OUT.test(route.path));

const agentFor = ({ route }: CarriedOut) => (route.who === 'portal' ? grounds.readers['a client']! : grounds.readers.administrator!);
const idFor = (kind: string) => idOf(grounds, kind);
const addressOf = (path: string) =>
  path
    .replace(/([\w-]+)\/:[A-Za-z]+/g, (_, before: string) => `${before}/${idFor(before)}`)
    .replace('.:kind', '.csv')
    .replace(/:[A-Za-z]+/g, 'x');
const pick = (field: string) => idFor(field.replace(/Ids?$/, 's'));

/** One place in a piece of data, anywhere in it, replaced by something else. */
function replaced(data: unknown, at: number, by: unknown): unknown {
  let count = -1;
  const walk = (value: unknown): unknown => {
    count += 1;
    if (count === at) return by;
    if (Array.isArray(value)) return value.map(walk);
    if (typeof value === 'object' && value !== null) return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, walk(part)]));
    return value;
  };
  return walk(data);
}
const places = (data: unknown): number =>
  typeof data === 'object' && data !== null ? 1 + Object.values(data).reduce((sum: number, part) => sum + places(part), 0) : 1;

async function expectRefusedOrTaken(asked: request.Test, said: string): Promise<number> {
  tried += 1;
  const { status, headers, text } = await asked;
  seen[status] = (seen[status] ?? 0) + 1;
  if (status >= 500) failed.push(`${said}: ${status} ${(text ?? '').slice(0, 300)}`);
  else if (status >= 400 && !headers['content-type']?.includes('problem+json')) failed.push(`${said}: ${status} ${headers['content-type']}`);
  return status;
}

describe('strange inputs at every declared route', () => {
  it('are refused in words or taken, and what is refused leaves nothing behind', async () => {
    const random = fc.sample(fc.nat(), { numRuns: routes().length * EACH * 2, seed: Number(process.env.SEED ?? 20261127) });
    let next = 0;
    const any = (below: number) => random[next++ % random.length]! % below;
    for (const one of routes()) {
      const { route, input, query } = one;
      const said = `${route.method} ${route.path}`;
      // What an earlier route had set going is over before rows are counted, and after.
      if (input) await grounds.test.drain();
      const before = input ? await rowCounts(grounds.test) : null;
      let taken = false;
      const at = addressOf(route.path);
      const call = (path: string) => agentFor(one)[route.method.toLowerCase() as 'get'](path).set('Idempotency-Key', `hostile ${tried}`);
      if (input && route.input !== FILE) {
        const sample = sampleOf(input, pick);
        for (let count = 0; count < EACH; count += 1) {
          const by = STRANGE[any(STRANGE.length)];
          const place = any(places(sample));
          const body = replaced(sample, place, by) as object;
          const status = await expectRefusedOrTaken(
            call(at)
              .set('Content-Type', 'application/json')
              .send(JSON.stringify(body ?? null)),
            `${said} with ${JSON.stringify(by)?.slice(0, 60)} at place ${place} of ${JSON.stringify(sample).slice(0, 300)}`,
          );
          taken ||= status < 400;
        }
      }
      if (query) {
        const sample = sampleOf(query, pick);
        for (const name of Object.keys(sample)) {
          const strange = STRANGE[any(STRANGE.length)];
          const by = (typeof strange === 'string' ? strange : JSON.stringify(strange)).slice(0, 300).toWellFormed();
          await expectRefusedOrTaken(call(`${at}?${name}=${encodeURIComponent(by)}`), `${said}?${name}=${by.slice(0, 60)}`);
          await expectRefusedOrTaken(call(`${at}?${name}=a&${name}=b`), `${said}?${name} twice`);
          await expectRefusedOrTaken(call(`${at}?${name}[x]=a`), `${said}?${name}[x]`);
        }
      }
      if (before && !taken) {
        await grounds.test.drain();
        const after = await rowCounts(grounds.test);
        failed.push(
          ...Object.keys(after)
            .filter((table) => after[table] !== before[table])
            .map((table) => `${said}: left something in ${table}`),
        );
      }
    }
  });

  it('in the address are no record', async () => {
    for (const one of routes().filter(({ route }) => paramsIn(route.path).length > 0 && route.method === 'GET')) {
      for (const strange of ['x', '%00', '%F0%9F%A6%AA', '%E0', '..%2F..', '0190a0a0-0000-7000-8000-00000000000g', 'a'.repeat(900)])
        await expectRefusedOrTaken(agentFor(one).get(one.route.path.replace(/:[A-Za-z]+/g, strange)), `${one.route.path} with ${strange.slice(0, 40)}`);
    }
  });
});

describe('requests that are none', () => {
  const server = () => request(grounds.test.app.getHttpServer());

  it.each([
    ['an origin that is no address', { Origin: 'not an address' }],
    ['a cookie that cannot be decoded', { Cookie: 'steady=%; steady-portal=%E0%A4%A' }],
    ['a cookie of another kind', { Cookie: '=; ;;; steady' }],
    ['a host that is none', { Host: '%%%' }],
  ])('%s', async (_, headers) => {
    const set = (asked: request.Test) => Object.entries(headers).reduce((test, [name, value]) => test.set(name, value), asked);
    await expectRefusedOrTaken(set(server().get('/api/session')), 'GET');
    await expectRefusedOrTaken(set(server().post('/api/sign-in').send({ email: 'a@b.example', password: 'x' })), 'POST');
  });

  it.each([
    ['JSON that ends too early', '{"name":'],
    ['JSON of one word', '"word"'],
    ['nothing but null', 'null'],
    ['a list in place of a record', '[]'],
    ['lists in lists, very deep', JSON.stringify(NESTED(2_000))],
    ['a record with a very deep list in a field', JSON.stringify({ name: NESTED(2_000) })],
    ['a key that reaches for the prototype', '{"__proto__":{"admin":true},"constructor":{"prototype":{}}}'],
  ])('%s', async (_, text) => {
    const status = await expectRefusedOrTaken(
      grounds.readers.manager!.post('/api/clients').set('Content-Type', 'application/json').send(text),
      text.slice(0, 40),
    );
    expect(status).toBeGreaterThanOrEqual(400);
  });

  it('files with hostile names are kept under their last part, or refused', async () => {
    for (const name of ['../../../etc/passwd', 'a\u0000b.pdf', `${'x'.repeat(400)}.pdf`, 'oyster \uD83E.pdf', 'CON', '.', 'two\nlines.pdf'])
      await expectRefusedOrTaken(
        grounds.readers.manager!.post(`/api/jobs/${grounds.seen.jobs!}/documents`).attach('file', Buffer.from('%PDF-1.4\n'), { filename: name }),
        JSON.stringify(name),
      );
  });
});
