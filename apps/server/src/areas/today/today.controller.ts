import { Controller } from '@nestjs/common';
import { TodayAsked } from '@steady/contract/queries';
import type { TodayView } from '@steady/contract/today';
import * as routes from '@steady/contract/today.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { TodayParts } from './today-parts';

@Controller()
export class TodayController {
  constructor(private readonly parts: TodayParts) {}

  @Does(routes.view, { query: TodayAsked })
  view({ work, query: { whose } }: Asked<typeof routes.view>): Promise<TodayView> {
    return this.parts.view(work, whose === 'mine');
  }
}
