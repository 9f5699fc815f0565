import { Present } from '../../platform/http/present';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { timesAYear } from '@steady/core/calendar';
import { type Procedure, WITHOUT_PROCEDURE } from '@steady/core/procedures';
import { suppliedFor, suppliedProceduresFor } from '@steady/core/supplied';
import type { ServiceLineView } from '@steady/contract/lines';
import type { ServiceView, SuppliedView } from '@steady/contract/services';
import { money, times } from '@steady/core/money';
import { type AsFigures, inCurrency, rows } from '../../platform/database';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { FirmRules } from '../rules';

@Injectable()
export class ServiceQueries implements OnModuleInit {
  constructor(
    private readonly rules: FirmRules,
    private readonly present: Present,
  ) {}

  onModuleInit(): void {
    this.present.register('service', async (work, id) => (await this.list(work)).find((service) => service.id === id));
    this.present.register('service line', (work, id) => this.lineAtPresent(work, id));
  }

  /** The services of the firm in its order; fees only for whoever sees them. */
  async list(work: Work): Promise<ServiceView[]> {
    const found = await rows<AsFigures<Omit<ServiceView, 'rules' | 'phases' | 'feeRule'>> & Pick<ServiceView, 'feeRule'> & { definition: Procedure | null }>(
      work.tx,
      sql`select s.id, s.version, s.name, s.short_name as "shortName", s.active, s.printed, s.charged, s.scope, s.default_fee::float8 as "defaultFee", s.fee_rule as "feeRule",
                 s.default_rhythm as "defaultRhythm", s.billing, s.rule_ids as "ruleIds", s.anchor, s.own_due as "ownDue", s.lead_days as "leadDays", s.target_days as "targetDays", s.takes_extensions as "takesExtensions",
                 s.procedure_id as "procedureId", p.name as "procedureName", p.definition, s.needs_agent as "needsAgent", s.needs_digital as "needsDigital",
                 s.responsible_id as "responsibleId", s.income, s.item_code as "itemCode", s.advice,
                 (select coalesce(jsonb_agg(jsonb_build_object('rhythm', x.rhythm, 'procedureId', x.procedure_id) order by x.rhythm), '[]') from service_procedures x where x.service_id = s.id) as procedures,
                 (select count(*) from service_lines l where l.service_id = s.id)::int as lines
          from services s left join procedures p on p.id = s.procedure_id where s.firm_id = ${work.firm.id} order by s.position, s.id`,
    );
    const book = await this.rules.of(work);
    const fees = may(work.actor, 'see fees');
    return found.map(({ definition, ...service }) => ({
      ...inCurrency(work.firm.currency, service, 'defaultFee'),
      ...(fees ? {} : { defaultFee: null, feeRule: null }),
      rules: book.those(service.ruleIds).map(({ id, name, authority, kind, rhythms }) => ({ id, name, authority, kind, rhythms })),
      phases: (definition ?? WITHOUT_PROCEDURE).phases.map((phase) => phase.name),
    }));
  }

  /** What the application brings along, for the firm's country. */
  async supplied(work: Work): Promise<SuppliedView[]> {
    const book = await this.rules.of(work);
    const names = new Set((await rows<{ name: string }>(work.tx, sql`select lower(name) as name from services`)).map((one) => one.name));
    const procedures = new Map(suppliedProceduresFor(work.firm.country).map((one) => [one.key, one]));
    return suppliedFor(work.firm.country).map(({ key, name, scope, rhythm, rules, procedure }) => ({
      key,
      name,
      scope,
      rhythm,
      rules: book.those(rules[work.firm.country] ?? []).map((rule) => rule.name),
      phases: procedures.get(procedure)!.phases.map((phase) => phase.name),
      taken: names.has(name.toLowerCase()),
    }));
  }

  private async lineAtPresent(work: Work, lineId: string): Promise<ServiceLineView | undefined> {
    const [line] = await rows<{ clientId: string }>(work.tx, sql`select client_id as "clientId" from service_lines where id = ${lineId}`);
    return line && (await this.linesOf(work, line.clientId)).find((one) => one.id === lineId);
  }

  /** What a client has of each service, with what it comes to in a year. */
  async linesOf(work: Work, clientId: string): Promise<ServiceLineView[]> {
    const found = await rows<AsFigures<Omit<ServiceLineView, 'perYear' | 'rules'>>>(
      work.tx,
      sql`select l.id, l.version, l.service_id as "serviceId", l.name, s.name as service, l.rhythm, l.anchor, l.anchor_on as "anchorOn", l.cut_short as "cutShort",
                 l.fee::float8 as fee, coalesce(l.billing, s.billing) as billing, s.charged, l.preparer_id as "preparerId", l.starts_on as "startsOn",
                 l.ends_on as "endsOn", l.end_reason as "endReason", l.pauses, l.rule_ids as "ruleIds", s.needs_agent as "needsAgent", s.needs_digital as "needsDigital",
                 (select coalesce(jsonb_agg(jsonb_build_object('kind', p.kind, 'askedOn', p.asked_on, 'givenOn', p.given_on, 'reference', p.reference)), '[]')
                    from client_permissions p where p.client_id = l.client_id and p.service_id = l.service_id) as permissions
          from service_lines l join services s on s.id = l.service_id where l.client_id = ${clientId} order by (l.ends_on is not null), s.position, l.id`,
    );
    const book = await this.rules.of(work);
    const today = work.today.toString();
    const fees = may(work.actor, 'see fees');
    return found.map(({ fee: agreed, ...line }) => {
      const fee = fees ? money(agreed!, work.firm.currency) : null;
      const goesOn = line.charged && (line.endsOn === null || line.endsOn >= today);
      return { ...line, fee, perYear: fee && times(fee, goesOn ? timesAYear(line.rhythm) : 0), rules: book.those(line.ruleIds).map((rule) => rule.name) };
    });
  }
}
