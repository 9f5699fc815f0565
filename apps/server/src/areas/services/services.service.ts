import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import { rhythmInWords } from '@steady/core/calendar';
import { formatMoney } from '@steady/core/money';
import { ruleById } from '@steady/core/obligations';
import { type Procedure, checkProcedure } from '@steady/core/procedures';
import type { AddServiceLine } from '@steady/contract/services';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientsMerged, ClientsService, moveToClient } from '../clients';
import { TeamService } from '../team';
import { procedures, serviceLines, services } from './services.tables';

export type Service = typeof services.$inferSelect;
export type ServiceLine = typeof serviceLines.$inferSelect;

export const ServiceLineAdded = eventKind<{ line: ServiceLine; service: Service }>('service line added');

/** What the firm offers, how it is done, and what each client has of it. */
@Injectable()
export class ServicesService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly team: TeamService,
  ) {}

  onModuleInit(): void {
    this.events.on(ClientsMerged, (work, { payload }) => moveToClient(work, payload, serviceLines));
  }

  /** @throws Error naming the faults of a procedure that cannot be worked by. */
  async addService(
    work: Work,
    given: Omit<typeof services.$inferInsert, 'firmId' | 'procedureId'>,
    procedure: { name: string; definition: Procedure },
  ): Promise<string> {
    const faults = checkProcedure(procedure.definition);
    if (faults.length > 0) throw new Error(faults.join('. '));
    ruleById(given.ruleId);
    const [saved] = await work.tx
      .insert(procedures)
      .values({ firmId: work.firm.id, ...procedure })
      .returning({ id: procedures.id });
    const [service] = await work.tx
      .insert(services)
      .values({ ...given, firmId: work.firm.id, procedureId: saved!.id })
      .returning({ id: services.id });
    return service!.id;
  }

  /** Gives a client a service. The almanac listens and computes its obligations in the same transaction. */
  async addLine(work: Work, clientId: string, input: AddServiceLine): Promise<string> {
    const client = await this.clients.get(work, clientId);
    const service = await this.get(work, input.serviceId);
    const rule = ruleById(service.ruleId);
    if (!rule.rhythms.includes(input.rhythm)) {
      throw Problem.invalid([
        { field: 'rhythm', message: `"${rule.name}" is not filed ${rhythmInWords(input.rhythm)}. Choose ${rule.rhythms.map(rhythmInWords).join(' or ')}.` },
      ]);
    }
    await this.team.mustBeMembers(work, { preparerId: input.preparerId });
    const { name = service.name, rhythm, fee, startsOn, preparerId = client.preparerId } = input;
    const [line] = await work.tx
      .insert(serviceLines)
      .values({ firmId: work.firm.id, clientId, serviceId: service.id, name, rhythm, fee, startsOn, preparerId })
      .returning();
    await this.events.record(work, ServiceLineAdded, {
      what: `gave the client "${name}", ${rhythmInWords(rhythm)}, ${formatMoney(fee)} each`,
      clientId,
      after: { name, rhythm, fee, startsOn },
      payload: { line: line!, service },
    });
    return line!.id;
  }

  async get(work: Work, serviceId: string): Promise<Service> {
    const [service] = await work.tx
      .select()
      .from(services)
      .where(and(eq(services.id, serviceId), eq(services.firmId, work.firm.id)));
    if (!service) throw Problem.invalid([{ field: 'serviceId', message: 'Choose a service of the firm.' }]);
    return service;
  }

  async lineWithProcedure(work: Work, lineId: string): Promise<{ line: ServiceLine; service: Service; procedure: Procedure }> {
    const [found] = await work.tx
      .select({ line: serviceLines, service: services, procedure: procedures.definition })
      .from(serviceLines)
      .innerJoin(services, eq(services.id, serviceLines.serviceId))
      .innerJoin(procedures, eq(procedures.id, services.procedureId))
      .where(eq(serviceLines.id, lineId));
    if (!found) throw Problem.notFound('service line');
    return found;
  }

  /** All lines of the firm with their services; of one client when one is given. */
  async lines(work: Work, clientId?: string): Promise<{ line: ServiceLine; service: Service }[]> {
    return work.tx
      .select({ line: serviceLines, service: services })
      .from(serviceLines)
      .innerJoin(services, eq(services.id, serviceLines.serviceId))
      .where(clientId === undefined ? undefined : eq(serviceLines.clientId, clientId));
  }
}
