import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type PhasePlan, type Procedure, type TaskPlan, apart, changedInCommon, checkProcedure, followed, takenInCommon } from '.';

const SHARED = '0190aaaa-0000-7000-8000-00001a2b3c4d';
const task = (key: string, waitsFor: string[] = []): TaskPlan => ({
  key,
  name: `Do ${key}`,
  role: 'preparer',
  estimate: 5,
  ...(waitsFor.length > 0 ? { waitsFor } : {}),
});
const filing = (tasks: TaskPlan[], more: Partial<PhasePlan> = {}): PhasePlan => ({ key: 'file', name: 'File', sharedAs: SHARED, tasks, ...more });
const vat: Procedure = { phases: [{ key: 'prepare', name: 'Prepare', tasks: [task('draft')] }, filing([task('agree', ['draft']), task('send', ['agree'])])] };
const wages: Procedure = { phases: [{ key: 'file', name: 'Wages', tasks: [task('agree')] }] };

const taken = (into: Procedure): Procedure => ({ phases: [...into.phases, takenInCommon(vat.phases[1]!, 'file-2', into.phases)] });

describe('a phase held in common', () => {
  it('is taken with keys of its own where they are taken, and waits for nothing outside of it', () => {
    const there = taken(wages).phases[1]!;
    expect(there).toMatchObject({ key: 'file-2', name: 'File', sharedAs: SHARED });
    expect(there.tasks.map((one) => `${one.key} ${one.waitsFor?.join() ?? ''}`)).toEqual(['agree~1a2b3c4d ', 'send agree~1a2b3c4d']);
    expect(checkProcedure(taken(wages))).toEqual([]);
  });

  it('is changed in every procedure that holds it, which keeps its own keys and its own waiting', () => {
    const other = taken(wages);
    other.phases[1]!.tasks[0]!.waitsFor = ['agree'];
    const after: Procedure = { phases: [vat.phases[0]!, filing([task('agree', ['draft']), task('check', ['agree'])], { completion: 'approved' })] };
    const [changed] = changedInCommon(vat, after);
    const { phases } = followed(other, changed!);
    expect(phases[0]).toEqual(wages.phases[0]);
    expect(phases[1]).toMatchObject({ key: 'file-2', completion: 'approved' });
    expect(phases[1]!.tasks.map((one) => `${one.key} ${one.waitsFor?.join() ?? ''}`)).toEqual(['agree~1a2b3c4d agree', 'check agree~1a2b3c4d']);
  });

  it('lets go of what waited for a task that is gone', () => {
    const last: Procedure = { phases: [...taken(wages).phases, { key: 'tell', name: 'Tell', tasks: [task('ring', ['send', 'agree'])] }] };
    const { phases } = followed(last, filing([task('agree')]));
    expect(phases[2]!.tasks[0]!.waitsFor).toEqual(['agree']);
    expect(checkProcedure({ phases })).toEqual([]);
  });

  it('is not taken for changed by its own key, by waiting outside of it, or by the order in which it was written down', () => {
    const { tasks, ...rest } = vat.phases[1]!;
    const turned = { tasks: tasks.map((one) => (one.key === 'agree' ? task('agree') : one)), ...rest, key: 'other', onlyIf: undefined };
    expect(changedInCommon(vat, { phases: [vat.phases[0]!, turned] })).toEqual([]);
    expect(changedInCommon(vat, { phases: [filing(tasks, { name: 'File it' })] }).map((phase) => phase.name)).toEqual(['File it']);
  });

  it('ends where a procedure goes its own way', () => {
    expect(changedInCommon(apart(vat), { phases: [filing([])] })).toEqual([]);
    expect(followed(apart(vat), filing([]))).toEqual(apart(vat));
  });

  it('stands once at most in a procedure', () => {
    expect(checkProcedure({ phases: [filing([]), filing([], { key: 'again' })] })).toContain('A shared phase is in it twice');
  });

  it('comes out the same however often the others follow, and in both directions', () => {
    const some = fc.uniqueArray(fc.constantFrom('agree', 'send', 'check', 'ring', 'draft', 'note'), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(some, some, (first, then) => {
        const held = (keys: string[]) => filing(keys.map((key, at) => task(key, at > 0 ? [keys[at - 1]!] : [])));
        const other: Procedure = { phases: [...wages.phases, takenInCommon(held(first), 'file-2', wages.phases)] };
        const once = followed(other, held(then));
        expect(checkProcedure(once)).toEqual([]);
        expect(followed(once, held(then))).toEqual(once);
        // What came over says the same as what it came from.
        expect(changedInCommon({ phases: [held(then)] }, once)).toEqual([]);
        expect(followed({ phases: [held(first)] }, once.phases[1]!).phases[0]).toEqual(held(then));
      }),
    );
  });
});
