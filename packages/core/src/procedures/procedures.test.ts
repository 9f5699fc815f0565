import fc from 'fast-check';
import { askOf, signatureOf } from './sample-asks';
import { describe, expect, it } from 'vitest';
import { civil, isWorkingDay } from '../calendar';
import {
  type JobProgress,
  type PhasePlan,
  type Procedure,
  type TaskPlan,
  WITHOUT_PROCEDURE,
  advance,
  answeredForBy,
  asksToMove,
  checkProcedure,
  comparePhases,
  layOut,
  moveKind,
  phasesFor,
  procedureFaults,
  progress,
  readLink,
} from '.';

const vat: Procedure = {
  phases: [
    { key: 'ask', name: 'Ask the client', tasks: [{ key: 'ask', name: 'Send the request', role: 'preparer', estimate: 10 }] },
    {
      key: 'prepare',
      name: 'Prepare',
      tasks: [
        { key: 'enter', name: 'Enter', role: 'preparer', estimate: 60 },
        { key: 'draft', name: 'Draft', role: 'preparer', estimate: 30, waitsFor: ['enter'] },
      ],
    },
    {
      key: 'look',
      name: 'Second look',
      onlyIf: { fact: 'legalForm', is: 'company' },
      tasks: [{ key: 'sign', name: 'Sign off', role: 'manager', estimate: 15 }],
    },
    { key: 'file', name: 'File', tasks: [{ key: 'file', name: 'File', role: 'preparer', estimate: 5 }] },
  ],
};

describe('who answers for a phase', () => {
  const phase = (key: string, tasks: TaskPlan[], more: Partial<PhasePlan> = {}): PhasePlan => ({ key, name: key, tasks, ...more });
  const plan = (key: string, more: Partial<TaskPlan> = {}): TaskPlan => ({ key, name: key, role: 'preparer', estimate: 10, ...more });

  it('has its tasks, but for those that name somebody themselves', () => {
    const procedure: Procedure = { phases: [phase('a', [plan('one'), plan('two', { memberId: 'orla' })], { memberId: 'niamh' }), phase('b', [plan('three')])] };
    expect(phasesFor(procedure, {}).phases.flatMap((one) => one.tasks.map((task) => task.memberId))).toEqual(['niamh', 'orla', undefined]);
  });

  it('is chosen anew when work begins, phase by phase', () => {
    const procedure: Procedure = { phases: [phase('a', [plan('one')], { memberId: 'niamh' }), phase('b', [plan('two')])] };
    expect(answeredForBy(procedure, new Map([['b', 'orla']])).phases.map((one) => one.memberId)).toEqual(['niamh', 'orla']);
    expect(procedure.phases[1]).not.toHaveProperty('memberId');
  });

  it('is said when a version names somebody else, and wants a person', () => {
    expect(comparePhases([phase('a', [])], [phase('a', [], { memberId: 'niamh' })])).toEqual(['"a" is answered for by somebody else']);
    expect(procedureFaults({ phases: [phase('a', [], { memberId: '' })] })).toEqual(['"a": choose who answers for it']);
  });

  it('a procedure that nobody wrote is one task of the preparer', () => {
    expect(procedureFaults(WITHOUT_PROCEDURE)).toEqual([]);
    expect(phasesFor(WITHOUT_PROCEDURE, {}).phases.map((one) => one.tasks.length)).toEqual([1]);
  });
});

describe('laying out', () => {
  it('keeps every task on working days inside the dates of the job, in order', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 700 }), fc.integer({ min: 0, max: 60 }), (offset, length) => {
        const start = civil('2026-01-05').add({ days: offset });
        const target = start.add({ days: length });
        const { tasks } = layOut(vat, { legalForm: 'company' }, { start, target });
        let last = start;
        for (const task of tasks) {
          expect(start.until(task.start).days).toBeGreaterThanOrEqual(0);
          expect(task.start.until(task.due).days).toBeGreaterThanOrEqual(0);
          expect(task.due.until(target).days).toBeGreaterThanOrEqual(0);
          expect(last.until(task.start).days).toBeGreaterThanOrEqual(0);
          if (length > 3) expect(isWorkingDay(task.due)).toBe(true);
          last = task.start;
        }
      }),
    );
  });

  it('passes a phase over for clients who do not meet its rule, and says why', () => {
    const { phases, passedOver } = layOut(vat, { legalForm: 'sole trader' }, { start: civil('2026-03-02'), target: civil('2026-03-20') });
    expect(phases.map((phase) => phase.key)).toEqual(['ask', 'prepare', 'file']);
    expect(passedOver).toEqual([{ name: 'Second look', why: 'only if legal form is company' }]);
  });
});

const state = (current: string | null, done: string[], asks: JobProgress['asks'] = []): JobProgress => ({
  phases: vat.phases,
  current,
  tasks: vat.phases.flatMap((phase) => phase.tasks.map((task) => ({ phaseKey: phase.key, done: done.includes(task.key) }))),
  asks,
});

describe('moving', () => {
  it('stays while a task is open', () => {
    expect(advance(state('prepare', ['ask', 'enter']))).toEqual([]);
  });

  it('stays while a request of the phase is open, and moves when it is complete', () => {
    expect(advance(state('ask', ['ask'], [askOf('ask', false)]))).toEqual([]);
    const [move] = advance(state('ask', ['ask'], [askOf('ask', true)]));
    expect(move).toMatchObject({ from: 'Ask the client', toKey: 'prepare', why: '1 task of 1 done, the client has answered everything' });
  });

  it('goes on through phases that are complete already', () => {
    expect(advance(state('ask', ['ask', 'enter', 'draft'])).map((move) => move.toKey)).toEqual(['prepare', 'look']);
  });

  it('finishes after the last phase, and a finished job moves no more', () => {
    expect(advance(state('file', ['ask', 'enter', 'draft', 'sign', 'file'])).at(-1)).toMatchObject({ from: 'File', to: null, toKey: null });
    expect(advance(state(null, ['ask', 'enter', 'draft', 'sign', 'file']))).toEqual([]);
  });

  it('tells the progress of each phase', () => {
    expect(progress(state('prepare', ['ask', 'enter'])).map((phase) => `${phase.name} ${phase.done}/${phase.tasks} ${phase.stands}`)).toEqual([
      'Ask the client 1/1 done',
      'Prepare 1/2 current',
      'Second look 0/1 ahead',
      'File 0/1 ahead',
    ]);
  });
});

describe('when a phase is complete', () => {
  const phase = (more: Partial<JobProgress['phases'][number]>, asks: JobProgress['asks'] = []): JobProgress => ({
    phases: [
      { key: 'a', name: 'A', ...more },
      { key: 'b', name: 'B' },
    ],
    current: 'a',
    tasks: [
      { phaseKey: 'a', done: true },
      { phaseKey: 'b', done: false },
    ],
    asks,
  });

  it('wants every planned request to have gone out and been answered, where that is its rule', () => {
    const asks = {
      completion: 'answered' as const,
      requests: [
        { key: 'bank', title: 'Bank papers' },
        { key: 'stock', title: 'Stock' },
      ],
    };
    const sent = (planKey: string | null, done = true) => askOf('a', done, { planKey });
    expect(progress(phase(asks))[0]!.wants).toBe('"Bank papers" and "Stock" have to be sent to the client');
    expect(progress(phase(asks, [sent('bank'), sent(null)]))[0]).toMatchObject({ wants: '"Stock" has to be sent to the client', complete: false });
    expect(advance(phase(asks, [sent('bank'), sent('stock', false)]))).toEqual([]);
    expect(advance(phase(asks, [sent('bank'), sent('stock')]))).toHaveLength(1);
  });

  it('wants a signature where that is its rule, and waits for one that was asked for in any phase', () => {
    const given = (signed: boolean) => [signatureOf('a', signed)];
    expect(progress(phase({ completion: 'signed' }))[0]!.wants).toBe('a document has to be given for signature');
    expect(progress(phase({ completion: 'signed' }, given(false)))[0]).toMatchObject({ wants: null, asksOpen: 1, complete: false });
    expect(advance(phase({ completion: 'signed' }, given(true)))[0]!.why).toBe('1 task of 1 done, everything is signed');
    expect(advance(phase({}, given(false)))).toEqual([]);
  });

  it('wants an approval, or a hand, where that is its rule', () => {
    expect(progress(phase({ completion: 'approved' }))[0]!.wants).toBe('a second person has to approve it');
    expect(advance(phase({ completion: 'approved', approved: true }))).toHaveLength(1);
    expect(advance(phase({ completion: 'by hand' }))).toEqual([]);
  });

  it('asks before it moves where it is told to, and moves no further by itself', () => {
    expect(asksToMove(phase({ asks: true }))).toBe(true);
    expect(advance(phase({ asks: true }))).toEqual([]);
    expect(asksToMove(phase({ asks: true, completion: 'by hand' }))).toBe(false);
  });

  it('tells moves on, past phases, back and to the end apart', () => {
    const phases = [{ key: 'a' }, { key: 'b' }, { key: 'c' }];
    expect([
      moveKind(phases, 'a', 'b'),
      moveKind(phases, 'a', 'c'),
      moveKind(phases, 'b', 'a'),
      moveKind(phases, 'a', null),
      moveKind(phases, null, 'c'),
    ]).toEqual(['on', 'over', 'back', 'finish', 'back']);
  });
});

describe('tasks with days and rules of their own', () => {
  it('lie so many working days from the start or the target, inside the dates', () => {
    const day = (days: number, from: 'start' | 'target') => ({ days, from });
    const procedure: Procedure = {
      phases: [
        {
          key: 'p',
          name: 'P',
          tasks: [
            { key: 'a', name: 'A', role: 'preparer', estimate: 5, start: day(1, 'start'), due: day(3, 'start') },
            { key: 'b', name: 'B', role: 'preparer', estimate: 5, due: day(2, 'target') },
            { key: 'c', name: 'C', role: 'preparer', estimate: 5, due: day(99, 'start'), onlyIf: { fact: 'way', is: 'paper' } },
          ],
        },
      ],
    };
    const dates = { start: civil('2026-03-02'), target: civil('2026-03-13') };
    const laid = (way: string) => layOut(procedure, { way }, dates).tasks.map(({ task, start, due }) => `${task.key} ${start.toString()} ${due.toString()}`);
    expect(laid('online')).toEqual(['a 2026-03-03 2026-03-05', 'b 2026-03-09 2026-03-11']);
    expect(laid('paper')[2]!.endsWith('2026-03-13')).toBe(true);
  });
});

describe('checking a procedure', () => {
  const circle = (waits: Record<string, string[]>): Procedure => ({
    phases: [
      {
        key: 'p',
        name: 'P',
        tasks: Object.entries(waits).map(([key, waitsFor]) => ({ key, name: key.toUpperCase(), role: 'preparer', estimate: 1, waitsFor })),
      },
    ],
  });

  it('finds nothing wrong with a sound one', () => {
    expect(checkProcedure(vat)).toEqual([]);
  });

  it('names a circle, a missing task and a key used twice', () => {
    expect(checkProcedure(circle({ a: ['b'], b: ['c'], c: ['a'] }))).toEqual(['Tasks wait in a circle: "A", then "B", then "C"']);
    expect(checkProcedure(circle({ a: ['gone'] }))).toEqual(['"A" waits for "gone", which is not there']);
    expect(checkProcedure({ phases: [...circle({ a: [] }).phases, ...circle({ a: [] }).phases] })).toEqual([
      'Two tasks share the key "a"',
      'Two phases share the key "p"',
    ]);
  });
});

describe('a link of a step', () => {
  it.each([
    ['https://forms.example/packet?x=1', { words: 'https://forms.example/packet?x=1', href: 'https://forms.example/packet?x=1' }],
    ['Packet form: https://forms.example', { words: 'Packet form', href: 'https://forms.example' }],
    ['forms.example/packet', { words: 'forms.example/packet', href: 'https://forms.example/packet' }],
    ['Packet form: https://...', null],
    ['the shared drive', null],
    ['javascript:alert(1)', null],
    ['mailto:ann@forms.example', null],
  ])('%j', (text, link) => {
    expect(readLink(text)).toEqual(link);
  });

  it('that leads nowhere is a fault of the procedure', () => {
    const given = {
      phases: [{ key: 'a', name: 'A', tasks: [{ key: 't', name: 'Print', role: 'preparer', estimate: 10, links: ['Packet form: https://...'] }] }],
    };
    expect(procedureFaults(given)[0]).toContain('"Packet form: https://..." is no link');
  });
});
