import { Area } from '../../platform/area';
import { ActionsService } from './actions.service';
import { ManyJobsService } from './many-jobs.service';
import { MovesController } from './moves.controller';
import { MovesService } from './moves.service';

@Area({ controllers: [MovesController], services: [ActionsService, MovesService, ManyJobsService] })
export class MovesModule {}
