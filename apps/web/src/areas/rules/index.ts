/** What other areas use of this one. */
export { ConditionEditor } from './condition-editor';
export { type KnownFact, knownFact, useKnownFacts } from './known-facts';
