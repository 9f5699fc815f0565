export { FirmRules, RuleBook, RuleChanged, soundRule } from './firm-rules.service';
export { RuleUses } from './rule-uses';
