export { type DueStep, type Extension, type FilingRule, type PeriodAnchor, type RuleKind, type RuleVersion } from './rule';
export { type DueDate, type ExtendedDueDate, dueDate, extendedDueDate } from './due-date';
export { RULES, ruleById } from './rules';
export { factsAsked, stepsInWords, versionInWords } from './in-words';
export { type Schedule, type ScheduledObligation, type ScheduleInput, schedule } from './schedule';
export { type ExistingObligation, type ObligationPlan, type ObligationStatus, OBLIGATION_STATUSES, planObligations } from './plan';
