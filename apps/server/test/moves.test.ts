import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Action, Procedure } from '@steady/core/procedures';
import type { JobRow, JobTotals } from '@steady/contract/jobs';
import type { FlowView, JobsChanged, ManyLookedAt, MovePreview } from '@steady/contract/moves';
import type { TodayView } from '@steady/contract/today';
import { rows } from '../src/platform/database';
import { THREE, atWork, problemOf, task } from './at-work';
import { type TestApp, asksOf, eur, key, morning, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, job, procedure, client, begun, tick, move } = atWork(() => test);

const partner = () => test.firm.as.partner!;

describe('a job by hand', () => {
  it('begins by a procedure, with dates and people of its client, and is found in lists, flow and file', async () => {
    const procedureId = await procedure(THREE);
    const id = await begun(THREE, { procedureId, name: 'Grant application' });
    const seen = await job(id);
    expect(seen).toMatchObject({ name: 'Grant application', rhythm: 'by hand', startOn: '2026-03-11', dueOn: '2026-03-31', service: null });
    expect(seen.phases.map((phase) => `${phase.name} ${phase.stands}`)).toEqual(['Prepare current', 'Second look ahead', 'Send ahead']);
    const { rows: listed } = (await manager().get(`/api/jobs?procedure=${procedureId}&view=client`).expect(200)).body as { rows: JobRow[] };
    expect(listed).toMatchObject([{ id, estimate: 90, who: 'preparer', phase: 'Prepare' }]);
    const flow = (await manager().get(`/api/jobs/flow?procedure=${procedureId}`).expect(200)).body as FlowView;
    expect(flow.bands.map((band) => `${band.name} ${band.jobs}`)).toEqual(['Prepare 1', 'Second look 0', 'Send 0']);
    expect(flow.bands[0]!.longest).toMatchObject({ jobId: id, why: 'waits for us' });
    const { text } = await manager().get(`/api/jobs/list.csv?procedure=${procedureId}`).expect(200);
    expect(text.split('\n')[1]).toContain('Grant application');
  });

  it('is refused for another firm’s client, a day that is over, and dates the wrong way round', async () => {
    const procedureId = await procedure(THREE);
    const input = { clientId: await client(), procedureId, name: 'X', startOn: '2026-03-11', dueOn: '2026-03-31' };
    await test.firm.as
      .manager!.post('/api/jobs')
      .send({ ...input, dueOn: '2026-03-01' })
      .expect(422);
    await test.other.as.manager!.post('/api/jobs').send(input).expect(404);
    await manager()
      .post('/api/jobs')
      .send({ ...input, startOn: '2025-01-01', dueOn: '2025-02-01' })
      .expect(422);
  });

  it('has its agreed fee set only by somebody who may see fees', async () => {
    const id = await begun(THREE);
    const { version } = await job(id);
    await test.firm.as
      .preparer!.patch(`/api/jobs/${id}`)
      .send({ fee: eur(1), version })
      .expect(403);
    await test.firm.as.preparer!.patch(`/api/jobs/${id}`).send({ ownStatus: 'at the bank', version }).expect(204);
    const input = { clientId: await client(), procedureId: await procedure(THREE), name: 'X', startOn: '2026-03-11', dueOn: '2026-03-31' };
    await test.firm.as
      .preparer!.post('/api/jobs')
      .send({ ...input, fee: eur(1) })
      .expect(403);
    await test.firm.as.preparer!.post('/api/jobs').send(input).expect(201);
  });

  it('widens for a task that starts before it only when that is said, and hands over with a word', async () => {
    const id = await begun(THREE);
    const { id: taskId, version } = (await job(id)).tasks[0]!;
    const change = { startOn: '2026-03-09', dueOn: '2026-03-20', version };
    const refused = problemOf(await manager().patch(`/api/tasks/${taskId}`).send(change).expect(422));
    expect(refused.errors![0]!.message).toContain('The job runs from Wed 11 Mar 2026');
    await manager()
      .patch(`/api/tasks/${taskId}`)
      .send({ ...change, widen: true, assigneeId: test.firm.members.partner, word: 'the grant papers are on my desk' })
      .expect(204);
    expect(await job(id)).toMatchObject({ startOn: '2026-03-09', tasks: [{ startOn: '2026-03-09', assignee: 'partner' }, {}, {}] });
    const { body } = await partner().get('/api/notes-for-you').expect(200);
    expect((body as { text: string }[]).map((note) => note.text)).toContain('"Enter" in Special work: the grant papers are on my desk');
  });

  it('is held until a day and goes on by itself, or says that it is blocked and for whom it waits', async () => {
    const id = await begun(THREE);
    await manager().post(`/api/jobs/${id}/hold`).send({ reason: 'client abroad', until: '2026-03-11' }).expect(422);
    await manager().post(`/api/jobs/${id}/hold`).send({ reason: 'client abroad', until: '2026-03-13' }).expect(204);
    expect(await job(id)).toMatchObject({ status: 'on hold', holdUntil: '2026-03-13' });
    test.clock.set(morning('2026-03-13'));
    await test.tick();
    test.clock.set(morning('2026-03-11'));
    expect(await job(id)).toMatchObject({ status: 'open', holdReason: null, holdUntil: null });
    await manager().post(`/api/jobs/${id}/stop`).send({ reason: 'loan figures', forId: test.firm.members.partner }).expect(204);
    expect(await job(id)).toMatchObject({ status: 'open', stuckReason: 'loan figures', stuckFor: 'partner' });
    const today = (await manager().get('/api/today').expect(200)).body as TodayView;
    expect(today.stuck.rows.map((one) => one.id)).toContain(id);
    await manager().post(`/api/jobs/${id}/go-on`).expect(204);
    expect((await job(id)).stuckReason).toBeNull();
  });
});

describe('moving', () => {
  it('waits for every check of a task, for a second person, and for somebody to look at what happens next', async () => {
    const id = await begun(THREE);
    await tick(id, 'Enter');
    const draft = (await job(id)).tasks.find((one) => one.name === 'Draft')!;
    const refused = problemOf(await manager().post(`/api/tasks/${draft.id}/tick`).send({ done: true, version: draft.version }).expect(409));
    expect(refused.detail).toContain('Bank agrees; Totals agree');
    await tick(id, 'Draft');
    expect((await job(id)).phases[1]).toMatchObject({ stands: 'current', wants: 'a second person has to approve it', wantsApproval: true });
    const { version } = await job(id);
    expect(problemOf(await manager().post(`/api/jobs/${id}/approve`).send({ version }).expect(409)).code).toBe('first-person');
    await partner().post(`/api/jobs/${id}/approve`).send({ version }).expect(204);
    expect((await job(id)).phases[1]).toMatchObject({ stands: 'done', approvedBy: 'partner of Marram & Tern' });
    await tick(id, 'Print');
    expect(await job(id)).toMatchObject({ status: 'open', asksToMove: true });
    expect((await move(id, null)).status).toBe(200);
    expect(await job(id)).toMatchObject({ status: 'finished', asksToMove: false });
  });

  it('past a phase or back wants a reason; what is left behind is marked, and open again on the way back', async () => {
    const id = await begun({ phases: [THREE.phases[0]!, THREE.phases[2]!, { key: 'end', name: 'End', tasks: [task('File')] }] });
    expect(problemOf(await move(id, 'end')).errors).toMatchObject([{ field: 'why' }]);
    expect((await move(id, 'nowhere', { why: 'x' })).status).toBe(422);
    expect((await move(id, 'end', { why: 'all came at once' })).status).toBe(200);
    expect((await job(id)).tasks.map((one) => `${one.name} ${one.passedOver}`)).toEqual(['Enter true', 'Draft true', 'Print true', 'File false']);
    expect((await move(id, 'prepare', { why: 'it was the wrong year' })).status).toBe(200);
    expect((await job(id)).tasks.map((one) => one.doneAt)).toEqual([null, null, null, null]);
    expect((await job(id)).phases[0]).toMatchObject({ stands: 'current', doneAt: null });
  });

  it('by two people at once moves it once, and the second is told', async () => {
    const id = await begun({ phases: [THREE.phases[2]!, { key: 'end', name: 'End', tasks: [task('File')] }] });
    const { version } = await job(id);
    const both = await Promise.all([move(id, 'end', { version }), move(id, 'end', { version })]);
    expect(both.map((answer) => answer.status).sort()).toEqual([200, 409]);
  });

  it('past an approval nobody has given is refused', async () => {
    const id = await begun({ phases: [THREE.phases[1]!, THREE.phases[2]!] });
    expect(problemOf(await move(id, 'send')).code).toBe('not-approved');
  });

  it('opens a finished job again where it is put', async () => {
    const id = await begun({ phases: [THREE.phases[0]!] });
    await tick(id, 'Enter');
    await tick(id, 'Draft');
    expect((await job(id)).status).toBe('finished');
    expect((await move(id, 'prepare', { why: 'one invoice came late' })).status).toBe(200);
    expect(await job(id)).toMatchObject({ status: 'open', phases: [{ stands: 'current' }] });
  });
});

describe('what happens by itself', () => {
  const template = async (body = 'Your {job} is done.') =>
    (
      (
        await manager()
          .post('/api/message-templates')
          .send({ name: `Message ${randomUUID()}`, subject: '{client}', body })
          .expect(201)
      ).body as { id: string }
    ).id;
  const withActions = async (onDone: Action[]): Promise<Procedure> => ({
    phases: [
      { key: 'first', name: 'First', tasks: [task('Enter')], onDone },
      { key: 'last', name: 'Last', tasks: [task('File')] },
    ],
  });
  const all = async (): Promise<Action[]> => [
    { key: 'm', does: 'message', templateId: await template() },
    { key: 't', does: 'task', task: { ...task('Ring the client'), role: 'manager' } },
    { key: 'b', does: 'bill', share: 40 },
    { key: 'l', does: 'label', label: 'half way', put: true },
    { key: 'w', does: 'tell', role: 'partner', words: 'have a look' },
    { key: 'p', does: 'procedure', procedureId: await procedure(THREE, `After ${randomUUID()}`) },
    { key: 'n', does: 'label', label: 'never', put: true, onlyIf: { fact: 'legalForm', is: 'charity' } },
  ];

  it('is foretold in sentences, left out where the tick is taken away, and done with the move', async () => {
    const clientId = await client();
    const id = await begun(await withActions(await all()), { clientId });
    const preview = (await manager().get(`/api/jobs/${id}/move?to=last`).expect(200)).body as MovePreview;
    expect(preview.acts.map((act) => act.outside)).toEqual([true, false, false, false, false, false]);
    expect(preview.acts[0]!.what).toMatch(/It is sent automatically to Bríd Foley \(brid\d+@client.example\)\.$/);
    expect(preview.notices[0]).toBe('1 task would be left behind, marked as passed over: Enter.');
    const bill = preview.acts.find((act) => act.what.includes('bill'))!;
    expect((await move(id, 'last', { leaveOut: [bill.key] })).status).toBe(200);
    const after = await job(id);
    expect(Object.fromEntries(after.actions.map((action) => [action.what.split(' ')[0], action.state]))).toEqual({
      Writes: 'done',
      Adds: 'done',
      Drafts: 'left out',
      Puts: 'done',
      Tells: 'done',
      Begins: 'done',
    });
    expect(after.tasks.map((one) => one.name)).toContain('Ring the client');
    expect((await manager().get(`/api/clients/${clientId}`).expect(200)).body).toMatchObject({ labels: ['half way'] });
    await test.drain();
    expect((await test.letters()).filter((letter) => letter.subject.startsWith('Client'))[0]!.body).toContain('Your Special work is done.');
    const { rows: own } = (await manager().get(`/api/jobs?client=${clientId}`).expect(200)).body as { rows: JobRow[] };
    expect(own).toHaveLength(2);
  });

  it('is a task for a person where nobody can be written to', async () => {
    const id = await begun(await withActions([{ key: 'm', does: 'message', templateId: await template() }]), { clientId: await client({ way: 'paper' }) });
    await tick(id, 'Enter');
    const after = await job(id);
    expect(after.actions[0]).toMatchObject({ state: 'done', what: expect.stringContaining('a task takes its place') as string });
    expect(after.tasks.some((one) => one.name.startsWith('Print and post "Message'))).toBe(true);
  });

  it('leaves the job moved when it fails, stands in the list to try again, and is done once', async () => {
    const id = await begun(await withActions([{ key: 'm', does: 'message', templateId: await template('From {manager}.') }]), {
      clientId: await client({ managerId: undefined }),
    });
    await tick(id, 'Enter');
    const [failed] = (await job(id)).actions;
    expect(failed).toMatchObject({ state: 'failed', error: expect.stringContaining('the client’s manager') as string });
    expect((await job(id)).phases[1]!.stands).toBe('current');
    expect(((await manager().get('/api/today').expect(200)).body as TodayView).failed.rows.map((one) => one.id)).toContain(failed!.id);
    const { version } = await job(id);
    await manager().patch(`/api/jobs/${id}`).send({ managerId: test.firm.members.manager, version }).expect(204);
    await manager().post(`/api/job-actions/${failed!.id}/again`).expect(204);
    await manager().post(`/api/job-actions/${failed!.id}/again`).expect(409);
    expect((await job(id)).actions).toMatchObject([{ state: 'done', error: null }]);
    const sent = await test.database.transaction({ firmId: test.firm.id }, (tx) => rows(tx, sql`select 1 from messages where job_id = ${id}`));
    expect(sent).toHaveLength(1);
  });

  it('keeps none of the others from being done when it fails, each once', async () => {
    const ring = { key: 'ring', does: 'task', task: { key: 'ring', name: 'Ring the client', role: 'preparer', estimate: 5 } } as const;
    const fails = { key: 'm', does: 'message', templateId: await template('From {manager}.') } as const;
    const tell = { key: 'tell', does: 'tell', role: 'preparer', words: 'it went on' } as const;
    const id = await begun(await withActions([ring, fails, tell]), { clientId: await client({ managerId: undefined }) });
    await tick(id, 'Enter');
    const after = await job(id);
    expect(after.actions.map((one) => one.state).sort()).toEqual(['done', 'done', 'failed']);
    expect(after.tasks.filter((one) => one.name === 'Ring the client')).toHaveLength(1);
    const told = await test.database.transaction({ firmId: test.firm.id }, (tx) => rows(tx, sql`select 1 from client_notes where job_id = ${id}`));
    expect(told).toHaveLength(1);
    const lines = (await manager().get(`/api/history?job=${id}`).expect(200)).body as { what: string }[];
    expect(lines.filter(({ what }) => what.includes('it went on'))).toHaveLength(1 + lines.filter(({ what }) => what.startsWith('by itself')).length);
  });

  it('sends the request of a phase on entry, once, and the phase waits for the answer', async () => {
    const id = await begun({
      phases: [
        {
          key: 'ask',
          name: 'Ask',
          completion: 'answered',
          tasks: [task('Send', { doneBy: 'request sent' })],
          requests: [{ key: 'papers', title: 'Papers', items: [{ name: 'Bank statement', description: 'all pages' }] }],
          onEntry: [{ key: 'r', does: 'request', requestKey: 'papers', days: 5 }],
        },
        { key: 'last', name: 'Last', tasks: [task('File')] },
      ],
    });
    const seen = await job(id);
    // Five working days: the 17th is a public holiday.
    expect(await asksOf(manager(), seen.id)).toMatchObject([{ title: 'Papers', wantedBy: '2026-03-19' }]);
    expect(seen.phases[0]).toMatchObject({ stands: 'current', asksOpen: 1 });
    expect(seen.tasks[0]!.doneAt).not.toBeNull();
  });
});

describe('many jobs at once', () => {
  it('change together, name those that cannot, and are put back together', async () => {
    const procedureId = await procedure({ phases: [THREE.phases[0]!, { key: 'end', name: 'End', tasks: [task('File')] }] });
    const ids = [await begun(THREE, { procedureId }), await begun(THREE, { procedureId }), await begun(THREE, { procedureId })];
    await manager().post(`/api/jobs/${ids[2]}/hold`).send({ reason: 'quiet' }).expect(204);
    const looked = (await manager().post('/api/jobs/together/look').send({ ids }).expect(200)).body as ManyLookedAt;
    expect(looked).toEqual({ acts: [], later: 0, openAsks: { asks: 0, jobs: 0 }, leftBehind: { tasks: 4, jobs: 2 }, stay: [{ why: 'is on hold', jobs: 1 }] });
    const batchId = randomUUID();
    const changed = (await manager().post('/api/jobs/together').set(key()).send({ ids, batchId, change: 'move' }).expect(200)).body as JobsChanged;
    expect(changed).toMatchObject({ changed: 2, not: [{ id: ids[2], why: 'The job is on hold. Take it off hold, then move it.' }] });
    await manager()
      .patch(`/api/jobs/${ids[1]}`)
      .send({ priority: 'first', version: (await job(ids[1]!)).version })
      .expect(204);
    const { body } = await manager().post(`/api/jobs/together/${batchId}/undo`).expect(200);
    expect(body).toMatchObject({ undone: 1, not: [{ why: 'it was changed since' }] });
    expect((await job(ids[0]!)).tasks.map((one) => one.doneAt)).toEqual([null, null, null]);
    expect((await job(ids[0]!)).phases[0]!.stands).toBe('current');
    await manager().post(`/api/jobs/together/${batchId}/undo`).expect(404);
  });

  it('get people, priority, a status or other dates', async () => {
    const procedureId = await procedure(THREE);
    const ids = [await begun(THREE, { procedureId })];
    const change = async (more: object) =>
      (
        await manager()
          .post('/api/jobs/together')
          .set(key())
          .send({ ids, batchId: randomUUID(), ...more })
          .expect(200)
      ).body as JobsChanged;
    await change({ change: 'people', role: 'preparerId', personId: test.firm.members.manager });
    await change({ change: 'priority', priority: 'first' });
    await change({ change: 'status', text: 'at the bank' });
    await change({ change: 'dates', days: -5 });
    expect(await job(ids[0]!)).toMatchObject({ preparerId: test.firm.members.manager, priority: 'first', ownStatus: 'at the bank', targetOn: '2026-03-24' });
    expect((await job(ids[0]!)).tasks.every((one) => one.assignee === 'manager')).toBe(true);
    expect((await change({ change: 'dates', days: 30 })).not[0]!.why).toContain('deadline');
    const totals = (await manager().get(`/api/jobs/totals?procedure=${procedureId}&priority=first`).expect(200)).body as JobTotals;
    expect(totals.jobs).toBe(1);
  });
});
