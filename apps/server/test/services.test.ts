import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ClosingDays } from '@steady/contract/closing-days';
import type { ScheduleEffect, ObligationView } from '@steady/contract/almanac';
import type { RuleView } from '@steady/contract/rules';
import type { FeeProposal, ServiceLineView } from '@steady/contract/lines';
import type { KeepService, ServiceView, SuppliedView } from '@steady/contract/services';
import { byItself } from '../src/platform/identity';
import { DUNMARRA, type TestApp, clientWithVat, eur, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const manager = () => test.firm.as.manager!;
const services = async () => (await manager().get('/api/services').expect(200)).body as ServiceView[];
const service = async (name: string) => (await services()).find((one) => one.name === name)!;
const kept = ({ id: _id, rules: _rules, procedureName: _name, phases: _phases, lines: _lines, ...rest }: ServiceView): KeepService => ({
  ...rest,
  defaultFee: rest.defaultFee ?? eur(0),
});
const obligations = async (id: string) => (await manager().get(`/api/clients/${id}/obligations`).expect(200)).body as ObligationView[];

describe('a service', () => {
  it('is taken from the supplied ones, once, with the rules of the country and a procedure for each rhythm', async () => {
    const supplied = (await manager().get('/api/services/supplied').expect(200)).body as SuppliedView[];
    expect(supplied.find((one) => one.key === 'payroll')).toMatchObject({ rules: ['Payroll return'], taken: true });
    await manager().post('/api/services/supplied').send({ key: 'payroll' }).expect(422);
    await manager().post('/api/services/supplied').send({ key: 'nonsense' }).expect(404);
    expect((await service('Payroll return')).procedures.map((one) => one.rhythm)).toEqual(['weekly']);
  });

  it('gets a short name by itself, is printed and charged as two choices, and is copied switched off', async () => {
    const vat = await service('VAT return');
    const input = { ...kept(vat), name: 'Statements, monthly', shortName: undefined, printed: false, charged: true, ruleIds: [], version: undefined };
    const { id } = (await manager().post('/api/services').send(input).expect(201)).body as { id: string };
    expect((await services()).find((one) => one.id === id)).toMatchObject({ shortName: 'Statements', printed: false, charged: true, active: true, rules: [] });
    const copy = (await manager().post(`/api/services/${id}/copy`).expect(201)).body as { id: string };
    expect((await services()).find((one) => one.id === copy.id)).toMatchObject({ name: 'Statements, monthly, copy', active: false });
    const { body } = await manager()
      .post(`/api/clients/${await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Off Ltd' })}/lines`)
      .send({ serviceId: copy.id, rhythm: 'monthly', fee: eur(0), startsOn: '2026-03-01' })
      .expect(422);
    expect((body as { errors: { message: string }[] }).errors[0]!.message).toContain('is off');
  });

  it('stands where it is put, and an order that forgets one is refused', async () => {
    const ids = (await services()).map((one) => one.id).reverse();
    await manager().put('/api/services/order').send({ ids }).expect(204);
    expect((await services()).map((one) => one.id)).toEqual(ids);
    await manager()
      .put('/api/services/order')
      .send({ ids: ids.slice(1) })
      .expect(409);
  });

  it('whose lead time changes moves the work of its lines, shown before', async () => {
    const id = await clientWithVat(test, '2026-03-01', { ...DUNMARRA, name: 'Lead Time Ltd' });
    const vat = await service('VAT return');
    const change = { ...kept(vat), leadDays: 40, targetDays: 3 };
    const effect = (await manager().post(`/api/services/${vat.id}/effect`).send(change).expect(200)).body as ScheduleEffect;
    const own = effect.rows.filter((row) => row.clientId === id);
    expect(own[0]).toMatchObject({
      does: 'moves',
      before: { dueOn: '2026-05-23', targetOn: '2026-05-22' },
      after: { dueOn: '2026-05-23', targetOn: '2026-05-20' },
    });
    await manager().patch(`/api/services/${vat.id}`).send(change).expect(204);
    expect((await obligations(id))[0]).toMatchObject({ targetOn: '2026-05-20', beginsOn: '2026-04-13' });
    await manager().patch(`/api/services/${vat.id}`).send(change).expect(409);
    await manager()
      .patch(`/api/services/${vat.id}`)
      .send({ ...kept(await service('VAT return')), leadDays: 27, targetDays: 1 })
      .expect(204);
  });

  it('that gets another filing rule brings its deadlines to the lines, and takes them back', async () => {
    const id = await clientWithVat(test, '2026-03-01', { ...DUNMARRA, name: 'Payment Too Ltd' });
    const vat = await service('VAT return');
    await manager()
      .patch(`/api/services/${vat.id}`)
      .send({ ...kept(vat), ruleIds: ['ie-vat-return', 'ie-vat-payment'] })
      .expect(204);
    const both = await obligations(id);
    expect(both.filter((one) => one.ruleId === 'ie-vat-payment')[0]).toMatchObject({ leads: false, name: 'VAT return: VAT payment, Mar-Apr 2026' });
    await manager()
      .patch(`/api/services/${vat.id}`)
      .send({ ...kept(await service('VAT return')), ruleIds: ['ie-vat-return'] })
      .expect(204);
    expect((await obligations(id)).some((one) => one.ruleId === 'ie-vat-payment')).toBe(false);
  });

  it('proposes its fee from what is counted of the client', async () => {
    const { id: detail } = (await test.firm.as.administrator!.post('/api/details').send({ name: 'People paid', kind: 'number' }).expect(201)).body as {
      id: string;
    };
    const payroll = await service('Payroll return');
    const feeRule = {
      base: eur(6_000),
      drivers: [{ fact: `detail:${detail}`, name: 'people paid', included: 2, bands: [{ upTo: null, each: eur(900) }] }],
      minimum: null,
      discount: 0,
    };
    await manager()
      .patch(`/api/services/${payroll.id}`)
      .send({ ...kept(payroll), feeRule })
      .expect(204);
    const { body: added } = await manager()
      .post('/api/clients')
      .send({ ...DUNMARRA, contact: undefined, name: 'Seven Paid Ltd', employer: true, details: { [detail]: 7 } })
      .expect(201);
    const fee = (
      await manager()
        .get(`/api/services/${payroll.id}/fee/${(added as { id: string }).id}`)
        .expect(200)
    ).body as FeeProposal;
    expect(fee).toMatchObject({ fee: eur(10_500), lacking: [] });
    expect(fee.workings!.lines).toContain('5 × 9.00 = 45.00');
  });

  it.each<[string, Partial<Record<keyof KeepService, unknown>>, string]>([
    ['without a name', { name: ' ' }, 'name'],
    ['with the name of another', { name: 'annual return' }, 'name'],
    ['with a rule that is not there', { ruleIds: ['xx-none'] }, 'ruleIds'],
    ['with a lead time below zero', { leadDays: -1 }, 'leadDays'],
    ['with a procedure of another firm', { procedureId: '00000000-0000-4000-8000-000000000000' }, 'procedureId'],
    ['with a rhythm that is none', { defaultRhythm: 'every 0 weeks' }, 'defaultRhythm'],
    ['with far too long a scope', { scope: 'x'.repeat(4_001) }, 'scope'],
  ])('%s is refused', async (_, wrong, field) => {
    const income = await service('Income tax return');
    const { body } = await manager()
      .patch(`/api/services/${income.id}`)
      .send({ ...kept(income), ...wrong })
      .expect(422);
    expect((body as { errors: { field: string }[] }).errors[0]!.field).toBe(field);
    expect((await service('Income tax return')).version).toBe(income.version);
  });

  it('is not changed by whoever lacks the right', async () => {
    const income = await service('Income tax return');
    await test.firm.as.preparer!.patch(`/api/services/${income.id}`).send(kept(income)).expect(403);
    await test.other.as.manager!.patch(`/api/services/${income.id}`).send(kept(income)).expect(422);
  });
});

describe('a filing rule of the firm', () => {
  const rules = async () => (await manager().get('/api/rules').expect(200)).body as RuleView[];
  const shipped = async (id: string) => (await rules()).find((one) => one.id === id)!;

  it('is a copy beside its effect on all clients, takes the place of the shipped one, and can be changed', async () => {
    const id = await clientWithVat(test, '2026-03-01', { ...DUNMARRA, name: 'Earlier Ltd' });
    const { id: _id, ...definition } = (await shipped('ie-vat-return')).definition;
    const earlier = {
      ...definition,
      name: 'VAT return, by the 15th',
      versions: [
        {
          ...definition.versions[0]!,
          steps: [
            { do: 'add months', months: 1 },
            { do: 'set day', day: 15 },
          ],
          paperSteps: undefined,
        },
      ],
    };
    const effect = (await manager().post('/api/rules/ie-vat-return/effect').send({ definition: earlier }).expect(200)).body as ScheduleEffect;
    expect(effect.lines).toBeGreaterThan(1);
    expect(effect.rows.find((row) => row.clientId === id)).toMatchObject({ does: 'moves', before: { dueOn: '2026-05-23' }, after: { dueOn: '2026-05-15' } });
    expect((await obligations(id))[0]!.dueOn).toBe('2026-05-23');
    const { body } = await manager().post('/api/rules').send({ definition: earlier, copiedFrom: 'ie-vat-return', inPlace: true }).expect(201);
    const { id: ruleId } = body as { id: string };
    expect(ruleId).toBe('firm-vat-return-by-the-15th');
    expect((await obligations(id))[0]).toMatchObject({ dueOn: '2026-05-15', ruleId, authority: 'Revenue' });
    expect(await shipped('ie-vat-return')).toMatchObject({ used: 0, version: null });
    const own = await shipped(ruleId);
    expect(own).toMatchObject({ version: 1, copiedFrom: 'ie-vat-return' });
    await manager()
      .patch(`/api/rules/${ruleId}`)
      .send({ definition: { ...earlier, versions: [{ ...earlier.versions[0], steps: [{ do: 'add days', days: 20 }] }] }, version: 1 })
      .expect(204);
    expect((await obligations(id))[0]!.dueOn).toBe('2026-05-20');
    await manager().patch(`/api/rules/${ruleId}`).send({ definition: earlier, version: 1 }).expect(409);
    await test.other.as
      .manager!.get('/api/rules')
      .expect(200)
      .expect((answer) => expect(JSON.stringify(answer.body)).not.toContain(ruleId));
  });

  it('tells where the shipped rule changed since it was copied, until somebody has seen it', async () => {
    const { definition } = await shipped('ie-payroll-return');
    const { id: _, ...copy } = definition;
    const { body } = await manager()
      .post('/api/rules')
      .send({ definition: { ...copy, name: 'Payroll, ours' }, copiedFrom: 'ie-payroll-return' })
      .expect(201);
    const { id: ruleId } = body as { id: string };
    expect((await shipped(ruleId)).shippedChanged).toBeNull();
    const asItWas = { ...definition, versions: [{ ...definition.versions[0]!, whenClosed: 'working day before' }] };
    await test.works.run(byItself(test.firm.id), (work) =>
      work.tx.execute(sql`update firm_rules set copied_as = ${JSON.stringify(asItWas)}::jsonb where rule_id = ${ruleId}`),
    );
    expect((await shipped(ruleId)).shippedChanged).toEqual({
      gone: [expect.stringContaining('A weekend or holiday: the working day before') as string],
      added: [expect.stringContaining('A weekend or holiday does not move it') as string],
    });
    await test.firm.as.preparer!.post(`/api/rules/${ruleId}/seen`).expect(403);
    await test.other.as.manager!.post(`/api/rules/${ruleId}/seen`).expect(404);
    await manager().post('/api/rules/ie-vat-return/seen').expect(404);
    await manager().post(`/api/rules/${ruleId}/seen`).expect(204);
    expect(await shipped(ruleId)).toMatchObject({ shippedChanged: null, version: 1 });
  });

  it('that give more time without asking are planned by it where the service takes it, shown before', async () => {
    const steps = [{ do: 'add months', months: 1, keepMonthEnd: true }];
    const definition = {
      name: 'Quay dues',
      kind: 'return',
      authority: 'Harbour office',
      country: 'IE',
      rhythms: ['quarterly'],
      anchor: 'calendar',
      appliesTo: { all: [] },
      versions: [
        {
          effectiveFrom: '2020-01-01',
          steps,
          source: 'Harbour by-laws',
          extension: {
            name: 'for firms on the list',
            automatic: true,
            steps: [{ do: 'add months', months: 2, keepMonthEnd: true }],
            source: 'Harbour by-laws',
          },
        },
      ],
    };
    const { id: ruleId } = (await manager().post('/api/rules').send({ definition }).expect(201)).body as { id: string };
    const call = await service('Catch-up call');
    await manager()
      .patch(`/api/services/${call.id}`)
      .send({ ...kept(call), ruleIds: [ruleId] })
      .expect(204);
    const { body } = await manager()
      .post('/api/clients')
      .send({ ...DUNMARRA, contact: undefined, name: 'Quay Dues Ltd' })
      .expect(201);
    const { id } = body as { id: string };
    await manager()
      .post(`/api/clients/${id}/lines`)
      .send({ serviceId: call.id, rhythm: 'quarterly', fee: eur(0), startsOn: '2026-01-01' })
      .expect(201);
    expect((await obligations(id))[0]).toMatchObject({ dueOn: '2026-04-30' });
    const change = { ...kept(await service('Catch-up call')), takesExtensions: true };
    const effect = (await manager().post(`/api/services/${call.id}/effect`).send(change).expect(200)).body as ScheduleEffect;
    expect(effect.rows.find((row) => row.clientId === id)).toMatchObject({ before: { dueOn: '2026-04-30' }, after: { dueOn: '2026-06-30' } });
    await manager().patch(`/api/services/${call.id}`).send(change).expect(204);
    expect((await obligations(id))[0]).toMatchObject({ dueOn: '2026-06-30' });
    await manager()
      .patch(`/api/services/${call.id}`)
      .send({ ...kept(await service('Catch-up call')), ruleIds: [], takesExtensions: false })
      .expect(204);
  });

  it('reads labels and extra details of the client', async () => {
    const definition = {
      name: 'Seafood levy',
      kind: 'payment',
      authority: 'Harbour office',
      country: 'IE',
      rhythms: ['yearly'],
      anchor: 'calendar',
      appliesTo: { all: [{ fact: 'label:on the water', is: true }] },
      versions: [
        {
          effectiveFrom: '2020-01-01',
          steps: [{ do: 'add months', months: 2, keepMonthEnd: true }],
          whenClosed: 'next working day',
          source: 'Harbour by-laws',
        },
      ],
    };
    const { id: ruleId } = (await manager().post('/api/rules').send({ definition }).expect(201)).body as { id: string };
    const call = await service('Catch-up call');
    await manager()
      .patch(`/api/services/${call.id}`)
      .send({ ...kept(call), ruleIds: [ruleId] })
      .expect(204);
    const add = async (name: string, labels: string[]) => {
      const { body } = await manager()
        .post('/api/clients')
        .send({ ...DUNMARRA, contact: undefined, name, labels })
        .expect(201);
      const { id } = body as { id: string };
      await manager()
        .post(`/api/clients/${id}/lines`)
        .send({ serviceId: call.id, rhythm: 'quarterly', fee: eur(0), startsOn: '2026-01-01' })
        .expect(201);
      return (await obligations(id)).filter((one) => one.ruleId === ruleId).map((one) => one.dueOn);
    };
    expect(await add('Wet Feet Ltd', ['on the water'])).toEqual(['2027-03-01']);
    expect(await add('Dry Feet Ltd', [])).toEqual([]);
  });

  it.each<[string, object, string]>([
    ['without steps', { versions: [] }, 'Say how the date comes about.'],
    ['with a step of no kind', { versions: [{ effectiveFrom: '2020-01-01', source: 'x', steps: [{ do: 'guess' }] }] }, 'is of no kind'],
    ['with a condition on nothing', { appliesTo: { fact: '' } }, 'Choose the fact'],
    ['without a rhythm', { rhythms: [] }, 'Choose at least one rhythm.'],
    ['with a day that no month has', { versions: [{ effectiveFrom: '2020-01-01', source: 'x', steps: [{ do: 'set day', day: 40 }] }] }, 'from 1 to 31'],
  ])('%s is refused in words', async (_, wrong, words) => {
    const { id: _id, ...definition } = (await shipped('ie-corporation-tax')).definition;
    const { body } = await manager()
      .post('/api/rules')
      .send({ definition: { ...definition, ...wrong } })
      .expect(422);
    expect((body as { detail: string }).detail).toContain(words);
  });
});

describe('a closing day', () => {
  it('moves what is ours off it, and is open again when it is taken away', async () => {
    const { body: added } = await manager()
      .post('/api/clients')
      .send({ ...DUNMARRA, contact: undefined, name: 'Closed Ltd' })
      .expect(201);
    const { id } = added as { id: string };
    const books = await service('Books, monthly');
    await manager()
      .post(`/api/clients/${id}/lines`)
      .send({ serviceId: books.id, rhythm: 'monthly', fee: eur(42_000), startsOn: '2026-03-01' })
      .expect(201);
    expect((await obligations(id))[0]!.dueOn).toBe('2026-04-17');
    const keep = async (days: object[], status = 204) => {
      const { version } = (await manager().get('/api/firm/closing-days').expect(200)).body as ClosingDays;
      await manager().put('/api/firm/closing-days').send({ days, version }).expect(status);
    };
    await keep([{ day: '2026-04-10', name: 'Office move' }]);
    expect((await obligations(id))[0]!.dueOn).toBe('2026-04-20');
    expect((await manager().get('/api/firm/closing-days').expect(200)).body).toMatchObject({ own: [{ day: '2026-04-10', name: 'Office move' }] });
    await keep([{ day: '2026-02-30', name: 'No such day' }], 422);
    await keep([]);
    expect((await obligations(id))[0]!.dueOn).toBe('2026-04-17');
  });
});

describe('the lines of a client', () => {
  it('are seen with their rules by whoever sees the client, and changed only by whoever may', async () => {
    const id = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Seen Ltd' });
    const [line] = (await manager().get(`/api/clients/${id}/lines`).expect(200)).body as ServiceLineView[];
    await test.firm.as.contractor!.get(`/api/clients/${id}/lines`).expect(200, []);
    await test.firm.as.contractor!.post(`/api/lines/${line!.id}/stop`).send({ endsOn: '2026-05-01', reason: 'x', version: 1 }).expect(403);
    await test.other.as.manager!.post(`/api/lines/${line!.id}/stop`).send({ endsOn: '2026-05-01', reason: 'x', version: 1 }).expect(404);
  });
});
