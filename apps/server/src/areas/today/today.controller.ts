import { Controller, Get, Query } from '@nestjs/common';
import type { TodayView } from '@steady/contract/today';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { TodayQueries } from './today.queries';

@Controller('api/today')
export class TodayController {
  constructor(private readonly queries: TodayQueries) {}

  @Get()
  @Needs('see clients')
  view(@InWork() work: Work, @Query('whose') whose?: string): Promise<TodayView> {
    return this.queries.view(work, whose === 'mine');
  }
}
