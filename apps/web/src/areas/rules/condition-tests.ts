import type { Condition } from '@steady/core/conditions';
import type { KnownFact } from './known-facts';

/** A condition over one fact. */
export type Simple = Extract<Condition, { fact: string }>;
/** How one fact is tested. */
export type Test = 'is' | 'oneOf' | 'atLeast' | 'known' | 'until';

/** The ways in which a fact can be tested, the usual one first. */
export const testsOf = (known: KnownFact | undefined): Test[] => {
  switch (known?.kind) {
    case 'yes or no':
      return ['is'];
    case 'choice':
      return ['oneOf', 'known'];
    case 'number':
      return ['atLeast', 'is', 'known'];
    case 'date':
      return ['until', 'known'];
    default:
      return ['known', 'is'];
  }
};

export const TEST_WORDS: Record<Test, string> = { is: 'is', oneOf: 'is', atLeast: 'is at least', known: 'is known', until: 'is on or before' };

/** A condition to begin with. @param today ISO */
export function fresh(fact: string, test: Test, known: KnownFact | undefined, today: string): Condition {
  if (test === 'known') return { not: { fact, is: null } };
  if (test === 'atLeast') return { fact, atLeast: 1 };
  if (test === 'until') return { fact, until: `${today.slice(0, 4)}-12-31` };
  if (test === 'oneOf') return { fact, oneOf: [known?.choices?.[0]?.value ?? ''] };
  return { fact, is: known?.kind === 'yes or no' ? true : known?.kind === 'number' ? 0 : '' };
}

/** That a fact is known at all. */
export const isKnown = (condition: Condition): condition is { not: { fact: string; is: null } } =>
  'not' in condition && 'is' in condition.not && condition.not.is === null;

/** How a condition over one fact tests it. */
export function testOf(simple: Simple | null): Test {
  if (simple === null) return 'known';
  if ('oneOf' in simple) return 'oneOf';
  if ('atLeast' in simple) return 'atLeast';
  return 'until' in simple ? 'until' : 'is';
}
