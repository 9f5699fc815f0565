import { Area } from '../../platform/area';
import { TodayController } from './today.controller';
import { TodayQueries } from './today.queries';

@Area({ controllers: [TodayController], services: [TodayQueries] })
export class TodayModule {}
