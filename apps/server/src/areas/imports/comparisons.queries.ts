import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { type Target, clientTargets } from '@steady/core/importing';
import type { DetailFieldView } from '@steady/contract/clients';
import type { FirmOfFile } from '@steady/core/facts';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { BroughtInService, ClientQueries } from '../clients';
import { TeamService } from '../team';
import type { Comparison } from './tasks';

interface Targets {
  targets: Target[];
  details: DetailFieldView[];
  firm: FirmOfFile;
}

/** As what the columns of a file can be brought in, and what its rows are compared with. */
@Injectable()
export class Comparisons {
  constructor(
    private readonly queries: ClientQueries,
    private readonly broughtIn: BroughtInService,
    private readonly team: TeamService,
  ) {}

  /** As what a column can be brought in, with the people and details of the firm. */
  async targets(work: Work): Promise<Targets> {
    const details = await this.queries.details(work);
    const people = (await this.team.list(work)).filter((member) => member.standing === 'active').map(({ id, name }) => ({ id, name }));
    const firm = { currency: work.firm.currency, people };
    return { targets: clientTargets(firm, details), details, firm };
  }

  /** What the rows of a file are compared with. */
  async of(work: Work, { id, mapping }: Pick<Comparison, 'mapping'> & { id: string }): Promise<Comparison> {
    const { firm, details } = await this.targets(work);
    const parts = await rows<{ part: string }>(work.tx, sql`select rows::text as part from import_parts where import_id = ${id} order by part`);
    return { parts: parts.map(({ part }) => part), mapping, firm, details, known: await this.broughtIn.known(work) };
  }
}
