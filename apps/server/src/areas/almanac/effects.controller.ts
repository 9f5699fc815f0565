import { Controller, Req } from '@nestjs/common';
import type { Request } from 'express';
import type { ScheduleEffect } from '@steady/contract/almanac';
import { ChangeClient, ChangeClientStatus } from '@steady/contract/clients';
import * as routes from '@steady/contract/effects.routes';
import { AddServiceLine, ChangeServiceLine, PauseLine, ResumeLine, StopLine } from '@steady/contract/lines';
import { BringIn } from '@steady/contract/imports';
import { KeepRule } from '@steady/contract/rules';
import { KeepService } from '@steady/contract/services';
import { Problem } from '../../platform/http/problem';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { type Work, Works } from '../../platform/work';
import { BroughtInService, ClientsService } from '../clients';
import { ImportsService } from '../imports';
import { FirmRules, soundRule } from '../rules';
import { LinesService, type ServiceLine, ServicesService } from '../services';
import { ClientEffects } from './client-effects.service';
import { type Considered, PlanningService } from './planning.service';

/** What a change would do to dates and jobs, told before it is made. Each takes what the change itself takes, and writes nothing. */
@Controller()
export class EffectsController {
  constructor(
    private readonly planning: PlanningService,
    private readonly ofClients: ClientEffects,
    private readonly clients: ClientsService,
    private readonly services: ServicesService,
    private readonly lines: LinesService,
    private readonly rules: FirmRules,
    private readonly works: Works,
    private readonly imports: ImportsService,
    private readonly broughtIn: BroughtInService,
  ) {}

  @Does(routes.client, { input: ChangeClient })
  async client({ work, at: { id }, input }: Asked<typeof routes.client>): Promise<ScheduleEffect> {
    return this.ofClients.effect(work, await this.clients.changed(work, id, input));
  }

  /** Of a file of clients, before it is brought in: outside a transaction, its rows are compared while others go on. */
  @DoesOutside(routes.file, { input: BringIn })
  async file({ at: { id }, input }: AskedOutside<typeof routes.file>, @Req() request: Request & Known): Promise<ScheduleEffect> {
    const values = await this.imports.changing(request.identity!, id, input);
    return this.works.run(request.identity!, (work) => this.ofFile(work, values), { readOnly: true });
  }

  private async ofFile(work: Work, values: Map<string, Record<string, unknown>>): Promise<ScheduleEffect> {
    const would = await this.broughtIn.would(work, values);
    const lines = await this.lines.those(work, { clientIds: [...would.keys()] });
    return this.ofMany(work, lines, (one) => ({ ...one, client: would.get(one.client.id) ?? one.client }));
  }

  @Does(routes.standing, { input: ChangeClientStatus })
  async standing({ work, at: { id }, input: { standing, on } }: Asked<typeof routes.standing>): Promise<ScheduleEffect> {
    const client = await this.clients.get(work, id);
    return this.ofClients.effect(work, { ...client, standing, endedOn: standing === 'former' ? on : null });
  }

  @Does(routes.newLine, { input: AddServiceLine })
  async newLine({ work, at: { id }, input }: Asked<typeof routes.newLine>): Promise<ScheduleEffect> {
    const client = await this.clients.get(work, id);
    const drafted = await this.lines.drafted(work, client, input);
    return this.planning.effect(work, [{ before: null, after: { ...drafted, client, book: await this.rules.of(work) } }]);
  }

  @Does(routes.line, { input: ChangeServiceLine })
  async line({ work, at: { id }, input }: Asked<typeof routes.line>): Promise<ScheduleEffect> {
    const { line } = await this.lines.changed(work, id, input);
    return this.ofLine(work, id, line);
  }

  @Does(routes.pause, { input: PauseLine })
  async pause({ work, at: { id }, input }: Asked<typeof routes.pause>): Promise<ScheduleEffect> {
    const { line } = await this.lines.get(work, id);
    return this.ofLine(work, id, { pauses: LinesService.paused(line, input) });
  }

  @Does(routes.resume, { input: ResumeLine })
  async resume({ work, at: { id }, input }: Asked<typeof routes.resume>): Promise<ScheduleEffect> {
    const { line } = await this.lines.get(work, id);
    return this.ofLine(work, id, { pauses: LinesService.resumed(line, input) });
  }

  @Does(routes.stop, { input: StopLine })
  async stop({ work, at: { id }, input: { endsOn } }: Asked<typeof routes.stop>): Promise<ScheduleEffect> {
    return this.ofLine(work, id, { endsOn });
  }

  private async ofLine(work: Work, lineId: string, set: Partial<ServiceLine>): Promise<ScheduleEffect> {
    const before = await this.planning.considered(work, await this.lines.get(work, lineId));
    return this.planning.effect(work, [{ before, after: { ...before, line: { ...before.line, ...set } } }]);
  }

  @Does(routes.service, { input: KeepService })
  async service({ work, at: { id }, input }: Asked<typeof routes.service>): Promise<ScheduleEffect> {
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
  @Does(routes.rule, { input: KeepRule })
  async rule({ work, at: { id }, input }: Asked<typeof routes.rule>): Promise<ScheduleEffect> {
    const book = await this.rules.of(work);
    if (!book.knows(id)) throw Problem.notFound('filing rule');
    const definition = soundRule(id, input);
    const changed = book.with(definition);
    return this.ofMany(work, await this.lines.those(work, { ruleId: id }), (one) => ({ ...one, book: changed }));
  }

  private async ofMany(work: Work, lines: Awaited<ReturnType<LinesService['those']>>, change: (one: Considered) => Considered): Promise<ScheduleEffect> {
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
