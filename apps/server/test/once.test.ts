import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { rows } from '../src/platform/database';
import { type CarriedOut, routesCarriedOut } from '../src/platform/http/routes';
import { sampleOf } from './samples';
import { DUNMARRA, type TestApp } from './support';
import { type Grounds, twoClients } from './two-clients';

let grounds: Grounds;
let test: TestApp;
let keys = 0;
beforeAll(async () => {
  grounds = await twoClients();
  ({ test } = grounds);
});
afterAll(() => grounds.test.close());

const NO_SUCH = '0190a0a0-0000-7000-8000-000000000000';
const KINDS: Record<string, string> = { lines: 'service_lines', notes: 'client_notes', signatures: 'signature_requests', 'request-items': 'request_items' };
const idFor = (kind: string) => grounds.seen[KINDS[kind] ?? kind] ?? grounds.common[KINDS[kind] ?? kind] ?? NO_SUCH;

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
  'POST /api/jobs/:id/bills': () => ({ amount: 100, wording: 'On account' }),
  'POST /api/time-entries': () => ({ jobId: grounds.seen.jobs, on: '2026-03-11', minutes: 5 }),
  'POST /api/expenses': () => ({ jobId: grounds.seen.jobs, on: '2026-03-11', amount: 100, what: 'Stamps' }),
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

/** What everything in the database comes to; keys, tries and sessions are not what is asked about. */
async function everything(): Promise<Record<string, number>> {
  await test.drain();
  return test.database.asOwner(async (tx) => {
    const tables = await rows<{ name: string }>(
      tx,
      sql`select tablename as name from pg_tables where schemaname = 'public' and tablename not in ('migrations', 'door_tries', 'sessions', 'idempotency_keys', 'post_room', 'outbox') order by 1`,
    );
    const counts = await rows<{ name: string; count: number }>(
      tx,
      sql.join(
        tables.map(({ name }) => sql`select ${name}::text as name, count(*)::int as count from ${sql.identifier(name)}`),
        sql` union all `,
      ),
    );
    return Object.fromEntries(counts.map(({ name, count }) => [name, count]));
  });
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
});
