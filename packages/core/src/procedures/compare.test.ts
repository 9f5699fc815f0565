import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type PhasePlan, type PlannedTask, type TaskInFlight, type TaskPlan, comparePhases, compareTasks } from '.';

const plan = (key: string, more: Partial<TaskPlan> = {}): PlannedTask => ({
  phaseKey: 'prepare',
  task: { key, name: key, role: 'preparer', estimate: 30, ...more },
});
const own = (key: string, more: Partial<TaskInFlight> = {}): TaskInFlight => ({ key, name: key, done: false, timed: false, ...more });

describe('the tasks of a job that goes over to another version', () => {
  it('come where they are new, go where they are open and unwanted, and stay where they are done or timed', () => {
    const inFlight = [own('same'), own('open'), own('done', { done: true }), own('timed', { timed: true })];
    const before = inFlight.map((task) => plan(task.key));
    expect(compareTasks(inFlight, before, [plan('same'), plan('new')])).toEqual({ added: ['new'], taken: ['open'], kept: ['done', 'timed'], changed: [] });
  });

  it('stay where a person or an action added them to the job alone, and stay out where a person took them out', () => {
    const change = compareTasks([own('enter'), own('ring the bank')], [plan('enter'), plan('draft')], [plan('enter'), plan('draft'), plan('check')]);
    expect(change).toEqual({ added: ['check'], taken: [], kept: [], changed: [] });
  });

  it('go by what the job has where its own version is not known any more', () => {
    expect(compareTasks([own('enter'), own('old')], null, [plan('enter', { estimate: 90 }), plan('new')])).toEqual({
      added: ['new'],
      taken: ['old'],
      kept: [],
      changed: [],
    });
  });

  it.each([
    ['name', { name: 'Enter it all' }],
    ['whose', { role: 'manager' }],
    ['whose', { memberId: 'orla' }],
    ['estimate', { estimate: 45 }],
    ['waitsFor', { waitsFor: ['draft'] }],
    ['doneBy', { doneBy: 'filed' }],
    ['checks', { checks: ['Bank agrees'] }],
    ['advice', { advice: 'See the note of last year' }],
    ['links', { links: ['https://tax.example'] }],
  ] as const)('are described otherwise in %s', (part, more) => {
    expect(compareTasks([own('enter')], [plan('enter')], [plan('enter', more as Partial<TaskPlan>)]).changed).toEqual([{ key: 'enter', parts: [part] }]);
  });

  it('are told apart by their phase too, and left as they are once they are done', () => {
    const moved = { ...plan('enter', { name: 'Enter it all' }), phaseKey: 'later' };
    expect(compareTasks([own('enter')], [plan('enter')], [moved]).changed).toEqual([{ key: 'enter', parts: ['name', 'phase'] }]);
    expect(compareTasks([own('enter', { done: true })], [plan('enter')], [moved]).changed).toEqual([]);
  });

  it('do not change by what is said in another order, or said to be empty', () => {
    const said = { phaseKey: 'prepare', task: { estimate: 30, role: 'preparer' as const, name: 'enter', key: 'enter', checks: [], waitsFor: [] } };
    expect(compareTasks([own('enter')], [plan('enter')], [said])).toEqual({ added: [], taken: [], kept: [], changed: [] });
  });

  it('are each accounted for once, and nothing done or timed is ever taken', () => {
    const keys = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'));
    const flight = keys.chain((some) =>
      fc.tuple(...some.map((key) => fc.record({ key: fc.constant(key), name: fc.constant(key), done: fc.boolean(), timed: fc.boolean() }))),
    );
    fc.assert(
      fc.property(flight, fc.option(keys), keys, (inFlight, before, after) => {
        const change = compareTasks(
          inFlight,
          before && before.map((key) => plan(key)),
          after.map((key) => plan(key)),
        );
        const there = inFlight.map((task) => task.key);
        const all = [...change.added, ...change.taken, ...change.kept];
        expect(new Set(all).size).toBe(all.length);
        for (const key of change.added) expect(there).not.toContain(key);
        for (const key of [...change.taken, ...change.kept]) expect(after).not.toContain(key);
        for (const task of inFlight) if (task.done || task.timed) expect(change.taken).not.toContain(task.key);
        // Going over to the version on which it stands changes nothing.
        const same = compareTasks(
          inFlight,
          before && before.map((key) => plan(key)),
          (before ?? there).map((key) => plan(key)),
        );
        if (before) expect(same).toEqual({ added: [], taken: [], kept: [], changed: [] });
      }),
    );
  });
});

describe('the phases of a job that goes over to another version', () => {
  const phase = (key: string, more: Partial<PhasePlan> = {}) => ({ key, name: key[0]!.toUpperCase() + key.slice(1), ...more });
  const ask = { key: 'papers', title: 'Papers', items: [{ name: 'Bank', description: '' }] };

  it.each<[string, ReturnType<typeof phase>[], ReturnType<typeof phase>[], string[]]>([
    ['nothing', [phase('ask'), phase('file')], [phase('ask', { requests: [], onEntry: [], completion: 'tasks', asks: false }), phase('file')], []],
    ['one more', [phase('ask')], [phase('ask'), phase('file')], ['the phase "File" comes']],
    ['one less', [phase('ask'), phase('file')], [phase('file')], ['the phase "Ask" goes']],
    ['another order', [phase('ask'), phase('file')], [phase('file'), phase('ask')], ['its phases are in another order']],
    ['another name', [phase('ask')], [phase('ask', { name: 'Papers' })], ['"Ask" is called "Papers"']],
    [
      'another action',
      [phase('ask')],
      [phase('ask', { onDone: [{ key: 't', does: 'tell', role: 'manager', words: 'done' }] })],
      ['"Ask" has other automatic actions'],
    ],
    ['another request', [phase('ask')], [phase('ask', { requests: [ask] })], ['"Ask" asks the client otherwise']],
    ['another end', [phase('ask')], [phase('ask', { completion: 'approved' })], ['"Ask" is complete otherwise']],
    ['a question before', [phase('ask')], [phase('ask', { asks: true })], ['"Ask" asks before it moves']],
    ['no question any more', [phase('ask', { asks: true })], [phase('ask')], ['"Ask" moves without asking']],
  ])('differ in %s', (_, before, after, said) => {
    expect(comparePhases(before, after)).toEqual(said);
  });
});
