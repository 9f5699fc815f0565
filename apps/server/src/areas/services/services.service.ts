import { Injectable } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import { rhythmInWords } from '@steady/core/calendar';
import type { Rhythm } from '@steady/core/calendar';
import { feeForRhythm, proposeFee } from '@steady/core/fees';
import { suppliedFor } from '@steady/core/supplied';
import type { FeeProposal } from '@steady/contract/lines';
import type { KeepService, OrderServices } from '@steady/contract/services';
import { money, formatMoney, noMoney } from '@steady/core/money';
import { fromColumns, rows, toColumns } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientsService, factsOf } from '../clients';
import { ProceduresService } from '../procedures';
import { FirmRules } from '../rules';
import { TeamService } from '../team';
import { serviceProcedures, services } from './services.tables';

export type Service = typeof services.$inferSelect;

export const ServiceChanged = eventKind<{ serviceId: string; datesToo: boolean; rulesBefore: string[] }>('service changed', 'services');

/** What of a service bears on the dates of its lines. */
const BEARS_ON_DATES = ['ruleIds', 'ownDue', 'leadDays', 'targetDays', 'takesExtensions'] as const;

/** "Accounts and corporation tax" becomes "Accounts": the name up to where it goes on, so that it stands in a narrow column. */
export function shortNameOf(name: string): string {
  const first = name.split(/,| and | for | \(/)[0]!.trim();
  return (first.length > 0 ? first : name).slice(0, 24).trim();
}

/** What the firm offers and how it is done. */
@Injectable()
export class ServicesService {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly rules: FirmRules,
    private readonly team: TeamService,
    private readonly procedures: ProceduresService,
  ) {}

  /** Takes a service that comes with the application, with the filing rules of the firm's country and its procedures. */
  async takeSupplied(work: Work, key: string): Promise<string> {
    const found = suppliedFor(work.firm.country).find((one) => one.key === key);
    if (!found) throw Problem.notFound('supplied service');
    const {
      rules,
      rhythm,
      fee,
      procedure,
      others = [],
      anchor = 'calendar',
      ownDue = { count: 10, unit: 'working days' },
      needsAgent = false,
      ...rest
    } = found;
    const perRhythm = [];
    for (const other of others) perRhythm.push({ rhythm: other.rhythm, procedureId: await this.procedures.takeSupplied(work, other.procedure) });
    return this.keep(work, null, {
      name: rest.name,
      shortName: rest.shortName,
      income: rest.income,
      scope: rest.scope,
      leadDays: rest.leadDays,
      targetDays: rest.targetDays,
      active: true,
      printed: true,
      charged: fee > 0,
      defaultFee: money(fee, work.firm.currency),
      defaultRhythm: rhythm,
      ruleIds: rules[work.firm.country] ?? [],
      anchor,
      ownDue,
      needsAgent,
      needsDigital: false,
      procedureId: await this.procedures.takeSupplied(work, procedure),
      procedures: perRhythm,
    });
  }

  /** Adds a service, or changes one. The almanac listens and moves what its dates hang on. */
  async keep(work: Work, serviceId: string | null, input: KeepService): Promise<string> {
    const before = serviceId === null ? null : await this.get(work, serviceId);
    if (before && before.version !== input.version) throw Problem.stale('service', before.id);
    await this.check(work, input, serviceId);
    const { procedures: perRhythm, version: _shown, shortName = shortNameOf(input.name), ...given } = input;
    const { currency } = work.firm;
    const values = {
      ...given,
      takesExtensions: given.takesExtensions ?? false,
      shortName,
      feeRule: given.feeRule ?? null,
      billing: given.billing ?? null,
      responsibleId: given.responsibleId ?? null,
      income: given.income ?? null,
      itemCode: given.itemCode ?? null,
      advice: given.advice ?? null,
    };
    let id = serviceId;
    if (before) {
      const changed = await work.tx
        .update(services)
        .set(toColumns(currency, { ...values, version: before.version + 1 }))
        .where(and(eq(services.id, before.id), eq(services.version, before.version)))
        .returning({ id: services.id });
      if (changed.length === 0) throw Problem.stale('service', before.id);
    } else {
      const [last] = await rows<{ position: number }>(
        work.tx,
        sql`select coalesce(max(position), -1)::int as position from services where firm_id = ${work.firm.id}`,
      );
      const [saved] = await work.tx
        .insert(services)
        .values(toColumns(currency, { ...values, firmId: work.firm.id, position: last!.position + 1 }))
        .returning({ id: services.id });
      id = saved!.id;
    }
    await work.tx.delete(serviceProcedures).where(eq(serviceProcedures.serviceId, id!));
    if (perRhythm.length > 0) await work.tx.insert(serviceProcedures).values(perRhythm.map((one) => ({ ...one, firmId: work.firm.id, serviceId: id! })));
    await this.events.record(work, ServiceChanged, {
      what: before ? `changed the service "${input.name}"` : `added the service "${input.name}"`,
      before: before ? fromColumns(before, 'defaultFee') : undefined,
      after: { ...values, procedures: perRhythm },
      payload: {
        serviceId: id!,
        datesToo: before !== null && BEARS_ON_DATES.some((key) => JSON.stringify(before[key]) !== JSON.stringify(values[key])),
        rulesBefore: before?.ruleIds ?? [],
      },
    });
    return id!;
  }

  private async check(work: Work, input: KeepService, serviceId: string | null): Promise<void> {
    const book = await this.rules.of(work);
    const unknown = input.ruleIds.find((id) => !book.knows(id));
    if (unknown) throw Problem.invalid([{ field: 'ruleIds', message: `There is no filing rule "${unknown}".` }]);
    const [twin] = await work.tx
      .select({ id: services.id })
      .from(services)
      .where(and(eq(services.firmId, work.firm.id), sql`lower(${services.name}) = lower(${input.name})`));
    if (twin && twin.id !== serviceId) throw Problem.invalid([{ field: 'name', message: `There is a service called "${input.name}" already.` }]);
    await this.procedures.mustBeThere(
      work,
      [...(input.procedureId === null ? [] : [input.procedureId]), ...input.procedures.map((one) => one.procedureId)],
      'procedureId',
    );
    const rhythms = input.procedures.map((one) => one.rhythm);
    const twice = rhythms.find((rhythm, at) => rhythms.indexOf(rhythm) !== at);
    if (twice) throw Problem.invalid([{ field: 'procedures', message: `Two procedures are named for work that is done ${rhythmInWords(twice)}.` }]);
    await this.team.mustBeMembers(work, { responsibleId: input.responsibleId });
  }

  /** A second service like one that is there, off until it is looked through. */
  async copy(work: Work, serviceId: string): Promise<string> {
    const from = await this.get(work, serviceId);
    const taken = new Set((await work.tx.select({ name: services.name }).from(services).where(eq(services.firmId, work.firm.id))).map((one) => one.name));
    let name = `${from.name}, copy`;
    for (let n = 2; taken.has(name); n += 1) name = `${from.name}, copy ${n}`;
    const { id: _id, firmId: _firm, version: _version, position: _position, ...rest } = fromColumns(from, 'defaultFee');
    return this.keep(work, null, { ...rest, name, active: false, procedures: await this.proceduresOf(work, serviceId) });
  }

  /** The procedures of a service that are for one rhythm only. */
  proceduresOf(work: Work, serviceId: string): Promise<KeepService['procedures']> {
    return work.tx
      .select({ rhythm: serviceProcedures.rhythm, procedureId: serviceProcedures.procedureId })
      .from(serviceProcedures)
      .where(eq(serviceProcedures.serviceId, serviceId));
  }

  /** Puts the services into an order: it is that of lists, of the almanac and of the letter. */
  async order(work: Work, { ids }: OrderServices): Promise<void> {
    const known = await work.tx.select({ id: services.id, name: services.name }).from(services).where(eq(services.firmId, work.firm.id));
    const missing = known.find((one) => !ids.includes(one.id));
    if (missing || ids.length !== known.length)
      throw Problem.refused('order-incomplete', 'A service was added or removed meanwhile. Look at the list again, then order it.');
    await work.tx.execute(
      sql`update services s set position = o.at - 1 from jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb) with ordinality as o(id, at) where s.id = o.id::uuid and s.firm_id = ${work.firm.id}`,
    );
    await this.events.record(work, ServiceChanged, {
      what: 'put the services into another order',
      payload: { serviceId: ids[0]!, datesToo: false, rulesBefore: [] },
    });
  }

  /** A service as it is kept. @throws Problem "not-found" also for one of another firm */
  async get(work: Work, serviceId: string): Promise<Service> {
    const [service] = await work.tx
      .select()
      .from(services)
      .where(and(eq(services.id, serviceId), eq(services.firmId, work.firm.id)));
    if (!service) throw Problem.invalid([{ field: 'serviceId', message: 'Choose a service of the firm.' }]);
    return service;
  }

  /** What the service would cost this client each time, with how it comes about. */
  async proposedFee(work: Work, serviceId: string, clientId: string, rhythm?: Rhythm): Promise<FeeProposal> {
    const service = await this.get(work, serviceId);
    if (!service.charged) return { fee: noMoney(service.currency), workings: null, lacking: [] };
    const usual = money(service.defaultFee, service.currency);
    const { amount, workings, lacking } = service.feeRule
      ? proposeFee(service.feeRule, factsOf(await this.clients.get(work, clientId)))
      : { amount: usual, workings: null, lacking: [] };
    // The firm says what the usual rhythm costs; another is proposed its share of the year.
    const asked = feeForRhythm(amount, service.defaultRhythm, rhythm ?? service.defaultRhythm);
    if (asked.line === null) return { fee: asked.amount, workings, lacking };
    const title = workings?.title ?? 'How this fee comes about';
    return { fee: asked.amount, workings: { title, lines: [...(workings?.lines ?? [`Usual fee: ${formatMoney(usual)}`]), asked.line] }, lacking };
  }
}
