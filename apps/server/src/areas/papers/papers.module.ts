import { Area } from '../../platform/area';
import { TodayParts } from '../today';
import { PacketsService } from './packets.service';
import { PapersController } from './papers.controller';
import { PapersService } from './papers.service';

@Area({ controllers: [PapersController], services: [PapersService, PacketsService] })
export class PapersModule {
  constructor(today: TodayParts, packets: PacketsService) {
    today.bring((work) => packets.onToday(work));
  }
}
