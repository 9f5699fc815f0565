import { Area } from '../../platform/area';
import { WholeFileParts } from './whole-file-parts';
import { WholeFileController } from './whole-file.controller';
import { WholeFileService } from './whole-file.service';

@Area({ controllers: [WholeFileController], services: [WholeFileParts, WholeFileService] })
export class WholeFileModule {}
