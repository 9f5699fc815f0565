import { Area } from '../../platform/area';
import { TodayParts } from '../today';
import { WholeFileParts } from '../whole-file';
import { PacketsService } from './packets.service';
import { PapersController } from './papers.controller';
import { PapersService } from './papers.service';

@Area({ controllers: [PapersController], services: [PapersService, PacketsService] })
export class PapersModule {
  constructor(today: TodayParts, packets: PacketsService, file: WholeFileParts, papers: PapersService) {
    file.bring(53, (work, of) => papers.wholeFile(work, of));
    today.bring((work) => packets.onToday(work));
  }
}
