import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RuleView, TriedRule } from '@steady/contract/rules';
import { type TestApp, clientWithVat, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const attempt = (id: string, body: object) => test.firm.as.preparer!.post(`/api/rules/${id}/try`).send(body);

describe('filing rules', () => {
  it('are listed in words, with the facts they ask for and where they are in use', async () => {
    await clientWithVat(test);
    const rules = (await test.firm.as.preparer!.get('/api/rules').expect(200)).body as RuleView[];
    expect(rules.find((rule) => rule.id === 'ie-vat-return')).toMatchObject({
      appliesTo: 'registered for VAT',
      lines: ['Online: 1 month after, on day 23 of that month', 'On paper: 1 month after, on day 19 of that month', 'A weekend or holiday does not move it'],
      asks: [
        { fact: 'vatRegistered', words: 'registered for VAT' },
        { fact: 'way', words: 'works' },
      ],
      used: 1,
    });
    expect(rules.find((rule) => rule.id === 'us-1120')!.lines).toContain('A weekend or holiday: the next working day');
    expect(rules.find((rule) => rule.id === 'ca-t2-balance')!.asks.map((one) => one.fact)).toContain('ccpc');
  });

  it('are tried on a period and on facts, and nothing is written', async () => {
    const { body } = await attempt('us-1120s', { periodEnd: '2025-12-31', facts: { legalForm: 'company', sCorporation: true } }).expect(200);
    expect(body as TriedRule).toMatchObject({ periodStart: '2025-01-01', due: '2026-03-16', applies: true, extended: { due: '2026-09-15' } });
    const without = (await attempt('ie-vat-return', { periodEnd: '2026-02-28', facts: { vatRegistered: false, way: 'paper' } }).expect(200)).body as TriedRule;
    expect(without).toMatchObject({ due: '2026-03-19', applies: false, extended: null });
    expect(without.workings.lines.at(-1)).toContain('due Thu 19 Mar 2026');
  });

  it.each<[string, object, string]>([
    ['ie-vat-return', { periodEnd: '2026-02-30' }, 'periodEnd'],
    ['ie-vat-return', { periodEnd: '1999-02-28' }, 'periodEnd'],
    ['ie-vat-return', { periodEnd: '2026-02-28', periodStart: '2026-03-01' }, 'periodStart'],
    ['ie-vat-return', { periodEnd: '2026-02-28', facts: { way: { deep: 1 } } }, 'facts.way'],
    ['ie-vat-return', { periodEnd: '2026-02-28', facts: 'none' }, 'facts'],
  ])('%s with %j: the fault stands at %s', async (id, body, field) => {
    const { body: answer } = await attempt(id, body).expect(422);
    expect((answer as { errors: { field: string }[] }).errors[0]!.field).toBe(field);
  });

  it('that are not there are not found', async () => {
    await attempt('xx-nothing', { periodEnd: '2026-02-28' }).expect(404);
  });
});
