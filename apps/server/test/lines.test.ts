import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ScheduleEffect, ObligationView } from '@steady/contract/almanac';
import type { JobRow } from '@steady/contract/jobs';
import type { AddServiceLine, ServiceLineView } from '@steady/contract/lines';
import { DUNMARRA, type TestApp, clientWithVat, eur, jobOf, key, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const manager = () => test.firm.as.manager!;
const obligations = async (id: string) => (await manager().get(`/api/clients/${id}/obligations`).expect(200)).body as ObligationView[];
const lines = async (id: string) => (await manager().get(`/api/clients/${id}/lines`).expect(200)).body as ServiceLineView[];
const jobs = async (id: string, status = 'open') =>
  ((await manager().get(`/api/jobs?status=${status}&client=${id}`).expect(200)).body as { rows: JobRow[] }).rows.map((row) => row.name);

const client = async (name: string, more: object = {}) => {
  const { body } = await manager()
    .post('/api/clients')
    .send({ ...DUNMARRA, contact: undefined, name, employer: true, ...more })
    .expect(201);
  return (body as { id: string }).id;
};
const give = (id: string, input: Partial<AddServiceLine> & { service: string }) => {
  const { service, ...rest } = input;
  return manager()
    .post(`/api/clients/${id}/lines`)
    .send({ serviceId: test.firm.services[service], rhythm: 'monthly', fee: eur(8_500), startsOn: '2026-03-01', ...rest });
};
const named = async (id: string, name: string) => (await lines(id)).find((line) => line.name === name)!;

describe('several lines of one service', () => {
  it('have their own rhythm, name, fee and jobs; the return stands in the almanac once', async () => {
    const id = await client('Gannet Wages Ltd');
    await give(id, { service: 'payroll', name: 'Salaried', rhythm: 'monthly' }).expect(201);
    await give(id, { service: 'payroll', name: 'Weekly wages', rhythm: 'weekly', fee: eur(4_000), startsOn: '2026-03-09' }).expect(201);
    await give(id, { service: 'payroll', name: 'Directors', rhythm: 'every 6 weeks', anchorOn: '2026-03-06', startsOn: '2026-03-07' }).expect(201);
    const all = await obligations(id);
    const of = (name: string) => all.filter((one) => one.name.startsWith(name));
    expect(of('Salaried')[0]).toMatchObject({ name: 'Salaried, Mar 2026', dueOn: '2026-04-23', ruleId: 'ie-payroll-return', statutory: true, leads: true });
    expect(of('Weekly wages')[0]).toMatchObject({
      name: 'Weekly wages, week ending 15 Mar 2026',
      dueOn: '2026-03-13',
      authority: 'Our own date',
      statutory: false,
    });
    expect(of('Directors')[0]!.name).toBe('Directors, 6 weeks ending 17 Apr 2026');
    expect(all.filter((one) => one.ruleId === 'ie-payroll-return' && one.periodEnd === '2026-03-31')).toHaveLength(1);
    expect((await lines(id)).map((line) => [line.name, line.rules, line.perYear])).toEqual([
      ['Salaried', ['Payroll return'], eur(102_000)],
      ['Weekly wages', [], eur(208_000)],
      ['Directors', [], eur(Math.round(8_500 * 8.67))],
    ]);
    await test.tick();
    expect((await jobs(id)).sort()).toEqual(['Weekly wages, week ending 15 Mar 2026']);
  });

  it('of which only weekly work is done goes on beside the monthly return', async () => {
    const id = await client('Weekly Only Ltd');
    await give(id, { service: 'payroll', name: 'Wages', rhythm: 'weekly', startsOn: '2026-03-09' }).expect(201);
    const all = await obligations(id);
    expect(all.find((one) => one.ruleId === 'ie-payroll-return')).toMatchObject({ name: 'Wages: Payroll return, Mar 2026', leads: false });
    const { body } = await manager()
      .post(`/api/obligations/${all.find((one) => !one.leads)!.id}/start`)
      .expect(409);
    expect(body).toMatchObject({ code: 'no-job' });
  });

  it('cannot answer for the same return twice', async () => {
    const id = await client('Double Ltd');
    await give(id, { service: 'payroll' }).expect(201);
    const { body } = await give(id, { service: 'payroll', name: 'Again', ruleIds: ['ie-payroll-return'] }).expect(422);
    expect((body as { errors: { field: string; message: string }[] }).errors[0]).toMatchObject({ field: 'ruleIds' });
    expect((body as { errors: { message: string }[] }).errors[0]!.message).toContain('covers "Payroll return" already');
  });

  it.each<[string, object, string]>([
    ['a rhythm that is none', { rhythm: 'now and then' }, 'rhythm'],
    ['a calendar rule that never falls', { rhythm: 'RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30' }, 'rhythm'],
    ['an end before the start', { endsOn: '2026-02-01' }, 'endsOn'],
    ['a rule of another service', { ruleIds: ['ie-vat-return'] }, 'ruleIds'],
    ['a fee below zero', { fee: eur(-1) }, 'fee'],
    ['another firm’s person', { preparerId: '00000000-0000-4000-8000-000000000000' }, 'preparerId'],
  ])('refuse %s, at its field', async (_, more, field) => {
    const id = await client(`Refused ${field} ${JSON.stringify(more).length}`);
    const { body } = await give(id, { service: 'payroll', ...more }).expect(422);
    expect((body as { errors: { field: string }[] }).errors.map((one) => one.field)).toContain(field);
    expect(await lines(id)).toEqual([]);
  });

  it('come once, by a calendar rule, on the last Friday of the month', async () => {
    const id = await client('Fridays Ltd');
    await give(id, { service: 'call', name: 'Look in', rhythm: 'RRULE:FREQ=MONTHLY;BYDAY=-1FR', anchor: 'start', fee: eur(0) }).expect(201);
    await give(id, { service: 'registration', rhythm: 'one-off', anchor: 'date', anchorOn: '2026-03-16', fee: eur(25_000) }).expect(201);
    const all = await obligations(id);
    expect(all.filter((one) => one.name.startsWith('Look in')).map((one) => one.name)[0]).toBe('Look in, to 27 Mar 2026');
    expect(all.filter((one) => one.service === 'Registration for VAT').map((one) => [one.name, one.dueOn])).toEqual([['Registration for VAT', '2026-04-08']]);
  });
});

describe('a change is shown before it is made', () => {
  it('for a year-end: every date before and after, and it changes nothing', async () => {
    const id = await client('Moving Year Ltd');
    await give(id, { service: 'tax', rhythm: 'yearly', startsOn: '2025-01-01' }).expect(201);
    const before = await obligations(id);
    const view = (await manager().get(`/api/clients/${id}`).expect(200)).body as { version: number };
    const change = { ...DUNMARRA, contact: undefined, name: 'Moving Year Ltd', employer: true, yearEnd: '06-30', version: view.version };
    const effect = (await manager().post(`/api/clients/${id}/effect`).send(change).expect(200)).body as ScheduleEffect;
    expect(effect.rows.map((row) => `${row.does} ${row.name} ${row.before?.dueOn ?? '-'} ${row.after?.dueOn ?? '-'}`)).toEqual([
      'comes Accounts and corporation tax, year to 30 Jun 2025 - 2026-03-23',
      'goes Accounts and corporation tax, year to 31 Dec 2025 2026-09-23 -',
      'comes Accounts and corporation tax, year to 30 Jun 2026 - 2027-03-23',
    ]);
    expect(await obligations(id)).toEqual(before);
    await manager().patch(`/api/clients/${id}`).send(change).expect(204);
    expect((await obligations(id)).map((one) => `${one.name} ${one.dueOn}`)).toEqual(
      effect.rows.filter((row) => row.does === 'comes').map((row) => `${row.name} ${row.after!.dueOn}`),
    );
    // And back: the same deadlines as at first.
    await manager()
      .patch(`/api/clients/${id}`)
      .send({ ...change, yearEnd: '12-31', version: view.version + 1 })
      .expect(204);
    expect((await obligations(id)).map((one) => `${one.name} ${one.dueOn}`)).toEqual(before.map((one) => `${one.name} ${one.dueOn}`));
  });

  it('with what has begun marked for a decision: it stays, follows, or is closed with its job', async () => {
    const id = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Begun Already Ltd' });
    await test.tick();
    const jobId = await jobOf(test, id);
    const view = (await manager().get(`/api/clients/${id}`).expect(200)).body as { version: number };
    const change = { ...DUNMARRA, contact: undefined, name: 'Begun Already Ltd', way: 'paper', version: view.version };
    const effect = (await manager().post(`/api/clients/${id}/effect`).send(change).expect(200)).body as ScheduleEffect;
    const held = effect.rows.find((row) => row.does === 'stays')!;
    expect(held).toMatchObject({ jobId, why: 'its job has begun', before: { dueOn: '2026-03-23' }, after: { dueOn: '2026-03-19' } });
    expect(effect.rows.filter((row) => row.does === 'moves').every((row) => row.after!.dueOn.endsWith('-19'))).toBe(true);
    await manager().patch(`/api/clients/${id}`).send(change).expect(204);
    expect((await obligations(id))[0]!.dueOn).toBe('2026-03-23');
    await manager().post(`/api/obligations/${held.obligationId}/follow`).send({ version: held.version }).expect(204);
    expect((await obligations(id))[0]).toMatchObject({ dueOn: '2026-03-19' });
    expect((await manager().get(`/api/jobs/${jobId}`).expect(200)).body).toMatchObject({ dueOn: '2026-03-19' });
    await manager().post(`/api/obligations/${held.obligationId}/follow`).send({ version: held.version }).expect(409);
  });

  it('for a stop: what lies ahead goes, the period of the last day stays, and the reason is kept', async () => {
    const id = await clientWithVat(test, '2026-03-01', { ...DUNMARRA, name: 'Stopping Ltd' });
    const line = await named(id, 'VAT return');
    const stop = { endsOn: '2026-05-15', reason: 'Goes to a nephew', version: line.version };
    const effect = (await manager().post(`/api/lines/${line.id}/stop/effect`).send(stop).expect(200)).body as ScheduleEffect;
    expect(effect.rows.every((row) => row.does === 'goes')).toBe(true);
    await manager().post(`/api/lines/${line.id}/stop`).send(stop).expect(204);
    expect((await obligations(id)).map((one) => one.name)).toEqual(['VAT return, Mar-Apr 2026', 'VAT return, May-Jun 2026']);
    expect(await named(id, 'VAT return')).toMatchObject({ endsOn: '2026-05-15', endReason: 'Goes to a nephew', perYear: eur(108_000) });
    await manager().post(`/api/lines/${line.id}/stop`).send(stop).expect(409);
  });

  it('for a rest and its end', async () => {
    const id = await client('Resting Ltd');
    await give(id, { service: 'books', startsOn: '2026-03-01' }).expect(201);
    const line = await named(id, 'Books, monthly');
    const count = (await obligations(id)).length;
    const pause = { from: '2026-05-01', version: line.version };
    const effect = (await manager().post(`/api/lines/${line.id}/pause/effect`).send(pause).expect(200)).body as ScheduleEffect;
    expect(effect.rows).toHaveLength(count - 2);
    await manager().post(`/api/lines/${line.id}/pause`).send(pause).expect(204);
    expect((await obligations(id)).map((one) => one.name)).toEqual(['Books, monthly, Mar 2026', 'Books, monthly, Apr 2026']);
    await manager()
      .post(`/api/lines/${line.id}/resume`)
      .send({ on: '2026-08-01', version: line.version + 1 })
      .expect(204);
    expect((await obligations(id))[2]!.name).toBe('Books, monthly, Aug 2026');
    expect((await named(id, 'Books, monthly')).pauses).toEqual([{ from: '2026-05-01', until: '2026-07-31' }]);
  });

  it('for a client who leaves: every line ends with the last day', async () => {
    const id = await clientWithVat(test, '2026-03-01', { ...DUNMARRA, name: 'Leaving Ltd' });
    const view = (await manager().get(`/api/clients/${id}`).expect(200)).body as { version: number };
    const leave = { standing: 'former', on: '2026-04-30', reason: 'Sold', version: view.version };
    const effect = (await manager().post(`/api/clients/${id}/standing/effect`).send(leave).expect(200)).body as ScheduleEffect;
    expect(new Set(effect.rows.map((row) => row.does))).toEqual(new Set(['goes']));
    await manager().post(`/api/clients/${id}/standing`).send(leave);
    expect((await obligations(id)).map((one) => one.name)).toEqual(['VAT return, Mar-Apr 2026']);
  });

  it('and a registration that ends takes the later periods with it', async () => {
    const id = await clientWithVat(test, '2026-03-01', { ...DUNMARRA, name: 'Deregistered Ltd' });
    const view = (await manager().get(`/api/clients/${id}`).expect(200)).body as { version: number };
    await manager()
      .patch(`/api/clients/${id}`)
      .send({ ...DUNMARRA, contact: undefined, name: 'Deregistered Ltd', vatUntil: '2026-08-10', version: view.version })
      .expect(204);
    expect((await obligations(id)).map((one) => one.periodEnd)).toEqual(['2026-04-30', '2026-06-30', '2026-08-31']);
  });
});

describe('filing', () => {
  it('before the checks of its job are done warns, and says which', async () => {
    const id = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Not Ready Ltd' });
    await test.tick();
    const [first] = await obligations(id);
    const { body } = await manager().post(`/api/obligations/${first!.id}/file`).set(key()).send({}).expect(409);
    expect(body).toMatchObject({ code: 'not-ready' });
    expect((body as { detail: string }).detail).toContain('"Enter sales and purchases"');
    await manager().post(`/api/obligations/${first!.id}/file`).set(key()).send({ anyway: true }).expect(202);
  });

  it('elsewhere is noted with day, receipt and by whom, and says how early or late it was', async () => {
    const id = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Filed Elsewhere Ltd' });
    const [first] = await obligations(id);
    const note = { on: '2026-03-09', receipt: 'by post, RR 123', version: first!.version };
    await manager()
      .post(`/api/obligations/${first!.id}/note-filed`)
      .send({ ...note, on: '2026-03-12' })
      .expect(422);
    await manager().post(`/api/obligations/${first!.id}/note-filed`).send(note).expect(204);
    expect((await obligations(id))[0]).toMatchObject({ status: 'filed', receipt: 'by post, RR 123', filedBy: 'manager of Marram & Tern' });
    const history = (await manager().get(`/api/history?client=${id}`).expect(200)).body as { what: string }[];
    expect(history[0]!.what).toContain('filed 14 days early');
    await manager().post(`/api/obligations/${first!.id}/note-filed`).send(note).expect(409);
  });

  it('waits for what the client has to allow', async () => {
    const id = await client('Unauthorised Ltd');
    await give(id, { service: 'registration', rhythm: 'one-off', anchor: 'start', startsOn: '2026-03-10' }).expect(201);
    const [one] = await obligations(id);
    const { body } = await manager().post(`/api/obligations/${one!.id}/note-filed`).send({ on: '2026-03-10', receipt: 'x', version: one!.version }).expect(409);
    expect((body as { detail: string }).detail).toContain('authorisation of the agent');
    const permission = { serviceId: test.firm.services.registration, kind: 'agent', askedOn: '2026-03-01', givenOn: '2026-03-05', reference: 'A 17' };
    await manager()
      .put(`/api/clients/${id}/permissions`)
      .send({ ...permission, givenOn: '2026-02-01' })
      .expect(422);
    await manager().put(`/api/clients/${id}/permissions`).send(permission).expect(204);
    expect((await lines(id))[0]!.permissions).toEqual([{ kind: 'agent', askedOn: '2026-03-01', givenOn: '2026-03-05', reference: 'A 17' }]);
    await manager().post(`/api/obligations/${one!.id}/note-filed`).send({ on: '2026-03-10', receipt: 'x', version: one!.version }).expect(204);
  });

  it('of a date of our own is done when its job is', async () => {
    const id = await client('Our Own Ltd');
    await give(id, { service: 'call', rhythm: 'quarterly', startsOn: '2026-01-01', anchor: 'calendar', fee: eur(0) }).expect(201);
    const [first] = await obligations(id);
    await manager().post(`/api/obligations/${first!.id}/start`).expect(200);
    const jobId = await jobOf(test, id);
    const { tasks } = (await manager().get(`/api/jobs/${jobId}`).expect(200)).body as { tasks: { id: string; version: number }[] };
    for (const task of tasks) await manager().post(`/api/tasks/${task.id}/tick`).send({ done: true, version: task.version });
    expect((await obligations(id))[0]).toMatchObject({ id: first!.id, status: 'filed', receipt: null, filedBy: 'manager of Marram & Tern' });
  });

  it('that never happened is noted as missed, once it is overdue, and closes its job', async () => {
    const id = await clientWithVat(test, '2025-11-01', { ...DUNMARRA, name: 'Missed Ltd' });
    const [first, , third] = await obligations(id);
    expect(first!.dueOn).toBe('2026-01-23');
    await manager().post(`/api/obligations/${first!.id}/start`).expect(200);
    await manager().post(`/api/obligations/${third!.id}/set-aside`).send({ as: 'missed', reason: 'Too soon', version: third!.version }).expect(422);
    const [started] = await obligations(id);
    await manager()
      .post(`/api/obligations/${first!.id}/set-aside`)
      .send({ as: 'missed', reason: 'Papers never came', closeJob: true, version: started!.version })
      .expect(204);
    expect(await jobs(id, 'finished')).toEqual(['VAT return, Nov-Dec 2025']);
    const later = (await manager().get('/api/almanac/list?from=2026-01-01&until=2026-01-31').expect(200)).body as { rows: ObligationView[] };
    expect(later.rows.find((one) => one.id === first!.id)).toMatchObject({ status: 'missed', notRequiredReason: 'Papers never came' });
  });
});
