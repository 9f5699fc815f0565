import { Injectable } from '@nestjs/common';
import type { ScheduleEffect } from '@steady/contract/almanac';
import type { Work } from '../../platform/work';
import { type Client, ClientsService } from '../clients';
import { LinesService } from '../services';
import { PlanningService } from './planning.service';

/** What a change of a client would do to its dates and jobs. */
@Injectable()
export class ClientEffects {
  constructor(
    private readonly planning: PlanningService,
    private readonly clients: ClientsService,
    private readonly lines: LinesService,
  ) {}

  /** @param client as it would be; nothing is written */
  async effect(work: Work, client: Client): Promise<ScheduleEffect> {
    const changes = [];
    const asItIs = await this.clients.get(work, client.id);
    for (const line of await this.lines.of(work, client.id)) {
      const before = await this.planning.considered(work, line, asItIs);
      changes.push({ before, after: { ...before, client } });
    }
    return this.planning.effect(work, changes);
  }
}
