import { Area } from '../../platform/area';
import { TodayParts } from './today-parts';
import { TodayController } from './today.controller';

@Area({ controllers: [TodayController], services: [TodayParts] })
export class TodayModule {}
