export { FirmRules, RuleBook, RuleChanged, soundRule } from './firm-rules.service';
