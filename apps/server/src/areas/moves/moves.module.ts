import { Area } from '../../platform/area';
import { STEPS, Steps } from './steps';
import { BulkJobsService } from './bulk-jobs.service';
import { MoveEnds } from './move-ends';
import { MovesController } from './moves.controller';
import { MovesService } from './moves.service';

@Area({ controllers: [MovesController], services: [...STEPS, Steps, MoveEnds, MovesService, BulkJobsService] })
export class MovesModule {}
