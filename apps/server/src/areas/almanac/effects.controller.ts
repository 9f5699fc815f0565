import { Body, Controller, HttpCode, Param, Post } from '@nestjs/common';
import type { Effect } from '@steady/contract/almanac';
import { ChangeClient, ChangeClientStanding } from '@steady/contract/clients';
import { KeepRule } from '@steady/contract/rules';
import { AddServiceLine, ChangeServiceLine, PauseLine, ResumeLine, StopLine } from '@steady/contract/lines';
import { KeepService } from '@steady/contract/services';
import { Problem } from '../../platform/http/problem';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { type Client, ClientsService } from '../clients';
import { FirmRules, soundRule } from '../rules';
import { LinesService, type ServiceLine, ServicesService } from '../services';
import { type Considered, PlanningService } from './planning.service';

/** What a change would do to dates and jobs, told before it is made. Each takes what the change itself takes, and writes nothing. */
@Controller('api')
export class EffectsController {
  constructor(
    private readonly planning: PlanningService,
    private readonly clients: ClientsService,
    private readonly services: ServicesService,
    private readonly lines: LinesService,
    private readonly rules: FirmRules,
  ) {}

  @Post('clients/:id/effect')
  @HttpCode(200)
  @Needs('change clients')
  async client(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ChangeClient): Promise<Effect> {
    return this.ofClient(work, await this.clients.changed(work, id, input));
  }

  @Post('clients/:id/standing/effect')
  @HttpCode(200)
  @Needs('change clients')
  async standing(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() { standing, on }: ChangeClientStanding): Promise<Effect> {
    const client = await this.clients.get(work, id);
    return this.ofClient(work, { ...client, standing, endedOn: standing === 'former' ? on : null });
  }

  private async ofClient(work: Work, client: Client): Promise<Effect> {
    const changes = [];
    const asItIs = await this.clients.get(work, client.id);
    for (const line of await this.lines.of(work, client.id)) {
      const before = await this.planning.considered(work, line, asItIs);
      changes.push({ before, after: { ...before, client } });
    }
    return this.planning.effect(work, changes);
  }

  @Post('clients/:id/lines/effect')
  @HttpCode(200)
  @Needs('change clients')
  async newLine(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: AddServiceLine): Promise<Effect> {
    const client = await this.clients.get(work, id);
    const drafted = await this.lines.drafted(work, client, input);
    return this.planning.effect(work, [{ before: null, after: { ...drafted, client, book: await this.rules.of(work) } }]);
  }

  @Post('lines/:id/effect')
  @HttpCode(200)
  @Needs('change clients')
  async line(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ChangeServiceLine): Promise<Effect> {
    const { line } = await this.lines.changed(work, id, input);
    return this.ofLine(work, id, line);
  }

  @Post('lines/:id/pause/effect')
  @HttpCode(200)
  @Needs('change clients')
  async pause(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: PauseLine): Promise<Effect> {
    const { line } = await this.lines.get(work, id);
    return this.ofLine(work, id, { pauses: LinesService.paused(line, input) });
  }

  @Post('lines/:id/resume/effect')
  @HttpCode(200)
  @Needs('change clients')
  async resume(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ResumeLine): Promise<Effect> {
    const { line } = await this.lines.get(work, id);
    return this.ofLine(work, id, { pauses: LinesService.resumed(line, input) });
  }

  @Post('lines/:id/stop/effect')
  @HttpCode(200)
  @Needs('change clients')
  async stop(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() { endsOn }: StopLine): Promise<Effect> {
    return this.ofLine(work, id, { endsOn });
  }

  private async ofLine(work: Work, lineId: string, set: Partial<ServiceLine>): Promise<Effect> {
    const before = await this.planning.considered(work, await this.lines.get(work, lineId));
    return this.planning.effect(work, [{ before, after: { ...before, line: { ...before.line, ...set } } }]);
  }

  @Post('services/:id/effect')
  @HttpCode(200)
  @Needs('change services')
  async service(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: KeepService): Promise<Effect> {
    const service = await this.services.get(work, id);
    const { ownDue, leadDays, targetDays, takesExtensions = false, ruleIds } = input;
    const all = await this.lines.those(work);
    const byClient = LinesService.byClient(all);
    return this.ofMany(
      work,
      all.filter((one) => one.service.id === id),
      (one) => ({
        ...one,
        service: { ...one.service, ownDue, leadDays, targetDays, takesExtensions, ruleIds },
        line: {
          ...one.line,
          ruleIds: LinesService.followed(one.line, byClient.get(one.line.clientId)!, service.ruleIds, ruleIds),
        },
      }),
    );
  }

  /** Of a rule as it is being written: for one of the firm's own, or for a copy in the place of a shipped one. */
  @Post('rules/:id/effect')
  @HttpCode(200)
  @Needs('change services')
  async rule(@InWork() work: Work, @Param('id') id: string, @Body() input: KeepRule): Promise<Effect> {
    const book = await this.rules.of(work);
    if (!book.knows(id)) throw Problem.notFound('filing rule');
    const definition = soundRule(id, input);
    const changed = book.with(definition);
    return this.ofMany(work, await this.lines.those(work, { ruleId: id }), (one) => ({ ...one, book: changed }));
  }

  private async ofMany(work: Work, lines: Awaited<ReturnType<LinesService['those']>>, change: (one: Considered) => Considered): Promise<Effect> {
    const book = await this.rules.of(work);
    const clients = await this.clients.those(
      work,
      lines.map(({ line }) => line.clientId),
    );
    const changes = lines.flatMap((line) => {
      const client = clients.get(line.line.clientId);
      const before = client && { ...line, client, book };
      return before ? [{ before, after: change(before) }] : [];
    });
    return this.planning.effect(work, changes);
  }
}
