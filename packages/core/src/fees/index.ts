export { type FeeBand, type FeeDriver, type FeeRule, type ProposedFee, feeRuleInWords, proposeFee } from './fee-rule';
