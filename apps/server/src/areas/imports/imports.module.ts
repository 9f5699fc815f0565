import { Area } from '../../platform/area';
import { BringingIn } from './bringing-in.service';
import { Comparisons } from './comparisons.queries';
import { ImportsController } from './imports.controller';
import { ImportsService } from './imports.service';

@Area({ controllers: [ImportsController], services: [ImportsService, BringingIn, Comparisons] })
export class ImportsModule {}
