import type { Provider } from '@nestjs/common';
import { Collector } from '../outside/collector';
import { FilingGateway } from '../outside/filing-gateway';
import { SimulatedCollector } from './collector/simulated-collector';
import { SimulatedFilingGateway } from './filing-gateway/simulated-filing-gateway';

export { SimulatedPostRoom } from './post/simulated-post-room';

/** What stands in for services outside that nobody has set up: a new one is its own folder and one line here. */
export const STAND_INS: Provider[] = [
  { provide: Collector, useClass: SimulatedCollector },
  { provide: FilingGateway, useClass: SimulatedFilingGateway },
];
