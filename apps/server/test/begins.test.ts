import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Procedure } from '@steady/core/procedures';
import type { RoomView } from '@steady/contract/almanac';
import type { JobsBegun } from '@steady/contract/jobs';
import type { OnPaperBefore } from '@steady/contract/procedures';
import type { ServiceView } from '@steady/contract/services';
import { atWork, problemOf, task } from './at-work';
import { DUNMARRA, type TestApp, asksOf, clientWithVat, jobOf, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, job, procedure, client, tick } = atWork(() => test);
const members = () => test.firm.members;
const WORK = { name: 'Special work', startOn: '2026-03-11', dueOn: '2026-03-31' };
const TWO: Procedure = {
  phases: [
    { key: 'first', name: 'First', tasks: [task('Enter'), task('Ring', { memberId: undefined })] },
    { key: 'second', name: 'Second', tasks: [task('Look', { role: 'manager' })] },
  ],
};
const ASKS: Procedure = {
  phases: [
    {
      key: 'ask',
      name: 'Ask',
      tasks: [task('Enter')],
      requests: [{ key: 'papers', title: 'Papers', items: [{ name: 'Bank', description: '' }] }],
      onEntry: [{ key: 'r', does: 'request', requestKey: 'papers', days: 5 }],
    },
  ],
};
const begin = async (clientId: string, definition: Procedure, begins: object = {}) =>
  manager()
    .post('/api/jobs')
    .send({ ...WORK, clientId, procedureId: await procedure(definition), begins });
const idOf = (answer: { body: unknown }) => (answer.body as { id: string }).id;
const before = async (input: object) => (await manager().post('/api/procedures/before-starting').send(input).expect(200)).body as OnPaperBefore[];

describe('work that begins', () => {
  it('goes to the people chosen by phase; the others go to those of the client', async () => {
    const id = idOf(await begin(await client(), TWO, { phases: [{ phaseKey: 'first', memberId: members().partner }] }));
    expect((await job(id)).tasks.map((one) => [one.name, one.assignee])).toEqual([
      ['Enter', 'partner'],
      ['Ring', 'partner'],
      ['Look', 'manager'],
    ]);
  });

  it('has somebody in a role in which the client has nobody, and only there', async () => {
    const none = await client({ preparerId: undefined });
    const id = idOf(await begin(none, TWO, { preparer: members().partner, manager: members().partner }));
    expect(await job(id)).toMatchObject({ preparerId: members().partner, managerId: members().manager });
    expect((await job(id)).tasks.map((one) => one.assignee)).toEqual(['partner', 'partner', 'manager']);
  });

  it('asks for people where there are none, before it begins', async () => {
    const [none, some] = [await client({ preparerId: undefined }), await client()];
    const procedureId = await procedure(TWO);
    expect(await before({ procedureId, clientIds: [some] })).toMatchObject([{ nobodyAs: [] }]);
    expect(await before({ procedureId, clientIds: [some, none] })).toMatchObject([
      { nobodyAs: ['preparer'], phases: [{ key: 'first', name: 'First', memberId: null }, { key: 'second' }] },
    ]);
  });

  it('is refused to somebody who does not see the client', async () => {
    const answer = await begin(await client(), TWO, { phases: [{ phaseKey: 'first', memberId: members().contractor }] });
    expect(answer.status).toBe(422);
    expect(problemOf(answer).errors![0]!.message).toContain('does not see this client');
  });

  it('sends nothing that was left out, and says so in the job', async () => {
    const clientId = await client();
    const procedureId = await procedure(ASKS);
    const [found] = await before({ procedureId, clientIds: [clientId] });
    const [out] = found!.goesOut;
    expect(out).toMatchObject({ templateId: null, to: ['Bríd Foley'] });
    const quiet = idOf(
      await manager()
        .post('/api/jobs')
        .send({ ...WORK, clientId, procedureId, begins: { leaveOut: [out!.key] } })
        .expect(201),
    );
    expect((await job(quiet)).actions).toMatchObject([{ state: 'left out' }]);
    expect(await asksOf(manager(), quiet)).toEqual([]);
    const told = idOf(
      await manager()
        .post('/api/jobs')
        .send({ ...WORK, clientId, procedureId, name: 'Other work' })
        .expect(201),
    );
    expect(await asksOf(manager(), told)).toHaveLength(1);
  });

  it('writes in other words where that is said, each client with its own details filled in, and the kept message stays', async () => {
    const kept = { name: 'Welcome', subject: 'Welcome', body: 'We begin.' };
    const templateId = idOf(await manager().post('/api/message-templates').send(kept).expect(201));
    const procedureId = await procedure({
      phases: [{ key: 'hello', name: 'Hello', tasks: [task('Enter')], onEntry: [{ key: 'm', does: 'message', templateId }] }],
    });
    const clientIds = [await client({ name: 'Otter Nets Ltd' }), await client({ name: 'Gull Nets Ltd' })];
    const [found] = await before({ procedureId, clientIds });
    const start = (body: string) =>
      manager()
        .post('/api/jobs/many')
        .send({ ...WORK, procedureId, clientIds, begins: { reworded: [{ key: found!.goesOut[0]!.key, subject: 'To {client}', body }] } });
    const refused = await start('At {place}.').expect(422);
    expect(problemOf(refused).errors).toMatchObject([
      { field: 'begins.reworded.0.body', message: expect.stringContaining('{place} is not a detail') as string },
    ]);
    const { ids } = (await start('This year we begin early.').expect(200)).body as JobsBegun;
    await test.drain();
    const letters = (await test.letters()).filter((letter) => letter.body.includes('This year we begin early.'));
    expect(letters.map((letter) => letter.subject).sort()).toEqual(['To Gull Nets Ltd', 'To Otter Nets Ltd']);
    expect((await job(ids[0]!)).actions).toMatchObject([{ what: 'Writes "Welcome" to the client, in other words: wrote to 1', state: 'done' }]);
    const later = await manager()
      .post('/api/jobs')
      .send({ ...WORK, name: 'Later', clientId: clientIds[0], procedureId });
    expect(later.status).toBe(201);
    await test.drain();
    expect((await test.letters())[0]).toMatchObject({ subject: 'Welcome' });
  });

  it('does the same for many clients at once', async () => {
    const [one, two] = [await client({ preparerId: undefined }), await client()];
    const input = { ...WORK, name: 'Together', procedureId: await procedure(TWO), clientIds: [one, two], begins: { preparer: members().partner } };
    const { ids } = (await manager().post('/api/jobs/many').send(input).expect(200)).body as JobsBegun;
    const people = await Promise.all(ids.map(async (id) => (await job(id)).preparerId));
    expect(people).toEqual([members().partner, members().preparer]);
  });
});

describe('somebody who answers for a phase', () => {
  const ANSWERED = (memberId: string): Procedure => ({ phases: [{ ...TWO.phases[0]!, memberId }, TWO.phases[1]!] });

  it('has its tasks, also one that is added there later', async () => {
    const id = idOf(await begin(await client(), ANSWERED(members().partner!)));
    await manager().post(`/api/jobs/${id}/tasks`).send({ name: 'Another', phaseKey: 'first' }).expect(201);
    expect((await job(id)).tasks.filter((one) => one.phaseKey === 'first').map((one) => one.assignee)).toEqual(['partner', 'partner', 'partner']);
  });

  it('is not given the work of jobs that begin after they have left', async () => {
    const stands = (standing: string) =>
      test.database.transaction({ firmId: test.firm.id }, (tx) => tx.execute(sql`update members set standing = ${standing} where id = ${members().partner!}`));
    const clientId = await client();
    const procedureId = await procedure(ANSWERED(members().partner!));
    await stands('left');
    const id = idOf(
      await manager()
        .post('/api/jobs')
        .send({ ...WORK, clientId, procedureId })
        .expect(201),
    );
    await manager().post(`/api/jobs/${id}/tasks`).send({ name: 'Another', phaseKey: 'first' }).expect(201);
    await stands('active');
    expect((await job(id)).tasks.filter((one) => one.phaseKey === 'first').map((one) => one.assignee)).toEqual(['preparer', 'preparer', 'preparer']);
  });

  it('is of the firm', async () => {
    const answer = await manager()
      .post('/api/procedures')
      .send({ name: 'Theirs', definition: ANSWERED('01900000-0000-7000-8000-000000000001') });
    expect(problemOf(answer).errors![0]!.message).toContain('"First" is answered for by somebody who is not of the firm');
  });
});

describe('work without a procedure', () => {
  const services = async () => (await manager().get('/api/services').expect(200)).body as ServiceView[];
  const kept = async (id: string) => {
    const { rules: _rules, procedureName: _name, phases: _phases, lines: _lines, id: _id, ...rest } = (await services()).find((one) => one.id === id)!;
    return rest;
  };

  it('is one task of the preparer, and finished with it', async () => {
    const id = idOf(
      await manager()
        .post('/api/jobs')
        .send({ ...WORK, clientId: await client(), procedureId: 'none' })
        .expect(201),
    );
    expect(await job(id)).toMatchObject({ procedure: null, tasks: [{ name: 'Do the work', assignee: 'preparer', estimate: 0 }] });
    await tick(id, 'Do the work');
    expect((await job(id)).status).toBe('finished');
  });

  it('is that of a service that has none: seen before, begun at its lead time, and estimated at nothing', async () => {
    const clientId = await clientWithVat(test, '2026-01-01');
    const service = (await services()).find((one) => one.lines > 0)!;
    await manager()
      .patch(`/api/services/${service.id}`)
      .send({ ...(await kept(service.id)), procedureId: null, procedures: [] })
      .expect(204);
    expect((await services()).find((one) => one.id === service.id)).toMatchObject({ procedureId: null, procedureName: null, phases: ['Work'] });
    expect(await before({ serviceId: service.id, clientIds: [clientId] })).toMatchObject([{ procedure: { id: null, name: 'No procedure' }, tasks: 1 }]);
    await test.tick();
    expect(await job(await jobOf(test, clientId))).toMatchObject({ procedure: null, phases: [{ name: 'Work', tasks: 1 }] });
  });
});

describe('the room of people', () => {
  const room = async (role = 'manager') => (await test.firm.as[role]!.get('/api/almanac/room').expect(200)).body as RoomView;
  const booked = (of: RoomView, name: string) => of.people.find((one) => one.memberId === members()[name])!.weeks.reduce((sum, week) => sum + week.booked, 0);

  it('counts work that has not begun for whoever would do each task', async () => {
    const before = await room();
    expect(before.weeks).toHaveLength(8);
    await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Room Ltd', partnerId: members().partner, preparerId: members().preparer });
    const after = await room();
    // The service has no procedure here, so that nothing of it weighs anything.
    expect(booked(after, 'preparer')).toBe(booked(before, 'preparer'));
    const procedureId = await procedure({
      phases: [
        { key: 'do', name: 'Do', tasks: [task('Enter', { estimate: 300 }), task('Look', { role: 'partner', estimate: 120 })] },
        { key: 'read', name: 'Read', memberId: members().manager!, tasks: [task('Read', { estimate: 60 })] },
      ],
    });
    const service = ((await manager().get('/api/services').expect(200)).body as ServiceView[]).find((one) => one.lines > 0)!;
    const { rules: _rules, procedureName: _name, phases: _phases, lines: _lines, id, ...kept } = service;
    await manager()
      .patch(`/api/services/${id}`)
      .send({ ...kept, procedureId })
      .expect(204);
    const now = await room();
    const more = (name: string) => booked(now, name) - booked(before, name);
    expect(more('preparer')).toBeGreaterThan(0);
    expect(Math.abs(more('preparer') / more('partner') - 2.5)).toBeLessThan(0.05);
    expect(Math.abs(more('preparer') / more('manager') - 5)).toBeLessThan(0.1);
  });

  it('shows a contractor nobody but themselves', async () => {
    expect((await room('contractor')).people.map((one) => one.memberId)).toEqual([members().contractor]);
  });
});
