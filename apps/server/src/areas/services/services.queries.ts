import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { monthsOf, type RhythmName } from '@steady/core/calendar';
import { ruleById } from '@steady/core/obligations';
import type { Procedure } from '@steady/core/procedures';
import type { ServiceLineView, ServiceView } from '@steady/contract/services';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';

/** How often a rhythm comes round in a year. */
function timesAYear(rhythm: RhythmName): number {
  const months = monthsOf(rhythm);
  if (months) return 12 / months;
  return rhythm === 'weekly' ? 52 : rhythm === 'fortnightly' ? 26 : 13;
}

@Injectable()
export class ServiceQueries {
  async list(work: Work): Promise<ServiceView[]> {
    const found = await rows<Omit<ServiceView, 'rhythms' | 'ruleName' | 'authority' | 'phases'> & { ruleId: string; definition: Procedure }>(
      work.tx,
      sql`select s.id, s.name, s.short_name as "shortName", s.default_fee::float8 as "defaultFee", s.default_rhythm as "defaultRhythm", s.rule_id as "ruleId",
                 p.name as "procedureName", p.definition, s.lead_days as "leadDays", s.target_days as "targetDays",
                 (select count(*) from service_lines l where l.service_id = s.id)::int as lines
          from services s join procedures p on p.id = s.procedure_id order by s.position`,
    );
    return found.map(({ ruleId, definition, ...service }) => {
      const rule = ruleById(ruleId);
      return { ...service, rhythms: rule.rhythms, ruleName: rule.name, authority: rule.authority, phases: definition.phases.map((phase) => phase.name) };
    });
  }

  async linesOf(work: Work, clientId: string): Promise<ServiceLineView[]> {
    const found = await rows<Omit<ServiceLineView, 'perYear'>>(
      work.tx,
      sql`select l.id, l.service_id as "serviceId", l.name, s.name as service, l.rhythm, l.fee::float8 as fee, l.preparer_id as "preparerId", l.starts_on as "startsOn"
          from service_lines l join services s on s.id = l.service_id where l.client_id = ${clientId} order by s.position, l.id`,
    );
    return found.map((line) => ({ ...line, perYear: line.fee * timesAYear(line.rhythm) }));
  }
}
