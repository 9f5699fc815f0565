import fc from 'fast-check';
import { askOf, signatureOf } from './sample-asks';
import { describe, expect, it } from 'vitest';
import { civil, isWorkingDay, openWeek } from '../calendar';
import type { Condition, Facts } from '../conditions';
import {
  type ClientOnPaper,
  type Completion,
  type JobProgress,
  type PhasePlan,
  type Procedure,
  TASK_ROLES,
  actionsOfMove,
  advance,
  asksToMove,
  checkProcedure,
  layOut,
  onPaper,
  phasesFor,
  procedureFaults,
  progress,
  story,
} from '.';

const WAY: fc.Arbitrary<Condition> = fc.constantFrom<Condition>(
  { fact: 'way', is: 'online' },
  { fact: 'way', is: 'paper' },
  { fact: 'legalForm', oneOf: ['company', 'charity'] },
  { not: { fact: 'legalForm', is: 'person' } },
);
const anyFacts: fc.Arbitrary<Facts> = fc.record({ way: fc.constantFrom('online', 'paper'), legalForm: fc.constantFrom('company', 'charity', 'person') });

/** Procedures that can be worked by: keys are their own, tasks wait only for what comes before. */
const procedures: fc.Arbitrary<Procedure> = fc
  .array(
    fc.record({
      onlyIf: fc.option(WAY, { nil: undefined }),
      completion: fc.constantFrom<(Completion | undefined)[]>(undefined, 'tasks', 'signed', 'approved', 'by hand'),
      asks: fc.boolean(),
      asksFor: fc.boolean(),
      tells: fc.boolean(),
      tasks: fc.array(
        fc.record({
          role: fc.constantFrom(...TASK_ROLES),
          estimate: fc.integer({ min: 0, max: 900 }),
          onlyIf: fc.option(WAY, { nil: undefined }),
          waits: fc.boolean(),
        }),
        { maxLength: 4 },
      ),
    }),
    { minLength: 1, maxLength: 5 },
  )
  .map((given) => {
    const earlier: string[] = [];
    return {
      phases: given.map((phase, at): PhasePlan => {
        const tasks = phase.tasks.map(({ waits, ...task }, index) => {
          const key = `t${at}-${index}`;
          const waitsFor = waits ? earlier.slice(-1) : [];
          earlier.push(key);
          return { key, name: `Task ${key}`, ...task, waitsFor };
        });
        return {
          key: `p${at}`,
          name: `Phase ${at}`,
          onlyIf: phase.onlyIf,
          completion: phase.completion,
          asks: phase.asks,
          tasks,
          ...(phase.asksFor
            ? {
                requests: [{ key: 'papers', title: 'Papers', items: [{ name: 'Bank', description: '' }] }],
                onEntry: [{ key: 'r', does: 'request', requestKey: 'papers', days: 5 }],
              }
            : {}),
          ...(phase.tells ? { onDone: [{ key: 't', does: 'tell', role: 'manager', words: 'done' }] } : {}),
        };
      }),
    };
  });

const states: fc.Arbitrary<JobProgress> = fc
  .tuple(procedures, anyFacts, fc.array(fc.boolean(), { minLength: 20, maxLength: 20 }), fc.nat(5), fc.boolean())
  .map(([procedure, facts, ticks, at, answered]) => {
    const { phases } = phasesFor(procedure, facts);
    let next = 0;
    return {
      phases: phases.map((phase) => ({ ...phase, approved: ticks[next % 20] })),
      current: phases[at % Math.max(phases.length, 1)]?.key ?? null,
      tasks: phases.flatMap((phase) => phase.tasks.map(() => ({ phaseKey: phase.key, done: ticks[next++ % 20]! }))),
      asks: [
        ...phases.filter((phase) => phase.requests).map((phase) => askOf(phase.key, answered, { planKey: 'papers' })),
        ...phases.filter((phase) => phase.completion === 'signed').map((phase) => signatureOf(phase.key, answered)),
      ],
    };
  });

describe('a job, whatever it is', () => {
  it('moves phase by phase, and only out of those in which nothing is open', () => {
    fc.assert(
      fc.property(states, (state) => {
        const moves = advance(state);
        const stands = progress(state);
        let at = state.current;
        for (const move of moves) {
          expect(move.fromKey).toBe(at);
          const phase = stands.find((one) => one.key === move.fromKey)!;
          expect(phase).toMatchObject({ complete: true, asks: false, done: phase.tasks, asksOpen: 0 });
          const index = stands.indexOf(phase);
          expect(move.toKey).toBe(stands[index + 1]?.key ?? null);
          at = move.toKey;
        }
      }),
    );
  });

  it('that has moved as far as it can moves no further until something changes', () => {
    fc.assert(
      fc.property(states, (state) => {
        const moves = advance(state);
        const after = { ...state, current: moves.length === 0 ? state.current : moves.at(-1)!.toKey };
        expect(advance(after)).toEqual([]);
        if (asksToMove(after)) expect(advance(after)).toEqual([]);
      }),
    );
  });

  it('goes at least as far when one more task is done', () => {
    fc.assert(
      fc.property(states, fc.nat(30), (state, at) => {
        const tasks = state.tasks.map((task, index) => (index === at % Math.max(state.tasks.length, 1) ? { ...task, done: true } : task));
        expect(advance({ ...state, tasks }).length).toBeGreaterThanOrEqual(advance(state).length);
      }),
    );
  });

  it('counts each of its tasks in one phase, done or not', () => {
    fc.assert(
      fc.property(states, (state) => {
        const phases = progress(state);
        expect(phases.reduce((sum, phase) => sum + phase.tasks, 0)).toBe(state.tasks.length);
        expect(phases.reduce((sum, phase) => sum + phase.done, 0)).toBe(state.tasks.filter((task) => task.done).length);
        expect(phases.filter((phase) => phase.stands === 'current')).toHaveLength(state.current === null ? 0 : 1);
      }),
    );
  });
});

describe('a procedure, whatever it is', () => {
  it('that waits only for what comes before has no fault', () => {
    fc.assert(
      fc.property(procedures, (procedure) => {
        expect(checkProcedure(procedure)).toEqual([]);
        expect(procedureFaults(JSON.parse(JSON.stringify(procedure)))).toEqual([]);
      }),
    );
  });

  it('in which a task is made to wait for one that waits for it has a circle, and both are named', () => {
    fc.assert(
      fc.property(procedures, (procedure) => {
        const tasks = procedure.phases.flatMap((phase) => phase.tasks);
        const late = tasks.find((task) => task.waitsFor!.length > 0);
        fc.pre(late !== undefined);
        const early = tasks.find((task) => task.key === late.waitsFor![0])!;
        const phases = procedure.phases.map((phase) => ({
          ...phase,
          tasks: phase.tasks.map((task) => (task === early ? { ...task, waitsFor: [...task.waitsFor!, late.key] } : task)),
        }));
        const circle = checkProcedure({ phases }).find((fault) => fault.startsWith('Tasks wait in a circle'));
        expect(circle).toContain(`"${early.name}"`);
        expect(circle).toContain(`"${late.name}"`);
      }),
    );
  });

  it('sends a client through some phases and past the others, none twice and none lost', () => {
    fc.assert(
      fc.property(procedures, anyFacts, (procedure, facts) => {
        const { phases, passedOver } = phasesFor(procedure, facts);
        expect([...phases, ...passedOver].map((phase) => phase.name).sort()).toEqual(procedure.phases.map((phase) => phase.name).sort());
        for (const { why } of passedOver) expect(why).toMatch(/^only if \S/);
      }),
    );
  });

  it('lays every task out on working days between start and target, due on or after its start', () => {
    const days = fc.integer({ min: 0, max: 600 });
    fc.assert(
      fc.property(procedures, anyFacts, days, fc.integer({ min: 0, max: 90 }), (procedure, facts, offset, length) => {
        const start = civil('2026-01-05').add({ days: offset });
        const target = start.add({ days: length });
        for (const { start: from, due } of layOut(procedure, facts, { start, target }).tasks) {
          expect(start.until(from).days).toBeGreaterThanOrEqual(0);
          expect(from.until(due).days).toBeGreaterThanOrEqual(0);
          expect(due.until(target).days).toBeGreaterThanOrEqual(0);
          if (length >= 7) expect(isWorkingDay(from) && isWorkingDay(due)).toBe(true);
        }
      }),
    );
  });
});

const clients: fc.Arbitrary<ClientOnPaper[]> = fc
  .array(fc.record({ facts: anyFacts, reached: fc.boolean(), signs: fc.boolean(), roles: fc.subarray([...TASK_ROLES]) }), { maxLength: 8 })
  .map((given) => given.map(({ reached, ...one }, at) => ({ ...one, id: `c${at}`, name: `Client ${at}`, writtenTo: reached ? ['Bríd Foley'] : [] })));

describe('clients run through on paper, whoever they are', () => {
  it('each take one way, and the sums are those of all of them', () => {
    fc.assert(
      fc.property(procedures, clients, (procedure, all) => {
        const of = onPaper(procedure, all);
        const paths = of.routes.flatMap((route) => route.clients);
        expect(paths.map((path) => path.clientId).sort()).toEqual(all.map((one) => one.id).sort());
        for (const figure of ['tasks', 'minutes', 'requests', 'messages', 'bills'] as const)
          expect(of[figure]).toBe(paths.reduce((sum, path) => sum + path[figure], 0));
        for (const route of of.routes) for (const path of route.clients) expect(path.phases).toEqual(route.phases);
      }),
    );
  });

  it('are named as not to be reached exactly where something would go out and nobody is there to get it', () => {
    fc.assert(
      fc.property(procedures, clients, (procedure, all) => {
        const fault = onPaper(procedure, all).faults.find((one) => one.what.includes('would get a message'));
        const unreached = all.filter((one) => {
          const { phases } = phasesFor(procedure, one.facts);
          const goesOut = phases.some((phase) => actionsOfMove(null, phase, one.facts).some(({ action }) => action.does === 'request'));
          return one.writtenTo.length === 0 && goesOut;
        });
        expect(fault?.clients.map((one) => one.id) ?? []).toEqual(unreached.map((one) => one.id));
      }),
    );
  });

  it('are told their story in the order of days, from the first phase to the end', () => {
    const names = { template: () => 'x', signingKind: () => 'x', procedure: () => 'x', detail: () => 'x', facts: {} };
    fc.assert(
      fc.property(procedures, anyFacts, fc.integer({ min: 1, max: 60 }), (procedure, facts, length) => {
        const one = { id: 'c', name: 'Client', facts, writtenTo: ['Bríd Foley'], roles: TASK_ROLES, signs: true };
        const start = civil('2026-03-02');
        const told = story(procedure, one, { start, target: start.add({ days: length }) }, openWeek, names);
        for (let at = 1; at < told.length; at += 1) expect(told[at - 1]!.day.until(told[at]!.day).days).toBeGreaterThan(0);
        const lines = told.flatMap((day) => day.lines);
        const { phases } = phasesFor(procedure, facts);
        expect(lines.filter((line) => line.startsWith('Enters')).map((line) => line.slice(8, -1))).toEqual(phases.map((phase) => phase.name));
        if (phases.length > 0) expect(lines.at(-1)).toBe('The job is finished');
      }),
    );
  });
});
