import { Area } from '../../platform/area';
import { FirmRules } from './firm-rules.service';
import { RulesController } from './rules.controller';

@Area({ controllers: [RulesController], services: [FirmRules] })
export class RulesModule {}
