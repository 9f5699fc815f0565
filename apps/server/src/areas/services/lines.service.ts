import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { type Rhythm, civil, periodsFrom, rhythmInWords, timesAYear } from '@steady/core/calendar';
import { type LineTerms, type Pause, Reckoner } from '@steady/core/obligations';
import { fullDate } from '@steady/core/words';
import type { AddServiceLine, ChangeServiceLine, KeepPermission, LineInput, PauseLine, PermissionKind, ResumeLine, StopLine } from '@steady/contract/lines';
import { money } from '@steady/core/money';
import { readMany, rows, toColumns } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { ClientRecords, type Client, ClientsMerged, ClientsService, moveToClient } from '../clients';
import { type KeptProcedure, ProceduresService } from '../procedures';
import { FirmRules, type RuleBook } from '../rules';
import { TeamService } from '../team';
import { type Service, ServicesService } from './services.service';
import { permissions, serviceLines, serviceProcedures, services } from './services.tables';

export type ServiceLine = typeof serviceLines.$inferSelect;
export interface LineOfService {
  line: ServiceLine;
  service: Service;
}

export const ServiceLineAdded = eventKind<LineOfService>('service line added', 'services');
export const ServiceLineChanged = eventKind<{ lineId: string }>('service line changed', 'services');
export const PermissionNoted = eventKind<{ clientId: string }>('permission noted', 'services');

const WORDS = { agent: 'authorisation of the agent', digital: 'registration for digital filing' } as const;

/** What each client has of each service: with its own rhythm, people, fee and dates. A client may have several lines of one. */
@Injectable()
export class LinesService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly services: ServicesService,
    private readonly rules: FirmRules,
    private readonly team: TeamService,
    private readonly procedures: ProceduresService,
  ) {}

  onModuleInit(): void {
    this.records.follow(serviceLines, { what: 'services', holds: true });
    this.records.warn(async (work, { from, into }) => {
      const twice = await rows<{ name: string }>(
        work.tx,
        sql`select distinct s.name from service_lines a join service_lines b on b.service_id = a.service_id and b.client_id = ${into} join services s on s.id = a.service_id where a.client_id = ${from} order by 1`,
      );
      return twice.map(({ name }) => `Both have "${name}": its deadlines will be listed twice until one of the two lines is stopped.`);
    });
    this.events.on(ClientsMerged, async (work, { payload: { from, into } }) => {
      // Where both had one, what was kept counts.
      await work.tx.execute(
        sql`delete from client_permissions p using client_permissions k where p.client_id = ${from} and k.client_id = ${into} and k.service_id = p.service_id and k.kind = p.kind`,
      );
      await moveToClient(work, { from, into }, permissions);
    });
  }

  /** The terms of a line as the core reckons with them. A client who has left ends every line. */
  static terms({ line, service }: LineOfService, client: Pick<Client, 'standing' | 'endedOn'>, book: RuleBook): LineTerms {
    const left = client.standing === 'former' ? client.endedOn : null;
    return {
      rhythm: line.rhythm,
      anchor: line.anchor,
      anchorOn: line.anchorOn,
      startsOn: line.startsOn,
      endsOn: left !== null && (line.endsOn === null || left < line.endsOn) ? left : line.endsOn,
      cutShort: line.cutShort,
      pauses: line.pauses,
      rules: book.those(line.ruleIds),
      ownDue: service.ownDue,
      leadDays: service.leadDays,
      targetDays: service.targetDays,
      takesExtensions: service.takesExtensions,
    };
  }

  /** What would stand on record if the client were given the service on these terms; nothing is written. */
  async drafted(work: Work, client: Client, input: AddServiceLine): Promise<LineOfService> {
    const service = await this.services.get(work, input.serviceId);
    const line = toColumns(work.firm.currency, await this.fromInput(work, client, service, input, null));
    return {
      service,
      line: { ...line, id: '', firmId: work.firm.id, version: 1, clientId: client.id, serviceId: service.id, endReason: null, pauses: [], procedureId: null },
    };
  }

  /** Gives a client a service. The almanac listens and computes its obligations in the same transaction. */
  async add(work: Work, clientId: string, input: AddServiceLine): Promise<string> {
    const client = await this.clients.standing(work, clientId);
    const { service, line: draft } = await this.drafted(work, client, input);
    if (!service.active)
      throw Problem.invalid([{ field: 'serviceId', message: `"${service.name}" is off and not offered any more. Turn it on under Firm, Services.` }]);
    const { id: _none, ...values } = draft;
    const [line] = await work.tx.insert(serviceLines).values(values).returning();
    await this.events.record(work, ServiceLineAdded, {
      what: `added "${line!.name}", ${rhythmInWords(line!.rhythm)}`,
      clientId,
      after: { name: line!.name, rhythm: line!.rhythm, fee: money(line!.fee, line!.currency), startsOn: line!.startsOn },
      payload: { line: line!, service },
    });
    return line!.id;
  }

  /** The columns of a line that an input fills, checked. */
  private async fromInput(work: Work, client: Client, service: Service, input: LineInput, lineId: string | null) {
    const book = await this.rules.of(work);
    if (input.fee !== undefined && !may(work.actor, 'see fees')) throw Problem.notAllowed('see fees');
    const all = await this.of(work, client.id);
    const kept = all.find(({ line }) => line.id === lineId)?.line;
    const others = all.filter(({ line }) => line.id !== lineId && line.endsOn === null);
    const answered = new Set(others.flatMap(({ line }) => line.ruleIds));
    const ruleIds = input.ruleIds ?? service.ruleIds.filter((id) => !answered.has(id));
    this.checkRules(book, service, ruleIds, others, input.rhythm);
    this.checkRhythm(input);
    await this.team.mustBeMembers(work, { preparerId: input.preparerId });
    const leading = Reckoner.leading({ rules: book.those(ruleIds), rhythm: input.rhythm });
    if (service.ruleIds.length > 0 && ruleIds.length > 0 && !leading && !this.mayHaveOwnDates(input.rhythm, book, ruleIds))
      throw Problem.invalid([
        {
          field: 'rhythm',
          message: `"${book.byId(ruleIds[0]!).name}" is not filed ${rhythmInWords(input.rhythm)}. Choose ${book.byId(ruleIds[0]!).rhythms.map(rhythmInWords).join(' or ')}, or a shorter rhythm with dates of its own.`,
        },
      ]);
    return {
      name: input.name ?? service.name,
      rhythm: input.rhythm,
      anchor: input.anchor ?? (input.anchorOn ? ('date' as const) : service.anchor),
      anchorOn: input.anchorOn ?? null,
      fee: input.fee ?? (kept && money(kept.fee, kept.currency)) ?? (await this.services.proposedFee(work, service.id, client.id, input.rhythm)).fee,
      billing: input.billing ?? null,
      startsOn: input.startsOn,
      // An end that was set before stays until another is set.
      endsOn: input.endsOn ?? kept?.endsOn ?? null,
      cutShort: input.cutShort ?? true,
      ruleIds,
      preparerId: input.preparerId ?? client.preparerId ?? service.responsibleId,
    };
  }

  /** Work more often than a rule is filed has dates of its own, and the return beside it; less often makes no sense. */
  private mayHaveOwnDates(rhythm: Rhythm, book: RuleBook, ruleIds: string[]): boolean {
    return ruleIds.every((id) => book.byId(id).rhythms.some((one) => timesAYear(rhythm) > timesAYear(one)));
  }

  private checkRules(book: RuleBook, service: Service, ruleIds: string[], others: LineOfService[], rhythm: Rhythm): void {
    const foreign = ruleIds.find((id) => !service.ruleIds.includes(id));
    if (foreign) throw Problem.invalid([{ field: 'ruleIds', message: `"${foreign}" is not a filing rule of "${service.name}".` }]);
    const double = others.find(({ line }) => line.ruleIds.some((id) => ruleIds.includes(id)));
    if (!double) return;
    const rule = book.byId(double.line.ruleIds.find((id) => ruleIds.includes(id))!);
    throw Problem.invalid([
      {
        field: 'ruleIds',
        message: `The line "${double.line.name}" covers "${rule.name}" already: it would be in the almanac twice. Leave it to that line${rhythm === double.line.rhythm ? '' : ', or stop that line first'}.`,
      },
    ]);
  }

  private checkRhythm({ rhythm, startsOn }: LineInput): void {
    try {
      periodsFrom(rhythm, civil(startsOn), civil(startsOn), 1);
    } catch (error) {
      if (error instanceof RangeError) throw Problem.invalid([{ field: 'rhythm', message: `${error.message}.` }]);
      throw error;
    }
  }

  /**
   * The filing rules that a line covers when its service has others than before: those taken from the service go, those
   * added come where no other line of the client covers them.
   */
  static followed(line: ServiceLine, ofClient: readonly ServiceLine[], before: readonly string[], after: readonly string[]): string[] {
    const elsewhere = new Set(ofClient.filter((one) => one.id !== line.id && one.endsOn === null).flatMap((one) => one.ruleIds));
    return after.filter((id) => (before.includes(id) ? line.ruleIds.includes(id) : !elsewhere.has(id)));
  }

  /** Lines put together by the id of their client. */
  static byClient(all: readonly LineOfService[]): Map<string, ServiceLine[]> {
    const found = new Map<string, ServiceLine[]>();
    for (const { line } of all) found.set(line.clientId, [...(found.get(line.clientId) ?? []), line]);
    return found;
  }

  /** Lets the lines of a service follow its filing rules. */
  async follow(work: Work, serviceId: string, before: readonly string[]): Promise<void> {
    const all = await this.those(work);
    const byClient = LinesService.byClient(all);
    for (const { line, service } of all.filter((one) => one.service.id === serviceId)) {
      const ruleIds = LinesService.followed(line, byClient.get(line.clientId)!, before, service.ruleIds);
      if (ruleIds.join() === line.ruleIds.join()) continue;
      line.ruleIds = ruleIds;
      await work.tx
        .update(serviceLines)
        .set({ ruleIds, version: sql`version + 1` })
        .where(eq(serviceLines.id, line.id));
    }
  }

  /** Puts one filing rule in the place of another, on services and their lines. */
  async replaceRule(work: Work, old: string, by: string): Promise<void> {
    for (const table of [services, serviceLines])
      await work.tx.execute(
        sql`update ${table} set rule_ids = (select jsonb_agg(case when r = ${old} then ${by} else r end) from jsonb_array_elements_text(rule_ids) r), version = version + 1
            where firm_id = ${work.firm.id} and rule_ids ? ${old}`,
      );
  }

  /** The line as it would be with a change; nothing is written. */
  async changed(work: Work, lineId: string, input: ChangeServiceLine): Promise<LineOfService> {
    const found = await this.get(work, lineId);
    const client = await this.clients.get(work, found.line.clientId);
    return {
      service: found.service,
      line: { ...found.line, ...toColumns(work.firm.currency, await this.fromInput(work, client, found.service, input, lineId)) },
    };
  }

  /** Changes rhythm, people, fee and dates of a line. @throws Problem "changed-meanwhile" when somebody else changed it since */
  async change(work: Work, lineId: string, input: ChangeServiceLine): Promise<void> {
    const { line } = await this.changed(work, lineId, input);
    await this.write(work, lineId, input.version, line, `changed "${line.name}"`);
  }

  /** A line as it would be if it rested between two days; nothing is written. */
  static paused(line: ServiceLine, { from, until }: Pick<PauseLine, 'from' | 'until'>): Pause[] {
    return [...line.pauses.filter((one) => one.until !== null && one.until < from), { from, until: until ?? null }];
  }

  /** Lets a line rest between two days: no period that ends in between brings work. */
  async pause(work: Work, lineId: string, { from, until, version }: PauseLine): Promise<void> {
    const { line } = await this.get(work, lineId);
    const words = until ? `from ${fullDate(civil(from))} to ${fullDate(civil(until))}` : `from ${fullDate(civil(from))} until it is resumed`;
    await this.write(work, lineId, version, { pauses: LinesService.paused(line, { from, until }) }, `paused "${line.name}" ${words}`);
  }

  /** A line as it would be if it went on from a day; nothing is written. */
  static resumed(line: ServiceLine, { on }: Pick<ResumeLine, 'on'>): Pause[] {
    const last = civil(on).subtract({ days: 1 }).toString();
    return line.pauses.flatMap((one) => (one.until !== null && one.until < on ? [one] : one.from > last ? [] : [{ from: one.from, until: last }]));
  }

  /** Lets a line that rests go on from a day. */
  async resume(work: Work, lineId: string, { on, version }: ResumeLine): Promise<void> {
    const { line } = await this.get(work, lineId);
    await this.write(work, lineId, version, { pauses: LinesService.resumed(line, { on }) }, `resumed "${line.name}" on ${fullDate(civil(on))}`);
  }

  /** Ends a line on a day, with the reason. */
  async stop(work: Work, lineId: string, { endsOn, reason, version }: StopLine): Promise<void> {
    const { line } = await this.get(work, lineId);
    if (endsOn < line.startsOn)
      throw Problem.invalid([{ field: 'endsOn', message: `It started on ${fullDate(civil(line.startsOn))}; it ends on that day or later.` }]);
    await this.write(work, lineId, version, { endsOn, endReason: reason }, `stopped "${line.name}" on ${fullDate(civil(endsOn))}: ${reason}`);
  }

  private async write(work: Work, lineId: string, version: number, set: Partial<typeof serviceLines.$inferInsert>, what: string): Promise<void> {
    const { line: before } = await this.get(work, lineId);
    if (before.version !== version) throw Problem.stale('service line', lineId);
    const { id: _id, firmId: _firm, clientId: _client, serviceId: _service, version: _version, ...values } = set;
    const [changed] = await work.tx
      .update(serviceLines)
      .set({ ...values, version: version + 1 })
      .where(and(eq(serviceLines.id, lineId), eq(serviceLines.version, version)))
      .returning();
    if (!changed) throw Problem.stale('service line', lineId);
    await this.events.record(work, ServiceLineChanged, { what, clientId: before.clientId, before: { ...before }, after: { ...changed }, payload: { lineId } });
  }

  /** A line with its service. @throws Problem "not-found" also for one of another firm */
  async get(work: Work, lineId: string): Promise<LineOfService> {
    const [found] = await this.select(work).where(eq(serviceLines.id, lineId));
    if (!found) throw Problem.notFound('service line');
    return found;
  }

  private select(work: Work) {
    return work.tx.select({ line: serviceLines, service: services }).from(serviceLines).innerJoin(services, eq(services.id, serviceLines.serviceId));
  }

  /** All lines of a client with their services. */
  of(work: Work, clientId: string): Promise<LineOfService[]> {
    return this.select(work).where(eq(serviceLines.clientId, clientId)).orderBy(services.position, serviceLines.id);
  }

  /** Lines of the firm with their services: all, those of one service, or those that answer for one filing rule. */
  async those(work: Work, only: { serviceId?: string; ruleId?: string; ids?: string[]; clientIds?: string[] } = {}): Promise<LineOfService[]> {
    // Thousands of lines share a few services: each of those is read once.
    const offered = new Map((await work.tx.select().from(services).where(eq(services.firmId, work.firm.id))).map((service) => [service.id, service]));
    const wanted = and(
      eq(serviceLines.firmId, work.firm.id),
      only.serviceId === undefined ? undefined : eq(serviceLines.serviceId, only.serviceId),
      only.ruleId === undefined ? undefined : sql`${serviceLines.ruleIds} ? ${only.ruleId}`,
      only.ids === undefined ? undefined : inArray(serviceLines.id, only.ids),
      only.clientIds === undefined ? undefined : inArray(serviceLines.clientId, only.clientIds),
    );
    const found = await readMany(work.tx, serviceLines, wanted, sql`${serviceLines.id}`);
    return found.map((line) => ({ line, service: offered.get(line.serviceId)! }));
  }

  /** How a line is worked: by a procedure of its own, by that of its rhythm, or by the usual one of its service; null where there is none. */
  async withProcedure(work: Work, lineId: string): Promise<LineOfService & { procedure: KeptProcedure | null }> {
    const found = await this.get(work, lineId);
    const { line, service } = found;
    const [ofRhythm] = line.procedureId
      ? []
      : await work.tx
          .select({ procedureId: serviceProcedures.procedureId })
          .from(serviceProcedures)
          .where(and(eq(serviceProcedures.serviceId, service.id), eq(serviceProcedures.rhythm, line.rhythm)));
    const procedureId = line.procedureId ?? ofRhythm?.procedureId ?? service.procedureId;
    return { ...found, procedure: procedureId === null ? null : await this.procedures.get(work, procedureId) };
  }

  /** A procedure of this line's own, copied from the one it goes by, to be cut down for the client. */
  async ownProcedure(work: Work, lineId: string): Promise<string> {
    const { line, procedure } = await this.withProcedure(work, lineId);
    if (line.procedureId) return line.procedureId;
    if (procedure === null) throw Problem.refused('no-procedure', 'This service has no procedure yet. Give it one, then it can be cut down for a client.');
    const client = await this.clients.get(work, line.clientId);
    const procedureId = await this.procedures.copy(work, procedure.id, `${procedure.name}, ${client.name}`.slice(0, 110));
    await work.tx
      .update(serviceLines)
      .set({ procedureId, version: line.version + 1 })
      .where(eq(serviceLines.id, line.id));
    await this.events.record(work, ServiceLineChanged, {
      what: `gave "${line.name}" a procedure of its own`,
      clientId: line.clientId,
      payload: { lineId: line.id },
    });
    return procedureId;
  }

  /** Notes that the client was asked to allow something, or has allowed it. */
  async keepPermission(work: Work, clientId: string, input: KeepPermission): Promise<void> {
    const { serviceId, kind } = input;
    const [askedOn, givenOn, reference] = [input.askedOn ?? null, input.givenOn ?? null, input.reference ?? null];
    const service = await this.services.get(work, serviceId);
    await this.clients.get(work, clientId);
    await work.tx
      .insert(permissions)
      .values({ firmId: work.firm.id, clientId, serviceId, kind, askedOn, givenOn, reference })
      .onConflictDoUpdate({ target: [permissions.clientId, permissions.serviceId, permissions.kind], set: { askedOn, givenOn, reference } });
    const said = givenOn ? `given on ${fullDate(civil(givenOn))}` : askedOn ? `asked for on ${fullDate(civil(askedOn))}` : 'not asked for';
    await this.events.record(work, PermissionNoted, {
      what: `noted the ${WORDS[kind]} for ${service.name}: ${said}${reference ? `, ${reference}` : ''}`,
      clientId,
      after: { kind, askedOn, givenOn, reference },
      payload: { clientId },
    });
  }

  /** What a client has not yet allowed that a service needs, in words. */
  async lacking(work: Work, clientId: string, serviceId: string): Promise<string[]> {
    const found = await rows<{ kind: PermissionKind }>(
      work.tx,
      sql`select k.kind from services s, (values ('agent'), ('digital')) k (kind)
          where s.id = ${serviceId} and case k.kind when 'agent' then s.needs_agent else s.needs_digital end
            and not exists (select from client_permissions p where p.client_id = ${clientId} and p.service_id = s.id and p.kind = k.kind and p.given_on is not null)`,
    );
    return found.map(({ kind }) => WORDS[kind]);
  }
}
