import { Area } from '../../platform/area';
import { NoticesController } from './notices.controller';
import { NoticesService } from './notices.service';

@Area({ controllers: [NoticesController], services: [NoticesService] })
export class NoticesModule {}
