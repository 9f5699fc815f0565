export { type FeeBand, type FeeDriver, type FeeRule, type ProposedFee, feeForRhythm, feeRuleInWords, lowestFee, proposeFee } from './fee-rule';
