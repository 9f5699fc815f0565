import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { civil } from '@steady/core/calendar';
import { createApp } from '@steady/server/app';
import { SetClock } from '@steady/server/platform/clock/index';
import { Database, rows } from '@steady/server/platform/database/index';
import { settingsWith } from '@steady/server/platform/settings';
import type { Work } from '@steady/server/platform/work/index';
import { Chance } from '../chance';
import { CLIENTS } from '../clients';
import { foundFirm } from '../found';
import { liveThrough, morning } from '../history';
import { servicesOf } from '../services';

/** Nothing depends on chance: what is likely happens, as soon as it can. */
class Likely extends Chance {
  override is(share: number): boolean {
    return share > 0.5;
  }
  override between(low: number): number {
    return low;
  }
  override pick<T>(from: readonly T[]): T {
    return from[0]!;
  }
}

const ZONE = 'Europe/Dublin';
const FIRST = civil('2025-01-13');
const TODAY = civil('2025-05-20');

/** What the state of the firm is told by: everything that people see of a job, without ids, links and receipts. */
const SEEN = {
  jobs: sql`select number, name, status, start_on, target_on, due_on, phase_since, reached, everything_in_on, waiting_since, finished_at, fee, version from jobs`,
  deadlines: sql`select name, status, leads, begun, due_on, target_on, begins_on, filed_at, filed_by, receipt is not null as receipt, version from obligations`,
  tasks: sql`select j.number, t.position, t.key, t.name, t.start_on, t.due_on, t.done_at, t.done_by, t.recorded, t.checks, t.passed_over, t.version from tasks t join jobs j on j.id = t.job_id`,
  asks: sql`select j.number, a.title, a.state, a.state_since, a.wanted_by, a.asked_at, a.asked_by, a.ended_at, p.name, p.state as party, p.turn_since, p.done_at from asks a join jobs j on j.id = a.job_id join ask_parties p on p.ask_id = a.id`,
  items: sql`select j.number, i.position, i.name, i.state, i.state_since, w.kind, w.at, w.by, d.name as file, d.bytes from request_items i join asks a on a.id = i.ask_id join jobs j on j.id = a.job_id left join request_answers w on w.item_id = i.id left join documents d on d.id = w.document_id`,
  documents: sql`select j.number, d.name, d.what, d.kind, d.bytes, d.at, d.by, d.from_outside, d.about_fees from documents d join jobs j on j.id = d.job_id where d.kind <> 'application/pdf'`,
  bills: sql`select j.number as job, i.number, i.status, i.wording, i.net, i.gross, i.issued_on, i.supplied_on, i.due_on, d.name from invoices i join jobs j on j.id = i.job_id left join documents d on d.id = i.document_id`,
  payments: sql`select i.number, p.amount, p.at, p.reference from payments p join invoices i on i.id = p.invoice_id`,
  time: sql`select j.number, t.key, e.on_day, e.minutes, e.rate, e.value, e.recorded_at from time_entries e join jobs j on j.id = e.job_id join tasks t on t.id = e.task_id`,
  ledger: sql`select j.number, p.kind, p.amount, p.what, p.at, p.on_day, p.by from wip_postings p join jobs j on j.id = p.job_id`,
  letters: sql`select j.number, m.at, m.to_name, m.subject, m.body, m.status, m.by, r.at as sent from messages m join jobs j on j.id = m.job_id left join post_room r on r.key = m.id::text`,
  links: sql`select leads_to, expires_at from portal_links`,
  filings: sql`select authority, what, at from filings`,
  effects: sql`select kind, done_at, attempts from outbox`,
  history: sql`select j.number, e.at, e.actor_name, e.kind, e.what from events e join jobs j on j.id = e.job_id`,
};

/** Without what is another each time: the minute of an act, which depends on what else the day held, ids, receipts and links. */
const withoutChance = (line: string) =>
  line
    .replace(/(\d{2}):\d{2}:\d{2}(?:\.\d+)?\+00/g, '$1 h')
    .replace(/[0-9a-f-]{36}/g, 'id')
    .replace(/(?<=door\/)[\w-]+/g, 'link')
    .replace(/(?<=receipt )[\d-]+/g, 'number');

type Seen = Record<keyof typeof SEEN, string[]>;

/** Rows as lines of text, in an order that does not depend on how they came to be. */
async function seen(work: Work): Promise<Seen> {
  const all: [string, string[]][] = [];
  for (const [what, of] of Object.entries(SEEN)) all.push([what, (await rows<object>(work.tx, of)).map((row) => withoutChance(JSON.stringify(row))).sort()]);
  return Object.fromEntries(all) as Seen;
}

/** Lives through four months of three clients: one with monthly wages, one on paper, one with VAT every two months. */
async function past(newerFrom: string): Promise<{ seen: Seen; order: string[]; inOrder: boolean }> {
  const dataFolder = mkdtempSync(join(tmpdir(), 'steady-past-'));
  const clock = new SetClock(morning(ZONE, FIRST, 8));
  const server = await createApp(
    settingsWith({ dataFolder, demo: true, diskFloor: 1, syncWrites: false, databaseOnThisThread: true, tickByItself: false }),
    clock,
  );
  try {
    const clients = ['Harbour GP Practice', 'Marsh Fritillary Club', 'Turf Lane Bakery'].map((name) => CLIENTS.find((client) => client.name === name)!);
    const app = servicesOf(server);
    const history = { clients, firstDay: FIRST, newerFrom: civil(newerFrom), dearerFrom: TODAY, today: TODAY, zone: ZONE, chanceOf: () => new Likely(1) };
    const firm = await foundFirm(app, history);
    await liveThrough(app, firm, history, { clock, database: server.get(Database) });
    return await app.works.run({ firmId: firm.firmId, actor: firm.people.orla }, async (work) => {
      const days = await rows<{ at: string; number: string | null }>(work.tx, sql`select at, what as number from events where job_id is not null order by seq`);
      const bills = await rows<{ number: string }>(work.tx, sql`select number from invoices where number is not null order by issued_on, number`);
      return {
        seen: await seen(work),
        order: bills.map(({ number }) => number),
        inOrder: days.every(({ at }, index) => index === 0 || at.slice(0, 10) >= days[index - 1]!.at.slice(0, 10)),
      };
    });
  } finally {
    await server.close();
    rmSync(dataFolder, { recursive: true, force: true });
  }
}

describe('the older part of the demo firm’s history', () => {
  it('ends, where later jobs are written as the first of their line went, as if all had been lived through', async () => {
    const lived = await past(FIRST.toString());
    const written = await past('2025-05-01');
    expect(written.seen.jobs.length).toBeGreaterThan(8);
    for (const what of Object.keys(SEEN) as (keyof Seen)[]) expect({ [what]: written.seen[what] }).toEqual({ [what]: lived.seen[what] });
    expect(written.inOrder).toBe(true);
    expect(written.order).toEqual(written.order.map((_, index) => `2025-${String(index + 1).padStart(4, '0')}`));
  });
});
