import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { civil, periodContaining, rhythmInWords } from '@steady/core/calendar';
import { type Fact, type Facts, conditionInWords, factInWords, meets } from '@steady/core/conditions';
import { type FilingRule, RULES, dueDate, extendedDueDate, factsAsked, ruleById, versionInWords } from '@steady/core/obligations';
import { type RuleView, TryRule, type TriedRule } from '@steady/contract/rules';
import { rows } from '../../platform/database';
import { Problem } from '../../platform/http/problem';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';

const isFact = (value: unknown): value is Fact =>
  value === null || (typeof value === 'string' && value.length <= 200) || typeof value === 'number' || typeof value === 'boolean';

function ruleFrom(id: string): FilingRule {
  try {
    return ruleById(id);
  } catch {
    throw Problem.notFound('filing rule');
  }
}

/** The facts, if they are such as a rule can look at. */
function factsFrom(given: object): Facts {
  const wrong = Object.entries(given).find(([, value]) => !isFact(value));
  if (wrong) throw Problem.invalid([{ field: `facts.${wrong[0].slice(0, 60)}`, message: 'A fact is text, a number, yes or no.' }]);
  return given as Facts;
}

@Controller('api/rules')
export class RulesController {
  /** Every rule that ships with the application, as it stands in law last. */
  @Get()
  @Needs('see clients')
  async list(@InWork() work: Work): Promise<RuleView[]> {
    const used = new Map(
      (
        await rows<{ id: string; lines: number }>(
          work.tx,
          sql`select s.rule_id as id, count(l.id)::int as lines from services s join service_lines l on l.service_id = s.id where s.firm_id = ${work.firm.id} group by s.rule_id`,
        )
      ).map((row) => [row.id, row.lines]),
    );
    return RULES.map((rule) => {
      const version = rule.versions.at(-1)!;
      return {
        id: rule.id,
        name: rule.name,
        kind: rule.kind,
        authority: rule.authority,
        country: rule.country,
        rhythms: rule.rhythms.map(rhythmInWords),
        appliesTo: conditionInWords(rule.appliesTo),
        lines: versionInWords(version),
        since: version.effectiveFrom,
        until: version.effectiveUntil ?? null,
        source: version.source,
        asks: factsAsked(rule).map((fact) => ({ fact, words: factInWords(fact) })),
        used: used.get(rule.id) ?? 0,
      };
    });
  }

  /** Tries a rule on facts and a period. Nothing is written. */
  @Post(':id/try')
  @HttpCode(200)
  @Needs('see clients')
  try(@InWork() work: Work, @Param('id') id: string, @Body() input: TryRule): TriedRule {
    const rule = ruleFrom(id);
    const end = civil(input.periodEnd);
    const period = input.periodStart ? { start: civil(input.periodStart), end } : periodContaining(rule.rhythms[0]!, end, end);
    if (period.start.until(end).days < 0) throw Problem.invalid([{ field: 'periodStart', message: 'A period starts before it ends.' }]);
    const facts = factsFrom(input.facts ?? {});
    try {
      const { due, workings } = dueDate(rule, period, facts, work.firm.calendar);
      const extended = extendedDueDate(rule, period, facts, work.firm.calendar);
      return {
        periodStart: period.start.toString(),
        periodEnd: input.periodEnd,
        due: due.toString(),
        workings,
        extended: extended && { due: extended.due.toString(), name: extended.name, asks: extended.asks, workings: extended.workings },
        applies: meets(rule.appliesTo, facts),
      };
    } catch (error) {
      if (error instanceof RangeError) throw Problem.invalid([{ field: 'periodEnd', message: `${error.message}.` }]);
      throw error;
    }
  }
}
