import { describe, expect, it } from 'vitest';
import type { ManyLookedAt } from '@steady/contract/moves';
import { NOTHING_LOOKED_AT, noticesOf, together } from './summed-moves';

const act = (key: string, what: string, count?: number) => ({ key, what, outside: false, count });
const looked = (more: Partial<ManyLookedAt>): ManyLookedAt => ({ ...NOTHING_LOOKED_AT, ...more });

describe('moves looked at in parts', () => {
  it('add up by what they say: the same sentence of the same action counts together', () => {
    const first = looked({
      acts: [act('a', 'Tells the manager.', 2), act('b', 'Adds a task.')],
      later: 2,
      leftBehind: { tasks: 3, jobs: 2 },
      openAsks: { asks: 2, jobs: 1 },
      stay: [{ why: 'is on hold', jobs: 1 }],
    });
    const second = looked({
      acts: [act('a', 'Tells the manager.', 5), act('a', 'Tells the partner.', 1)],
      later: 1,
      leftBehind: { tasks: 1, jobs: 1 },
      stay: [{ why: 'is on hold', jobs: 2 }],
    });
    expect(together(first, second)).toEqual({
      acts: [act('a', 'Tells the manager.', 7), act('b', 'Adds a task.'), act('a', 'Tells the partner.', 1)],
      later: 3,
      leftBehind: { tasks: 4, jobs: 3 },
      openAsks: { asks: 2, jobs: 1 },
      stay: [{ why: 'is on hold', jobs: 3 }],
    });
  });

  it('are the same in whichever order the parts come, and nothing adds nothing', () => {
    const [a, b] = [looked({ leftBehind: { tasks: 2, jobs: 1 } }), looked({ stay: [{ why: 'is finished', jobs: 4 }] })];
    expect(together(a, b)).toEqual(together(b, a));
    expect(together(NOTHING_LOOKED_AT, a)).toEqual(a);
  });

  it('say how many messages go out on another day', () => {
    expect(noticesOf(looked({ later: 1 }))[0]).toMatch(/^1 message of these goes out on another day: /);
    expect(noticesOf(looked({ later: 12 }))[0]).toMatch(/^12 messages of these go out on another day: /);
  });

  it('say what is left behind and who stays, in the number that it is', () => {
    const one = looked({ leftBehind: { tasks: 1, jobs: 1 }, stay: [{ why: 'is on hold', jobs: 1 }] });
    expect(noticesOf(one)).toEqual(['1 task of 1 job would be left behind, marked as passed over.', '1 job is on hold, and will stay.']);
    const many = looked({
      leftBehind: { tasks: 5, jobs: 3 },
      stay: [
        { why: 'is on hold', jobs: 2 },
        { why: 'is there already', jobs: 3 },
        { why: 'has no such phase', jobs: 4 },
      ],
    });
    expect(noticesOf(many)).toEqual([
      '5 tasks of 3 jobs would be left behind, marked as passed over.',
      '2 jobs are on hold, and will stay.',
      '3 jobs are there already, and will stay.',
      '4 jobs have no such phase, and will stay.',
    ]);
    expect(noticesOf(NOTHING_LOOKED_AT)).toEqual([]);
  });
});
