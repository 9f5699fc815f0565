import { Area } from '../../platform/area';
import { FirmRules } from './firm-rules.service';
import { RuleUses } from './rule-uses';
import { RulesController } from './rules.controller';

@Area({ controllers: [RulesController], services: [FirmRules, RuleUses] })
export class RulesModule {}
