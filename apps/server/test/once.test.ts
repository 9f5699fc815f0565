import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { rows } from '../src/platform/database';
import { type CarriedOut, routesCarriedOut } from '../src/platform/http/routes';
import { sampleOf } from './samples';
import { DUNMARRA, type TestApp, eur } from './support';
import { type Grounds, idOf, rowCounts, twoClients } from './two-clients';

let grounds: Grounds;
let test: TestApp;
let keys = 0;
beforeAll(async () => {
  grounds = await twoClients();
  ({ test } = grounds);
});
afterAll(() => grounds.test.close());

const idFor = (kind: string) => idOf(grounds, kind);

/** Bodies that go well, where a sample of the class does not. */
const BODIES: Record<string, () => object> = {
  'POST /api/clients': () => ({ ...DUNMARRA, name: `Once ${(keys += 1)} Ltd` }),
  'POST /api/jobs': () => ({
    clientId: grounds.seen.clients,
    procedureId: grounds.common.procedures,
    name: 'Once',
    startOn: '2026-03-12',
    dueOn: '2026-04-30',
  }),
  'POST /api/jobs/:id/tasks': () => ({ name: 'Call them', dueOn: '2026-03-18', estimate: 10, phaseKey: 'ask' }),
  'POST /api/jobs/:id/requests': () => ({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Bank' }] }),
  'POST /api/jobs/:id/bills': () => ({ amount: eur(100), wording: 'On account' }),
  'POST /api/time-entries': () => ({ jobId: grounds.seen.jobs, on: '2026-03-11', minutes: 5 }),
  'POST /api/expenses': () => ({ jobId: grounds.seen.jobs, on: '2026-03-11', amount: eur(100), what: 'Stamps' }),
  'POST /api/messages': () => ({ clientId: grounds.seen.clients, subject: 'A word', body: 'Good morning.' }),
  'POST /api/clients/:id/notes': () => ({ kind: 'note', text: 'Once' }),
  'POST /api/team/invitations': () => ({ name: 'Once Only', email: `once${(keys += 1)}@harbour.example`, role: 'preparer' }),
  'POST /api/clients/bulk': () => ({ clientIds: [grounds.seen.clients], change: { addLabels: ['once'] } }),
  'POST /api/saved-lists': () => ({ of: 'clients', name: `Once ${(keys += 1)}`, shared: false, filters: [], columns: [] }),
  'POST /api/details': () => ({ name: `Once ${(keys += 1)}`, kind: 'text' }),
  'POST /api/groups': () => ({ name: `Once ${(keys += 1)}`, memberIds: [] }),
  'POST /api/message-templates': () => ({ name: `Once ${(keys += 1)}`, subject: 'A word', body: 'Good morning.' }),
  'POST /api/feeds': () => ({ scope: 'person' }),
  'POST /api/clients/in-passing': () => ({ name: `Once ${(keys += 1)}` }),
};

/** What everything in the database comes to; the keys themselves are not what is asked about. */
async function everything(): Promise<Record<string, number>> {
  await test.drain();
  return rowCounts(test, 'idempotency_keys');
}

async function press({ route }: CarriedOut, body: object | undefined, key: string) {
  const agent = route.who === 'portal' ? grounds.readers['a client']! : grounds.readers.administrator!;
  const at = route.path.replace(/([\w-]+)\/:[A-Za-z]+/g, (_, kind: string) => `${kind}/${idFor(kind)}`);
  const { status, body: answer } = await agent[route.method.toLowerCase() as 'post'](at).set('Idempotency-Key', key).send(body);
  const { id: _id, ...told } = (answer ?? {}) as Record<string, unknown>;
  return { status, answer: status < 400 ? (answer as unknown) : told };
}

describe('what is declared to be done once', () => {
  const all = routesCarriedOut().filter(({ route }) => route.once);

  it('is done once when the answer is lost and it is sent again, on every such route', async () => {
    const done: string[] = [];
    for (const one of all) {
      const said = `${one.route.method} ${one.route.path}`;
      const body = BODIES[said]?.() ?? (one.input ? sampleOf(one.input, (field) => idFor(field.replace(/Ids?$/, 's'))) : undefined);
      const key = `once ${(keys += 1)}`;
      const first = await press(one, body, key);
      const after = await everything();
      const again = await press(one, body, key);
      expect({ said, ...again }).toEqual({ said, ...first });
      expect({ said, ...(await everything()) }).toEqual({ said, ...after });
      if (first.status < 300) done.push(said);
    }
    console.log(`Done once of ${all.length} routes declared once, and sent again: ${done.length}.`);
    for (const said of Object.keys(BODIES)) expect(done).toContain(said);
  });

  it('says so when something else is sent under a key that was used', async () => {
    const entry = all.find(({ route }) => route.path === '/api/time-entries')!;
    const body = BODIES['POST /api/time-entries']!();
    await press(entry, body, 'used once');
    const { status, answer } = await press(entry, { ...body, minutes: 7 }, 'used once');
    expect([status, (answer as { code: string }).code]).toEqual([409, 'done-already']);
  });

  it('is remembered for a month, and forgotten then', async () => {
    const kept = () => test.database.asOwner((tx) => rows<{ count: number }>(tx, sql`select count(*)::int as count from idempotency_keys`));
    const entry = all.find(({ route }) => route.path === '/api/time-entries')!;
    await press(entry, BODIES['POST /api/time-entries']!(), 'of this month');
    await test.tick();
    expect((await kept())[0]!.count).toBeGreaterThan(0);
    test.clock.advance({ hours: 24 * 31 });
    await test.tick();
    expect((await kept())[0]!.count).toBe(0);
    test.clock.set(test.clock.now().subtract({ hours: 24 * 31 }));
  });
});

describe('a file whose answer was lost', () => {
  const bank = Buffer.from('%PDF-1.7 the bank in March');

  it('and which is sent again is one document of its job, and another one beside it is another', async () => {
    const send = async (name: string, content = bank) =>
      ((await grounds.readers.manager!.post(`/api/jobs/${grounds.seen.jobs!}/documents`).attach('file', content, name).expect(201)).body as { id: string }).id;
    const first = await send('Bank.pdf');
    expect(await send('Bank.pdf')).toBe(first);
    const before = await rowCounts(test);
    await send('Bank.pdf');
    expect(await rowCounts(test)).toEqual(before);
    expect(new Set([first, await send('Bank again.pdf'), await send('Bank.pdf', Buffer.from('%PDF-1.7 the bank in April'))]).size).toBe(3);
  });

  it('answers an item in the portal once, and anew when the item was sent back', async () => {
    const item = grounds.seen.request_items!;
    // One of the routes above may have taken it in.
    await grounds.readers.manager!.post(`/api/request-items/${item}/reopen`);
    const send = () => grounds.readers['a client']!.post(`/api/portal/items/${item}/files`).attach('file', bank, 'March.pdf').expect(204);
    await send();
    const before = await rowCounts(test);
    await send();
    expect(await rowCounts(test)).toEqual(before);
    await grounds.readers
      .manager!.post(`/api/request-items/${item}/send-back`)
      .set('Idempotency-Key', 'back')
      .send({ reason: 'A page is missing' })
      .expect(204);
    await send();
    expect((await rowCounts(test)).request_answers).toBe(before.request_answers! + 1);
  });
});
