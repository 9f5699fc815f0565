export { FirmRules, RuleBook, RuleChanged } from './firm-rules.service';
