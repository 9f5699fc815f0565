import { Controller, type OnModuleInit } from '@nestjs/common';
import { civil, periodContaining, rhythmInWords } from '@steady/core/calendar';
import { type Fact, type Facts, conditionInWords, factInWords, meets } from '@steady/core/conditions';
import { type FilingRule, OWN_DATE, dueDate, extendedDueDate, extendsByItself, factsAsked, versionInWords } from '@steady/core/obligations';
import { KeepRule, type RuleView, TryRule, type TriedRule } from '@steady/contract/rules';
import * as routes from '@steady/contract/rules.routes';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import { type Asked, Does } from '../../platform/http/routes';
import { type Work } from '../../platform/work';
import { FirmRules } from './firm-rules.service';
import { RuleUses } from './rule-uses';

const isFact = (value: unknown): value is Fact =>
  value === null || (typeof value === 'string' && value.length <= 200) || typeof value === 'number' || typeof value === 'boolean';

/** The facts, if they are such as a rule can look at. */
function factsFrom(given: object): Facts {
  const wrong = Object.entries(given).find(([, value]) => !isFact(value));
  if (wrong) throw Problem.invalid([{ field: `facts.${wrong[0].slice(0, 60)}`, message: 'A fact is text, a number, yes or no.' }]);
  return given as Facts;
}

@Controller()
export class RulesController implements OnModuleInit {
  constructor(
    private readonly rules: FirmRules,
    private readonly uses: RuleUses,
    private readonly present: Present,
  ) {}

  onModuleInit(): void {
    this.present.register('filing rule', async (work, id) => (await this.views(work)).find((rule) => rule.id === id));
  }

  /** Every rule that the firm can use, its own first, as it stands last. */
  @Does(routes.list)
  list({ work }: Asked<typeof routes.list>): Promise<RuleView[]> {
    return this.views(work);
  }

  private async views(work: Work): Promise<RuleView[]> {
    const used = await this.uses.of(work);
    const book = await this.rules.of(work);
    return book.all.map((rule) => {
      const own = book.ownOf(rule.id);
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
        version: own?.version ?? null,
        copiedFrom: own?.copiedFrom ?? null,
        shippedChanged: book.shippedChanged(rule.id),
        extendsByItself: extendsByItself(rule),
        definition: rule,
      };
    });
  }

  @Does(routes.add, { input: KeepRule })
  async add({ work, input }: Asked<typeof routes.add>): Promise<{ id: string }> {
    return { id: await this.rules.keep(work, null, input) };
  }

  @Does(routes.change, { input: KeepRule })
  async change({ work, at: { id }, input }: Asked<typeof routes.change>): Promise<void> {
    await this.rules.keep(work, id, input);
  }

  @Does(routes.seen)
  async seen({ work, at: { id } }: Asked<typeof routes.seen>): Promise<void> {
    await this.rules.seen(work, id);
  }

  /** Tries a rule on facts and a period. Nothing is written. */
  @Does(routes.tryOut, { input: TryRule })
  async try({ work, at: { id }, input }: Asked<typeof routes.tryOut>): Promise<TriedRule> {
    const book = await this.rules.of(work);
    if (!book.knows(id) || id === OWN_DATE) throw Problem.notFound('filing rule');
    return this.tried(work, book.byId(id), input);
  }

  private tried(work: Work, rule: FilingRule, input: TryRule): TriedRule {
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
