import { Area } from '../../platform/area';
import { AccessController } from './access.controller';
import { AccessQueries } from './access.queries';
import { AccessService } from './access.service';
import { GroupsService } from './groups.service';

@Area({ controllers: [AccessController], services: [GroupsService, AccessService, AccessQueries] })
export class AccessModule {}
