import { Controller } from '@nestjs/common';
import type { ClientRow } from '@steady/contract/client-lists';
import { Find } from '@steady/contract/queries';
import type { Found } from '@steady/contract/search';
import * as routes from '@steady/contract/search.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { pageOf } from '../../platform/lists';
import { ClientQueries } from '../clients';
import { JobQueries } from '../jobs';

const EACH = 8;

/** One search over names: clients, and jobs by name, client or number. */
@Controller()
export class SearchController {
  constructor(
    private readonly clients: ClientQueries,
    private readonly jobs: JobQueries,
  ) {}

  @Does(routes.find, { query: Find })
  async find({ work, query: { find: asked = '' } }: Asked<typeof routes.find>): Promise<Found[]> {
    const find = asked.trim().slice(0, 100);
    if (!find) return [];
    const clients = await pageOf<ClientRow>(work, await this.clients.listing(work, find), { limit: EACH });
    const jobs = await this.jobs.list(work, { status: 'open', find }, { limit: EACH });
    return [
      ...clients.rows.map((client): Found => ({ kind: 'client', id: client.id, name: client.name, beside: client.legalForm })),
      ...jobs.rows.map((job): Found => ({ kind: 'job', id: job.id, name: job.name, beside: job.client })),
    ];
  }
}
