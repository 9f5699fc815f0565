import { counted } from '@steady/core/words';
import type { ManyLookedAt } from '@steady/contract/moves';

/** What many moves come to before the first part was looked at. */
export const NOTHING_LOOKED_AT: ManyLookedAt = { acts: [], later: 0, leftBehind: { tasks: 0, jobs: 0 }, openAsks: { asks: 0, jobs: 0 }, stay: [] };

/** What was looked at in parts, as one. */
export function together(one: ManyLookedAt, other: ManyLookedAt): ManyLookedAt {
  const acts = new Map(one.acts.map((act) => [`${act.key} ${act.what}`, act]));
  for (const act of other.acts) {
    const key = `${act.key} ${act.what}`;
    acts.set(key, { ...act, count: (acts.get(key)?.count ?? 0) + (act.count ?? 1) });
  }
  const stay = new Map(one.stay.map(({ why, jobs }) => [why, jobs]));
  for (const { why, jobs } of other.stay) stay.set(why, (stay.get(why) ?? 0) + jobs);
  return {
    acts: [...acts.values()],
    later: one.later + other.later,
    leftBehind: { tasks: one.leftBehind.tasks + other.leftBehind.tasks, jobs: one.leftBehind.jobs + other.leftBehind.jobs },
    openAsks: { asks: one.openAsks.asks + other.openAsks.asks, jobs: one.openAsks.jobs + other.openAsks.jobs },
    stay: [...stay].map(([why, jobs]) => ({ why, jobs })),
  };
}

/** What one should know before many are moved: tasks left behind, jobs that stay. */
export const noticesOf = ({ later, leftBehind, stay }: ManyLookedAt): string[] => [
  ...(later > 0
    ? [
        `${counted(later, 'message')} of these ${later === 1 ? 'goes' : 'go'} out on another day: outside the hours, or to people who have had as many as go in a day.`,
      ]
    : []),
  ...(leftBehind.tasks > 0 ? [`${counted(leftBehind.tasks, 'task')} of ${counted(leftBehind.jobs, 'job')} would be left behind, marked as passed over.`] : []),
  ...stay.map(({ why, jobs }) => `${counted(jobs, 'job')} ${jobs === 1 ? why : why.replace(/^is /, 'are ').replace(/^has /, 'have ')}, and will stay.`),
];
