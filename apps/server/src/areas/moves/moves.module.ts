import { Area } from '../../platform/area';
import { STEPS, Steps } from './steps';
import { ManyJobsService } from './many-jobs.service';
import { MovesController } from './moves.controller';
import { MovesService } from './moves.service';

@Area({ controllers: [MovesController], services: [...STEPS, Steps, MovesService, ManyJobsService] })
export class MovesModule {}
