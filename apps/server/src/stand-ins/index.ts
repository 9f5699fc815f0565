import type { Provider, Type } from '@nestjs/common';
import { Collector } from '../outside/collector';
import { FilingGateway } from '../outside/filing-gateway';
import { TimeAuthority } from '../outside/time-authority';
import { CollectorPageController } from './collector/collector-page.controller';
import { CollectorPageService } from './collector/collector-page.service';
import { SimulatedCollector } from './collector/simulated-collector';
import { SimulatedFilingGateway } from './filing-gateway/simulated-filing-gateway';
import { SimulatedTimeAuthority } from './time-authority/simulated-time-authority';

export { CollectorPageService } from './collector/collector-page.service';
export { SimulatedPostRoom } from './post/simulated-post-room';

/** What stands in for services outside that nobody has set up: a new one is its own folder and one line here. */
export const STAND_INS: Provider[] = [
  { provide: Collector, useClass: SimulatedCollector },
  { provide: FilingGateway, useClass: SimulatedFilingGateway },
  { provide: TimeAuthority, useClass: SimulatedTimeAuthority },
  CollectorPageService,
];

/** Pages of stand-ins of their own, where one can have them do what the real ones do now and then. */
export const STAND_IN_PAGES: Type[] = [CollectorPageController];
