import { Area } from '../../platform/area';
import { SealsController } from './seals.controller';
import { SealsService } from './seals.service';

@Area({ controllers: [SealsController], services: [SealsService] })
export class SealsModule {}
