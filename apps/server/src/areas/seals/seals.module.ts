import { Area } from '../../platform/area';
import { may } from '../../platform/identity';
import { TodayParts } from '../today';
import { SealsController } from './seals.controller';
import { SealsService } from './seals.service';

@Area({ controllers: [SealsController], services: [SealsService] })
export class SealsModule {
  constructor(today: TodayParts, seals: SealsService) {
    today.bring(async (work) => ({ sealRunsOut: may(work.actor, 'run firm') ? await seals.runsOut(work) : null }));
  }
}
