import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Procedure } from '@steady/core/procedures';
import type { ElsewhereView, RequestPart, SendPreview } from '@steady/contract/requests';
import type { TodayView } from '@steady/contract/today';
import { THREE, atWork, problemOf, task } from './at-work';
import { type TestApp, asksOf, key, morning, startTestApp } from './support';

let t: TestApp;
let number = 0;
let name: string;
let clientId: string;
let jobId: string;
const { manager, client, begun, job, tick, procedure } = atWork(() => t);

beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
beforeEach(async () => {
  t.clock.set(morning('2026-03-11'));
  number += 1;
  name = `Fulmar ${number}`;
  clientId = await client({ name: `Fulmar ${number} Ltd`, contact: { name, email: `f${number}@fulmar.example` } });
  jobId = await begun(THREE, { clientId });
});

const request = (items: string[], of = jobId) =>
  manager()
    .post(`/api/jobs/${of}/requests`)
    .set(key())
    .send({ title: 'Records', dueOn: '2026-03-27', items: items.map((one) => ({ name: one })) })
    .expect(201);
const stands = async (of = jobId) => (await asksOf<RequestPart>(manager(), of))[0]!;
const itemOf = async (what: string, of = jobId) => (await stands(of)).part.items.find((one) => one.name === what)!;
const elsewhere = async () => (await manager().get(`/api/clients/${clientId}/from-elsewhere`).expect(200)).body as ElsewhereView[];
const note = async (what: string) =>
  manager()
    .post(`/api/request-items/${(await itemOf(what)).id}/from-elsewhere`)
    .send({ source: 'bank feed', saidBy: 'Seán Hickey' })
    .expect(204);
const letters = async () => (await t.letters()).filter(({ to }) => to === name);

describe('what comes from elsewhere', () => {
  it('is not asked for any more, in what is open and in what comes; asked again, it is', async () => {
    await request(['Bank statement, Jan 2026', 'Sales list']);
    const other = await begun(THREE, { clientId, name: 'Other work' });
    await request(['bank statement, Feb 2026'], other);
    await note('Bank statement, Jan 2026');
    expect(await itemOf('Bank statement, Jan 2026')).toMatchObject({ state: 'from elsewhere', elsewhere: { source: 'bank feed', saidBy: 'Seán Hickey' } });
    expect((await stands()).owed).toMatchObject([{ what: 'Sales list' }]);
    // All that the other one asked for comes from elsewhere.
    expect((await stands(other)).state).toBe('done');
    expect(await elsewhere()).toMatchObject([{ name: 'Bank statement', source: 'bank feed' }]);
    await manager()
      .post(`/api/from-elsewhere/${(await elsewhere())[0]!.id}/end`)
      .expect(204);
    expect((await itemOf('Bank statement, Jan 2026')).state).toBe('asked');
    expect(await elsewhere()).toEqual([]);
  });

  it('is named before a request goes, stands in it, and is in no letter; one of nothing else goes to nobody', async () => {
    await request(['Bank statement']);
    await note('Bank statement');
    await t.drain();
    const before = (await letters()).length;
    const third = await begun(THREE, { clientId, name: 'Third work' });
    const asked = { title: 'Records', dueOn: '2026-03-27', items: [{ name: 'Bank statement' }, { name: 'Fuel card' }] };
    const shown = (await manager().post(`/api/jobs/${third}/requests/preview`).send(asked).expect(200)).body as SendPreview;
    expect(shown.warnings).toEqual(['Bank statement is not asked for: it comes from elsewhere (bank feed, said Seán Hickey).']);
    expect(shown.messages[0]!.body).toContain('Fuel card');
    expect(shown.messages[0]!.body).not.toContain('Bank statement');
    const fourth = await begun(THREE, { clientId, name: 'Fourth work' });
    await request(['Bank statement'], fourth);
    await t.drain();
    expect((await stands(fourth)).state).toBe('done');
    expect(await letters()).toHaveLength(before);
    expect((await job(fourth)).tasks.map((one) => one.name)).not.toContain('Tell the client what is needed: "Records"');
  });

  it('is noted of what is wanted alone, by whoever sees the client', async () => {
    await request(['Bank statement']);
    const { id } = await itemOf('Bank statement');
    await manager().post(`/api/request-items/${id}/from-elsewhere`).send({ source: 'the moon' }).expect(422);
    await t.firm.as.contractor!.post(`/api/request-items/${id}/from-elsewhere`).send({ source: 'our books' }).expect(404);
    await manager().post(`/api/request-items/${id}/accept`).expect(204);
    expect(problemOf(await manager().post(`/api/request-items/${id}/from-elsewhere`).send({ source: 'our books' }).expect(409)).code).toBe('accepted-already');
  });
});

const CLOSED = { key: 'closed', name: 'The last period is closed', holds: true };
const AUTHORITY = { key: 'authority', name: 'The authorisation is in force', holds: false };
const HELD: Procedure = { prerequisites: [CLOSED, AUTHORITY], phases: [{ key: 'work', name: 'Work', tasks: [task('Enter'), task('Draft')] }] };
const confirm = (of: string, which: string, isSo: boolean) => manager().post(`/api/jobs/${of}/prerequisites`).send({ key: which, isSo });

describe('what has to be so before the work begins', () => {
  it('holds the first task until it is confirmed, with who and when, and holds it again where it is not so after all', async () => {
    const of = await begun(HELD, { clientId });
    const first = (await job(of)).tasks[0]!;
    expect(first.waitsFor).toEqual(['The last period is closed']);
    const refused = problemOf(await manager().post(`/api/tasks/${first.id}/tick`).send({ done: true, version: first.version }).expect(409));
    expect(refused).toMatchObject({ code: 'not-confirmed', detail: expect.stringContaining('The last period is closed') });
    await confirm(of, 'closed', true).expect(204);
    await confirm(of, 'closed', true).expect(204);
    expect((await job(of)).prerequisites).toMatchObject([
      { key: 'closed', confirmedBy: expect.any(String), confirmedAt: expect.any(String) },
      { key: 'authority', confirmedAt: null },
    ]);
    await confirm(of, 'closed', false).expect(204);
    expect((await job(of)).tasks.map((one) => one.waitsFor)).toEqual([['The last period is closed'], []]);
    await confirm(of, 'closed', true).expect(204);
    await tick(of, 'Enter');
    await confirm(of, 'nothing', true).expect(404);
    await tick(of, 'Draft');
    expect(problemOf(await confirm(of, 'authority', true).expect(409)).code).toBe('job-finished');
  });

  it('stands on Today beside the task that waits for it', async () => {
    const of = await begun(HELD, { clientId, name: `Held ${number}` });
    const seen = (await t.firm.as.preparer!.get('/api/today').expect(200)).body as TodayView;
    expect(seen.tasks.rows.find((one) => one.jobId === of && one.name === 'Enter')).toMatchObject({ waits: 'The last period is closed' });
  });

  it('follows the procedure to its next version, with what was confirmed', async () => {
    const procedureId = await procedure(HELD, `Held ${number}`);
    const of = await begun(HELD, { clientId, procedureId });
    await confirm(of, 'closed', true).expect(204);
    const definition = {
      ...HELD,
      prerequisites: [
        { ...CLOSED, name: 'Last month is closed' },
        { key: 'bank', name: 'The bank is up to date', holds: true },
      ],
    };
    await manager()
      .patch(`/api/procedures/${procedureId}`)
      .send({ name: `Held ${number}`, definition, version: 1, jobIds: [of] })
      .expect(204);
    expect((await job(of)).prerequisites).toMatchObject([
      { name: 'Last month is closed', confirmedAt: expect.any(String) },
      { name: 'The bank is up to date', confirmedAt: null },
    ]);
    const wrong = { ...HELD, prerequisites: [CLOSED, CLOSED] };
    await manager().post('/api/procedures').send({ name: 'Twice', definition: wrong }).expect(422);
    await manager()
      .post('/api/procedures')
      .send({ name: 'Nameless', definition: { ...HELD, prerequisites: [{ key: 'x', name: '', holds: true }] } })
      .expect(422);
  });
});

describe('everything in', () => {
  const say = (isIn: boolean) => manager().post(`/api/jobs/${jobId}/everything-in`).send({ isIn });

  it('is said by hand where nothing was asked for, and taken back; where things were, it follows them', async () => {
    await say(true).expect(204);
    expect(await job(jobId)).toMatchObject({ everythingInOn: '2026-03-11', wasAsked: false });
    await say(false).expect(204);
    expect((await job(jobId)).everythingInOn).toBeNull();
    await say(true).expect(204);
    await request(['Bank statement']);
    expect(await job(jobId)).toMatchObject({ everythingInOn: null, wasAsked: true });
    expect(problemOf(await say(true).expect(409)).code).toBe('asked-for');
    t.clock.set(morning('2026-03-13'));
    await manager()
      .post(`/api/request-items/${(await itemOf('Bank statement')).id}/accept`)
      .expect(204);
    expect((await job(jobId)).everythingInOn).toBe('2026-03-13');
  });
});
