import type { ExistingObligation, ObligationPlan } from './plan';
import type { ScheduledObligation } from './schedule';

export interface EffectOnDates {
  does: 'comes' | 'moves' | 'goes' | 'stays';
  /** Null for what comes. */
  id: string | null;
  /** The period of what comes, or into which it moves. */
  to: ScheduledObligation | null;
  why: string | null;
}

/**
 * What a change does to the deadlines of one line under one rule, in order of their dates: the plan after it, without what
 * would have happened anyway.
 */
export function effectOf(existing: readonly ExistingObligation[], before: ObligationPlan, after: ObligationPlan): EffectOnDates[] {
  const sign = (to: ScheduledObligation | null) => (to ? `${to.iso.end} ${to.iso.due} ${to.iso.target}` : '');
  const anyway = new Set([
    ...before.add.map((to) => `comes ${sign(to)}`),
    ...before.move.map(({ id, to }) => `moves ${id} ${sign(to)}`),
    ...before.withdraw.map((id) => `goes ${id}`),
    ...before.held.map(({ id, to }) => `stays ${id} ${sign(to)}`),
  ]);
  const dueOf = new Map(existing.map((one) => [one.id, one.dueOn]));
  const effects: (EffectOnDates & { key: string })[] = [
    ...after.add.map((to) => ({ does: 'comes' as const, id: null, to, why: null, key: `comes ${sign(to)}` })),
    ...after.move.map(({ id, to }) => ({ does: 'moves' as const, id, to, why: null, key: `moves ${id} ${sign(to)}` })),
    ...after.withdraw.map((id) => ({ does: 'goes' as const, id, to: null, why: null, key: `goes ${id}` })),
    ...after.held.map(({ id, why, to }) => ({ does: 'stays' as const, id, to, why, key: `stays ${id} ${sign(to)}` })),
  ];
  const at = ({ id, to }: EffectOnDates) => (id === null ? undefined : dueOf.get(id)) ?? to?.due.toString() ?? '';
  return effects
    .filter(({ key }) => !anyway.has(key))
    .map(({ key: _key, ...effect }) => effect)
    .sort((a, b) => at(a).localeCompare(at(b)));
}
