import { sql } from 'drizzle-orm';
import request from 'supertest';
import { FileStore } from '../src/platform/files';
import { byItself, newSecret } from '../src/platform/identity';
import { newId, rows } from '../src/platform/database';
import { VisitsService } from '../src/areas/arrivals';
import { OwnDetailsService } from '../src/areas/own-details';
import { StaffSessions } from '../src/areas/team';
import { aPdf } from './a-pdf';
import { type Agent, DUNMARRA, type TestApp, browser, clientWithVat, draftBill, eur, jobOf, key, startTestApp } from './support';

/** Amounts that stand nowhere by chance, in minor units. */
export const FEES = { line: 123_457, bill: 234_571, gross: 288_522, expense: 34_511, rate: 45_719, cost: 23_917 };

/** One id of each kind that belongs to a client. */
export type Ids = Record<string, string>;

export interface Grounds {
  test: TestApp;
  /** Of the client that readers with grants see. */
  seen: Ids;
  /** Of the client that only those see who see all. */
  hidden: Ids;
  /** Of no client: the firm's own set-up. */
  common: Ids;
  /** Everybody who may come along, by what they are. */
  readers: Record<string, Agent>;
}

/** What stands nowhere but at the hidden client. */
export const HIDDEN_WORDS = /Zostera|Hidden reef/i;

const TABLES = [
  'obligations',
  'tasks',
  'asks',
  'request_items',
  'documents',
  'service_lines',
  'messages',
  'invoices',
  'client_notes',
  'ask_parties',
  'job_actions',
  'settlements',
  'conversations',
  'conversation_words',
  'arrivals',
  'arrival_files',
  'proposed_details',
];

async function idsOf({ database }: TestApp, clientId: string, jobId: string): Promise<Ids> {
  const where: Record<string, string> = {
    obligations: 'client_id',
    documents: 'client_id',
    service_lines: 'client_id',
    messages: 'client_id',
    invoices: 'client_id',
    client_notes: 'client_id',
    asks: 'client_id',
    conversations: 'client_id',
    arrivals: 'client_id',
    proposed_details: 'client_id',
  };
  const ids: Ids = { clients: clientId, jobs: jobId };
  await database.asOwner(async (tx) => {
    for (const table of TABLES) {
      const by =
        table === 'request_items'
          ? sql`ask_id in (select id from asks where client_id = ${clientId})`
          : table === 'ask_parties'
            ? sql`ask_id in (select id from asks where job_id = ${jobId} and kind = 'signature')`
            : table === 'conversation_words'
              ? sql`conversation_id in (select id from conversations where client_id = ${clientId})`
              : table === 'arrival_files'
                ? sql`arrival_id in (select id from arrivals where client_id = ${clientId})`
                : where[table]
                  ? sql`${sql.identifier(where[table])} = ${clientId}`
                  : sql`job_id = ${jobId}`;
      const [found] = await rows<{ id: string }>(tx, sql`select id from ${sql.identifier(table)} where ${by} order by id limit 1`);
      if (found) ids[table] = found.id;
    }
    const [contact] = await rows<{ id: string }>(tx, sql`select contact_id as id from client_contacts where client_id = ${clientId} order by position limit 1`);
    ids.contacts = contact!.id;
  });
  return ids;
}

export const NO_SUCH = '0190a0a0-0000-7000-8000-000000000000';
/** What stands before an id in an address, where it is not the name of the table. */
const KINDS: Record<string, string> = {
  lines: 'service_lines',
  notes: 'client_notes',
  signatures: 'ask_parties',
  signers: 'ask_parties',
  'own-signatures': 'ask_parties',
  'request-items': 'request_items',
};

/** The id of something of a kind that is there for everybody who sees what is granted; one that is nowhere, where there is none. */
export function idOf({ seen, common }: Grounds, kind: string): string {
  const of = KINDS[kind] ?? kind;
  return seen[of] ?? common[of] ?? NO_SUCH;
}

/** How many rows each table has, but for those named and those that say nothing about what was asked. */
export function rowCounts({ database }: TestApp, ...but: string[]): Promise<Record<string, number>> {
  const left = ['migrations', 'door_tries', 'sessions', 'post_room', 'outbox', ...but];
  return database.asOwner(async (tx) => {
    const tables = await rows<{ name: string }>(tx, sql`select tablename as name from pg_tables where schemaname = 'public' order by 1`);
    const counts = await rows<{ name: string; count: number }>(
      tx,
      sql.join(
        tables
          .filter(({ name }) => !left.includes(name))
          .map(({ name }) => sql`select ${name}::text as name, count(*)::int as count from ${sql.identifier(name)}`),
        sql` union all `,
      ),
    );
    return Object.fromEntries(counts.map(({ name, count }) => [name, count]));
  });
}

/** A client with something of every kind: job, request, signature, bill, time, expense, note, message with its fee. */
async function grow(test: TestApp, name: string, person: string, email: string): Promise<{ clientId: string; jobId: string }> {
  const { manager, preparer } = test.firm.as;
  const clientId = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name, contact: { name: person, email, role: 'director' } });
  const { id: line } = ((await manager!.get(`/api/clients/${clientId}/lines`)).body as { id: string; version: number }[])[0]!;
  await test.database.asOwner((tx) => tx.execute(sql`update service_lines set fee = ${FEES.line} where id = ${line}`));
  await test.tick();
  const jobId = await jobOf(test, clientId);
  await preparer!
    .post(`/api/jobs/${jobId}/requests`)
    .send({ title: `Papers of ${name}`, dueOn: '2026-03-20', items: [{ name: 'Bank' }] })
    .expect(201);
  const bill = await draftBill(manager!, jobId, eur(FEES.bill), `On account, ${name}`);
  await manager!.post(`/api/invoices/${bill}/approve`).send({ version: 1 }).expect(204);
  await preparer!.post('/api/time-entries').send({ jobId, on: '2026-03-11', minutes: 30, note: name }).expect(201);
  await preparer!
    .post('/api/expenses')
    .send({ jobId, on: '2026-03-11', amount: eur(FEES.expense), what: 'Stamps' })
    .expect(201);
  await preparer!
    .post(`/api/clients/${clientId}/notes`)
    .send({ kind: 'note', text: `A word about ${name}` })
    .expect(201);
  await manager!.post('/api/messages').send({ clientId, jobId, subject: 'Your fee', body: 'Our fee is {fee}.' }).expect(201);
  const { id: paper } = (await manager!.post(`/api/jobs/${jobId}/documents`).attach('file', aPdf(), 'Return.pdf').expect(201)).body as { id: string };
  const contact = await idsOf(test, clientId, jobId);
  await manager!
    .post(`/api/jobs/${jobId}/signatures`)
    .send({ documentId: paper, title: 'Return', dueOn: '2026-03-20', signerIds: [contact.contacts] })
    .expect(201);
  await manager!
    .post('/api/conversations')
    .set(key())
    .send({ clientId, contactIds: [contact.contacts], memberIds: [test.firm.members.manager], subject: `A word about ${name}`, text: `About ${name}` })
    .expect(201);
  await fromOutside(test, { clientId, contactId: contact.contacts!, name });
  return { clientId, jobId };
}

/** What came from outside and belongs to a client: filed from the drop-off page, and details that its person asks to change. */
async function fromOutside({ app, works, firm }: TestApp, { clientId, contactId, name }: { clientId: string; contactId: string; name: string }): Promise<void> {
  const id = newId();
  const visits = app.get(VisitsService);
  await works.run(byItself(firm.id), async (work) => {
    await visits.write(work, { id, deviceHash: id, proof: id, name: `Visitor of ${name}`, email: `visitor@${id}.example`, message: `About ${name}` });
    await visits.arrive(work, id);
    await visits.take(work, id, { ...(await app.get(FileStore).keepBytes(work.firm, Buffer.from(`%PDF-1.4 ${name}`))), name: `${name}.pdf` });
  });
  await firm.as.administrator!.post(`/api/arrivals/${id}/file`).send({ version: 1, clientId }).expect(200);
  await works.run({ firmId: firm.id, actor: { kind: 'client', id: contactId, name: `Person of ${name}` } }, (work) =>
    app.get(OwnDetailsService).proposeForClient(work, { clientId, name: `${name} and more` }),
  );
}

/** A firm in which one client is seen by all and another by few, and everybody who might come to its doors. */
export async function twoClients(): Promise<Grounds> {
  const test = await startTestApp();
  const { app, firm, other, database } = test;
  await database.asOwner((tx) => tx.execute(sql`update rates set per_hour = ${FEES.rate}, cost_per_hour = ${FEES.cost} where firm_id = ${firm.id}`));
  const own = await grow(test, 'Dunmarra Oysters Ltd', 'Bríd Foley', 'brid@dunmarra.example');
  const far = await grow(test, 'Zostera Reef Ltd', 'Maeve Quay', 'maeve@quay.example');
  await test.drain();
  const seen = await idsOf(test, own.clientId, own.jobId);
  const hidden = await idsOf(test, far.clientId, far.jobId);
  const { manager, administrator } = firm.as;
  // A person of both: whoever is granted one of the clients sees the person, and nothing of the other client.
  await manager!
    .put(`/api/clients/${own.clientId}/contacts/${hidden.contacts!}`)
    .send({ role: 'adviser', getsRequests: false, signs: false, pays: false })
    .expect(204);
  const shared = hidden.contacts!;
  hidden.contacts = (
    (await manager!.post(`/api/clients/${far.clientId}/contacts`).send({ name: 'Hidden reef keeper', email: 'reef@zostera.example' }).expect(201)).body as {
      id: string;
    }
  ).id;
  await administrator!
    .post('/api/grants')
    .send({ memberIds: [firm.members.contractor], clientIds: [own.clientId] })
    .expect(200);
  await administrator!.put(`/api/team/${firm.members.preparer}/sight`).send({ allClients: false }).expect(204);
  await administrator!
    .post('/api/grants')
    .send({ memberIds: [firm.members.preparer], clientIds: [own.clientId] })
    .expect(200);
  // Whoever had work on a client keeps seeing it, until it is taken back.
  await administrator!
    .post('/api/grants/take-back')
    .send({ memberIds: [firm.members.preparer], clientIds: [far.clientId] })
    .expect(200);
  const { secret, hash } = newSecret();
  await database.asOwner((tx) =>
    tx.execute(
      sql`insert into portal_sessions (token_hash, firm_id, contact_id, expires_at) values (${hash}, ${firm.id}, ${seen.contacts!}, now() + interval '900 days')`,
    ),
  );
  const one = async (table: string) =>
    (await database.asOwner((tx) => rows<{ id: string }>(tx, sql`select id from ${sql.identifier(table)} where firm_id = ${firm.id} order by id limit 1`)))[0]
      ?.id;
  const made = async (answer: request.Test) => ((await answer.expect(201)).body as { id: string }).id;
  const common: Ids = {
    shared,
    members: firm.members.partner!,
    groups: await made(administrator!.post('/api/groups').send({ name: 'Desk', memberIds: [] })),
    details: await made(administrator!.post('/api/details').send({ name: 'Harbour', kind: 'text' })),
    lists: await made(manager!.post('/api/saved-lists').send({ of: 'clients', name: 'All', shared: true, filters: [], columns: [] })),
    related: await made(manager!.post(`/api/clients/${own.clientId}/related`).send({ otherId: far.clientId, name: 'Foreshore', kind: 'other' })),
    services: firm.services.vat!,
    procedures: (await one('procedures'))!,
    templates: await made(manager!.post('/api/message-templates').send({ name: 'Fee', subject: 'Fee', body: 'It is {fee}.' })),
    rules: 'ie-vat-return',
    folders: await made(administrator!.post('/api/folders').send({ name: 'Grants', right: 'client reads', forms: [], byYear: true, takes: [], services: [] })),
  };
  const readers: Grounds['readers'] = {
    nobody: request.agent(app.getHttpServer()),
    ...firm.as,
    'a client': browser(app, `steady-portal=${secret}`),
    'another firm': other.as.administrator!,
  };
  // Fresh sessions: sight and grants were changed after the first ones began.
  for (const role of ['preparer', 'contractor']) readers[role] = browser(app, `steady=${await app.get(StaffSessions).begin(firm.id, firm.members[role]!)}`);
  return { test, seen, hidden, common, readers };
}
