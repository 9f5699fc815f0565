export { type WipKind, type WipPosting, type WipTotals, foldWip } from './ledger';
export { type RecordedEntry, type Settlement, type SettlementLine, type SettlementShare, NothingToSettleError, settleByValue } from './settle';
export { type JobMoney, jobMoney, recovery } from './outlook';
