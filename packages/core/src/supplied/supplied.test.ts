import { askOf, signatureOf } from '../procedures/sample-asks';
import { describe, expect, it } from 'vitest';
import { addWorkingDays, civil, openWeek } from '../calendar';
import type { Facts } from '../conditions';
import { ruleById } from '../obligations';
import { type JobProgress, type PhasePlan, advance, layOut, onPaper, phasesFor, progress } from '../procedures';
import { SUPPLIED, SUPPLIED_PROCEDURES, suppliedProcedure } from '.';

const FORMS = ['company', 'co-operative', 'charity', 'partnership', 'sole trader', 'person', 'not known'];
/** A client of every kind that procedures tell apart. */
const EVERYBODY: Facts[] = FORMS.flatMap((legalForm) => ['online', 'paper'].map((way) => ({ legalForm, way })));

describe.each(SUPPLIED_PROCEDURES.map((one) => [one.name, one] as const))('%s', (_, procedure) => {
  it('gives every client one way: each branch once, and something to do in it', () => {
    for (const facts of EVERYBODY) {
      const { phases } = phasesFor(procedure, facts);
      const branches = phases.flatMap((phase) => phase.branch ?? []);
      expect({ facts, branches: new Set(branches).size }).toEqual({ facts, branches: branches.length });
      const all = new Set(procedure.phases.flatMap((phase) => phase.branch ?? []));
      expect({ facts, branches: new Set(branches) }).toEqual({ facts, branches: all });
      expect(phases.flatMap((phase) => phase.tasks).length).toBeGreaterThan(0);
    }
  });

  it('has tasks wait only for what comes before them', () => {
    const before = new Set<string>();
    for (const task of procedure.phases.flatMap((phase) => phase.tasks)) {
      for (const key of task.waitsFor ?? []) expect(before).toContain(key);
      before.add(task.key);
    }
  });

  it('comes to its end by doing what is asked, in order, and by nothing else', () => {
    for (const facts of EVERYBODY) {
      const { phases } = phasesFor(procedure, facts);
      expect(worked(phases)).toBe('finished');
    }
  });

  it('lies between start and target, each task after those it waits for have begun', () => {
    const dates = { start: civil('2026-03-02'), target: addWorkingDays(civil('2026-03-02'), 25) };
    for (const facts of EVERYBODY) {
      const { tasks } = layOut(procedure, facts, dates);
      const startOf = new Map(tasks.map(({ task, start }) => [task.key, start]));
      for (const { task, start, due } of tasks) {
        expect(dates.start.until(start).sign).toBeGreaterThanOrEqual(0);
        expect(due.until(dates.target).sign).toBeGreaterThanOrEqual(0);
        for (const key of task.waitsFor ?? []) if (startOf.has(key)) expect(startOf.get(key)!.until(start).sign).toBeGreaterThanOrEqual(0);
      }
    }
  });
});

/** Does everything that phases ask for, moving on by itself; says where it ended. */
function worked(phases: readonly PhasePlan[]): string {
  const state = {
    phases: phases.map((phase) => ({ ...phase, approved: true })),
    current: phases[0]!.key as string | null,
    tasks: phases.flatMap((phase) => phase.tasks.map((task) => ({ key: task.key, phaseKey: phase.key, done: false }))),
    asks: [] as JobProgress['asks'][number][],
  };
  for (let step = 0; step < 200 && state.current !== null; step += 1) {
    const phase = phases.find((one) => one.key === state.current)!;
    const open = state.tasks.find((task) => task.phaseKey === phase.key && !task.done);
    if (open) open.done = true;
    else if (phase.completion === 'answered') state.asks.push(...(phase.requests ?? []).map((plan) => askOf(phase.key, true, { planKey: plan.key })));
    else if (phase.completion === 'signed') state.asks.push(signatureOf(phase.key, true));
    const [move] = advance(state);
    if (open && state.tasks.some((task) => task.phaseKey === phase.key && !task.done)) expect(move).toBeUndefined();
    // Where it asks first, or is moved by hand, a person moves it on.
    const next = phases[phases.indexOf(phase) + 1]?.key ?? null;
    if (move) state.current = move.toKey;
    else if (progress(state).find((one) => one.key === phase.key)!.complete && phase.asks) state.current = next;
    else if (!open && phase.completion === 'by hand') state.current = next;
  }
  return state.current ?? 'finished';
}

describe('the supplied procedures', () => {
  it('have names and keys of their own', () => {
    expect(new Set(SUPPLIED_PROCEDURES.map((one) => one.key)).size).toBe(SUPPLIED_PROCEDURES.length);
    expect(new Set(SUPPLIED_PROCEDURES.map((one) => one.name.toLowerCase())).size).toBe(SUPPLIED_PROCEDURES.length);
    expect(() => suppliedProcedure('nowhere')).toThrow('No procedure "nowhere" is supplied');
  });

  it('are there for all kinds of work of a firm', () => {
    expect(SUPPLIED_PROCEDURES.map((one) => one.key)).toEqual(
      expect.arrayContaining([
        'books-monthly',
        'books-weekly',
        'vat',
        'payroll-weekly',
        'payroll-monthly',
        'accounts',
        'corporation-tax',
        'personal',
        'annual-return',
        'call',
        'onboarding',
      ]),
    );
  });

  it('take a person who works on paper through packet, drop-off, signing on site and pick-up, and ask nothing by mail', () => {
    const { phases } = phasesFor(suppliedProcedure('personal'), { way: 'paper', legalForm: 'person' });
    expect(phases.map((phase) => phase.key)).toEqual(['packet', 'prepare', 'look', 'sign', 'file', 'pickup']);
    expect(phases.flatMap((phase) => phase.requests ?? [])).toEqual([]);
    const online = phasesFor(suppliedProcedure('personal'), { way: 'online', legalForm: 'person' }).phases;
    expect(online.map((phase) => phase.key)).toEqual(['ask', 'prepare', 'look', 'agree', 'file']);
  });

  it('welcome a new client over four working days, a few contacts a day', () => {
    const dates = { start: civil('2026-03-05'), target: civil('2026-03-13') };
    const { tasks } = layOut(suppliedProcedure('onboarding'), { way: 'online', legalForm: 'company' }, dates, openWeek);
    const days = tasks.map(({ due }) => due.toString());
    // From a Thursday: the weekend lies between.
    expect(days).toEqual(['2026-03-05', '2026-03-06', '2026-03-09', '2026-03-10', '2026-03-10']);
  });

  it('leave the approval of accounts and of a corporation tax return to a second person', () => {
    for (const key of ['accounts', 'corporation-tax']) {
      const look = suppliedProcedure(key).phases.find((phase) => phase.completion === 'approved');
      expect(look?.tasks.every((task) => task.role === 'manager')).toBe(true);
    }
  });

  it('have the annual return of a company signed before it is filed', () => {
    const keys = suppliedProcedure('annual-return').phases.map((phase) => `${phase.key} ${phase.completion ?? 'tasks'}`);
    expect(keys.indexOf('sign signed')).toBeLessThan(keys.indexOf('file tasks'));
  });

  it('name on paper the companies whose directors nobody can reach to sign', () => {
    const client = (name: string, signs: boolean) => ({
      id: name,
      name,
      facts: { way: 'online', legalForm: 'company' },
      writtenTo: ['Somebody'],
      roles: ['preparer', 'manager', 'partner'] as const,
      signs,
    });
    const { faults } = onPaper(suppliedProcedure('annual-return'), [client('Ballast Quarry Ltd', true), client('Nobody Signs Ltd', false)]);
    expect(faults).toEqual([
      { what: '1 client has nobody who signs, and a document is to be signed', clients: [{ id: 'Nobody Signs Ltd', name: 'Nobody Signs Ltd' }] },
    ]);
  });
});

describe('the supplied services', () => {
  it.each(SUPPLIED.map((one) => [one.name, one] as const))('%s goes by rules and procedures that are there', (_, service) => {
    for (const rules of Object.values(service.rules)) for (const id of rules ?? []) expect(ruleById(id).id).toBe(id);
    for (const key of [service.procedure, ...(service.others ?? []).map((other) => other.procedure)]) expect(suppliedProcedure(key).key).toBe(key);
  });

  it.each(SUPPLIED.map((one) => [one.name, one] as const))('%s begins before its target, and its target lies before its deadline', (_, service) => {
    expect(service.leadDays).toBeGreaterThan(service.targetDays);
    expect(service.targetDays).toBeGreaterThanOrEqual(0);
    expect(service.fee).toBeGreaterThanOrEqual(0);
    expect(service.scope.endsWith('.')).toBe(true);
  });

  it('have a deadline by a rule of the country or a date of the firm’s own', () => {
    for (const service of SUPPLIED)
      expect({ [service.name]: Object.keys(service.rules).length > 0 || service.ownDue !== undefined }).toEqual({ [service.name]: true });
  });
});
