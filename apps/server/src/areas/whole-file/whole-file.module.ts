import { Area } from '../../platform/area';
import { WholeFileController } from './whole-file.controller';
import { WholeFileService } from './whole-file.service';

@Area({ controllers: [WholeFileController], services: [WholeFileService] })
export class WholeFileModule {}
