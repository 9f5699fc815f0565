import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { INestApplication } from '@nestjs/common';
import { unzipSync } from 'fflate';
import pg from 'pg';
import request from 'supertest';
import type { Role } from '@steady/core/access';
import { Temporal, civil } from '@steady/core/calendar';
import { SUPPLIED } from '@steady/core/supplied';
import type { AskView, PortalAsk } from '@steady/contract/asks';
import type { AddClient } from '@steady/contract/clients';
import type { PostRoomMessage } from '@steady/contract/post';
import type { DoorLetter } from '@steady/contract/sign-in';
import { type Money, money } from '@steady/core/money';
import { createApp } from '../src/app';
import { ServicesService } from '../src/areas/services';
import { AfterAnswers, TeamService } from '../src/areas/team';
import { Ticks } from '../src/platform/background/ticks';
import { SetClock } from '../src/platform/clock';
import { Database } from '../src/platform/database';
import { Effects } from '../src/platform/events';
import { SESSION_COOKIE, byItself } from '../src/platform/identity';
import { StaffSessions } from '../src/areas/team';
import { type Settings, settingsWith } from '../src/platform/settings';
import { Works } from '../src/platform/work';
import { UNPACED, eur } from './given';
import { templateFile } from './template';

export { UNPACED, eur };

export const ZONE = 'Europe/Dublin';
export const PASSWORD = 'a-long-enough-password';

/** Nine in the morning of a day, where the firm is. */
export const morning = (day: string): Temporal.Instant =>
  civil(day)
    .toZonedDateTime({ timeZone: ZONE, plainTime: { hour: 9 } })
    .toInstant();

const ROLES: Role[] = ['manager', 'partner', 'preparer', 'contractor', 'administrator'];
const RATES: Record<string, number> = { manager: 12_000, partner: 14_000, preparer: 6_000, contractor: 5_000, administrator: 4_000 };

export interface Firm {
  id: string;
  members: Record<string, string>;
  services: Record<string, string>;
  /** A browser of the person with this role, signed in. */
  as: Record<string, Agent>;
}

export interface TestApp {
  app: INestApplication;
  clock: SetClock;
  works: Works;
  database: Database;
  settings: Settings;
  /** Marram & Tern, and another firm that must see nothing of it. */
  firm: Firm;
  other: Firm;
  tick(): Promise<void>;
  /** Carries out what waits in the outbox. */
  drain(): Promise<void>;
  /** Messages as the post room took them, the newest first. */
  letters(): Promise<PostRoomMessage[]>;
  /** Those that let people of the firm in, as they stand beside the sign-in page. */
  doorLetters(): Promise<DoorLetter[]>;
  close(): Promise<void>;
}

/** So that a clock put on by weeks signs nobody out. */
const LONG_SESSIONS = { idleMinutes: 525_600, sessionHours: 8_760, adminIdleMinutes: 525_600, adminSessionHours: 8_760 };

let keys = 0;
/** A fresh Idempotency-Key. */
export const key = () => ({ 'Idempotency-Key': `test-${process.pid}-${(keys += 1)}` });

export type Agent = ReturnType<typeof request.agent>;

/** Somebody's browser: a cookie, and a fresh key for each thing that is sent. */
export function browser(app: INestApplication, cookie: string): Agent {
  const agent = request.agent(app.getHttpServer()).set('Cookie', cookie);
  const post = agent.post.bind(agent);
  agent.post = (url) => post(url).set(key());
  return agent;
}

async function ownDatabase(server: string): Promise<string> {
  const name = `t_${process.pid}_${Date.now().toString(36)}`;
  const client = new pg.Client({ connectionString: `${server}/postgres` });
  await client.connect();
  await client.query(`create database ${name}`);
  await client.end();
  return `${server}/${name}`;
}

/** A firm with one person of each role, who are signed in, and the supplied services. */
export async function foundFirm(app: INestApplication, given: { name: string; domain: string; demo: boolean; currency?: string }): Promise<Firm> {
  const { name, domain, demo, currency = 'EUR' } = given;
  const { firmId, memberIds } = await app.get(TeamService).found(
    {
      name,
      shortName: name,
      address: 'Quay Lane',
      currency,
      zone: ZONE,
      country: 'IE',
      vatRate: 2_300,
      paymentDays: 21,
      demo,
      pacing: UNPACED,
      followUps: { isOn: false, everyDays: 5, most: 3 },
      ...LONG_SESSIONS,
    },
    ROLES.map((role) => ({
      name: `${role} of ${name}`,
      shortName: role,
      email: `${role}@${domain}`,
      role,
      does: role,
      allClients: role !== 'contractor',
      weekdays: [450, 450, 450, 450, 450, 0, 0],
      rates: [{ fromDay: '2020-01-01', perHour: money(RATES[role]!, currency) }],
      password: role === 'manager' ? PASSWORD : null,
    })),
  );
  const ids: Record<string, string> = {};
  await app.get(Works).run(byItself(firmId), async (work) => {
    for (const { key: service } of SUPPLIED) ids[service] = await app.get(ServicesService).takeSupplied(work, service);
  });
  const members = Object.fromEntries(ROLES.map((role, index) => [role, memberIds[index]!]));
  const as: Firm['as'] = {};
  for (const role of ROLES) as[role] = browser(app, `${SESSION_COOKIE}=${await app.get(StaffSessions).begin(firmId, members[role]!)}`);
  return { id: firmId, members, services: ids, as };
}

/** The whole application on a real database, with two firms and a clock that stands on Wed 11 Mar 2026. */
export async function startTestApp(given: Partial<Settings> = {}): Promise<TestApp> {
  const dataFolder = mkdtempSync(join(tmpdir(), 'steady-test-'));
  const server = process.env.TEST_DATABASE_URL;
  const where = server ? { databaseUrl: await ownDatabase(server) } : { template: templateFile() };
  const settings = settingsWith({ dataFolder, tickByItself: false, syncWrites: false, diskFloor: 1, demo: true, proxies: 'loopback', ...where, ...given });
  const clock = new SetClock(morning('2026-03-11'));
  const app = await createApp(settings, clock);
  const firm = await foundFirm(app, { name: 'Marram & Tern', domain: 'marram-tern.example', demo: true });
  const other = await foundFirm(app, { name: 'Skua & Co', domain: 'skua.example', demo: false });
  return {
    app,
    clock,
    works: app.get(Works),
    database: app.get(Database),
    settings,
    firm,
    other,
    tick: () => app.get(Ticks).tick(),
    drain: async () => {
      await app.get(AfterAnswers).settled();
      await app.get(Effects).drain(firm.id);
    },
    letters: async () => (await firm.as.manager!.get('/api/post-room').expect(200)).body as PostRoomMessage[],
    doorLetters: async () => (await request(app.getHttpServer()).get('/api/sign-in/letters').expect(200)).body as DoorLetter[],
    close: async () => {
      await app.close();
      rmSync(dataFolder, { recursive: true, force: true });
    },
  };
}

export const DUNMARRA: AddClient = {
  name: 'Dunmarra Oysters Ltd',
  legalForm: 'company',
  yearEnd: '12-31',
  vatRegistered: true,
  vatGroup: 'Jan-Feb',
  employer: false,
  way: 'online',
  // Several clients of a test have one like her.
  contact: { name: 'Bríd Foley', email: 'brid@dunmarra.example', role: 'director', another: true },
};

/** Adds a client with a VAT return line of 180.00 from a day on. @returns the id of the client. */
export async function clientWithVat({ firm }: TestApp, startsOn = '2026-01-01', client: AddClient = DUNMARRA): Promise<string> {
  const people = { managerId: firm.members.manager, preparerId: firm.members.preparer, partnerId: firm.members.partner };
  const { body } = await firm.as
    .manager!.post('/api/clients')
    .send({ ...client, ...people })
    .expect(201);
  const { id } = body as { id: string };
  await firm.as
    .manager!.post(`/api/clients/${id}/lines`)
    .send({ serviceId: firm.services.vat, rhythm: 'two-monthly', fee: eur(18_000), startsOn })
    .expect(201);
  return id;
}

const idOf = async (asked: request.Test): Promise<string> => ((await asked.expect(201)).body as { id: string }).id;

/** Drafts a bill on account. @returns its id */
export const draftBill = (who: Agent, jobId: string, amount: Money, wording = 'On account'): Promise<string> =>
  idOf(who.post(`/api/jobs/${jobId}/bills`).set(key()).send({ amount, wording }));

/** Settles the WIP of a job that stands at this balance. @returns the id of the settlement */
export const settle = (who: Agent, jobId: string, balance: Money): Promise<string> =>
  idOf(who.post(`/api/jobs/${jobId}/settlements`).set(key()).send({ balance }));

/** The id of the only open job of a client. */
export async function jobOf({ firm }: TestApp, clientId: string): Promise<string> {
  const { body } = await firm.as.manager!.get(`/api/jobs?status=open&client=${clientId}`).expect(200);
  const { rows } = body as { rows: { id: string }[] };
  if (rows.length !== 1) throw new Error(`Expected one job, found ${rows.length}`);
  return rows[0]!.id;
}

/** The bytes of a file that is answered as an attachment. */
export async function bytesOf(asked: request.Test): Promise<Uint8Array> {
  const answer = await asked
    .buffer(true)
    .parse((response, done) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk)).on('end', () => done(null, Buffer.concat(chunks)));
    })
    .expect(200)
    .expect('content-disposition', /^attachment/);
  return new Uint8Array(answer.body as Buffer);
}

/** The files of a ZIP that is answered as an attachment. */
export const unzipped = async (asked: request.Test): Promise<Record<string, Uint8Array>> => unzipSync(await bytesOf(asked));

/** What was asked in a job, the newest first; of one kind, where that is named. */
export async function asksOf<Part>(agent: Agent, jobId: string, kind?: string): Promise<AskView<Part>[]> {
  const all = (await agent.get(`/api/jobs/${jobId}/asks`).expect(200)).body as AskView<Part>[];
  return all.filter((ask) => kind === undefined || ask.kind === kind);
}

/** What one person of a client is asked, in their browser. */
export async function portalAsks<Part>(inside: Agent, kind?: string): Promise<PortalAsk<Part>[]> {
  const all = (await inside.get('/api/portal/asks').expect(200)).body as PortalAsk<Part>[];
  return all.filter((ask) => kind === undefined || ask.kind === kind);
}

/** A browser in which the client's person has come in by the newest letter to them with a link. */
export async function insidePortal(test: TestApp, name: string): Promise<Agent> {
  await test.drain();
  const inside = request.agent(test.app.getHttpServer());
  const letter = (await test.letters()).find((one) => one.to === name && one.link !== null)!;
  const door = `/api/portal/door/${letter.link!.split('/').at(-1)}`;
  await inside.post(`${door}/code`).expect(204);
  await test.drain();
  const code = /\d{6}/.exec((await test.letters()).find(({ to, subject }) => to === name && /\d{6}/.test(subject))!.subject)![0];
  await inside.post(`${door}/enter`).send({ code }).expect(200);
  return inside;
}
