import { Injectable } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import { type FilingRule, OWN_DATE, RULES, type RuleDifference, ownDate, ruleById, ruleDifference, ruleFaults } from '@steady/core/obligations';
import type { KeepRule } from '@steady/contract/rules';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { firmRules } from './rules.tables';

export const ShippedChangeSeen = eventKind<{ ruleId: string }>('change of a shipped rule seen', 'rules');
export const RuleChanged = eventKind<{ ruleId: string; inPlaceOf: string | null }>('filing rule changed', 'rules');

/**
 * The rule that an input describes.
 * @throws Problem at "definition" with every fault in words, when it cannot be followed
 */
export function soundRule(id: string, { definition }: Pick<KeepRule, 'definition'>): FilingRule {
  const rule = { ...definition, id };
  const faults = ruleFaults(rule);
  if (faults.length === 0) return rule;
  throw Problem.invalid(
    faults.map((message) => ({ field: 'definition', message })),
    faults.join(' '),
  );
}

const shipped = (id: string): FilingRule | null => RULES.find((rule) => rule.id === id) ?? null;

/** The filing rules that a firm can use: those that ship with the application, and its own. */
export class RuleBook {
  private readonly own: Map<string, typeof firmRules.$inferSelect>;

  constructor(rows: (typeof firmRules.$inferSelect)[]) {
    this.own = new Map(rows.map((row) => [row.ruleId, row]));
  }

  /** @throws RangeError when no rule has this id. */
  byId(id: string): FilingRule {
    const own = this.own.get(id);
    if (own) return own.definition;
    return id === OWN_DATE ? ownDate({ count: 0, unit: 'days' }) : ruleById(id);
  }

  /** The rules of these ids that are known, in the same order. */
  those(ids: readonly string[]): FilingRule[] {
    return ids.flatMap((id) => (this.knows(id) ? [this.byId(id)] : []));
  }

  /** Whether there is a rule of this id, shipped or the firm's own. */
  knows(id: string): boolean {
    return this.own.has(id) || RULES.some((rule) => rule.id === id);
  }

  /** The book as it would be with a rule in the place of the one with its id; nothing is written. */
  with(definition: FilingRule): RuleBook {
    const like = this.own.get(definition.id);
    const row = { id: '', firmId: '', version: 0, copiedFrom: null, copiedAs: null, retired: false, ...like, ruleId: definition.id, definition };
    return new RuleBook([...[...this.own.values()].filter((one) => one.ruleId !== definition.id), row]);
  }

  /** What the firm keeps of a rule of its own. */
  ownOf(id: string): typeof firmRules.$inferSelect | undefined {
    return this.own.get(id);
  }

  /** The ids of the rules of which something holds; the firm's own date, which is in no list, among them. */
  idsOf(holds: (rule: FilingRule) => boolean): string[] {
    return [OWN_DATE, ...this.all.map((rule) => rule.id)].filter((id) => holds(this.byId(id)));
  }

  /** What is no longer, and what is new, in the shipped rule that one of the firm's own was copied from; null where it is as it was. */
  shippedChanged(id: string): RuleDifference | null {
    const own = this.own.get(id);
    const now = own?.copiedFrom ? shipped(own.copiedFrom) : null;
    return own?.copiedAs && now ? ruleDifference(own.copiedAs, now) : null;
  }

  get all(): FilingRule[] {
    return [...[...this.own.values()].map((row) => row.definition), ...RULES];
  }
}

/** Filing rules of the firm's own beside the shipped ones. Bringing the application up to date never touches them. */
@Injectable()
export class FirmRules {
  private readonly books = new WeakMap<Work, Promise<RuleBook>>();

  constructor(private readonly events: Events) {}

  /** Read once in a unit of work. */
  of(work: Work): Promise<RuleBook> {
    let book = this.books.get(work);
    if (!book) this.books.set(work, (book = this.read(work)));
    return book;
  }

  private async read(work: Work): Promise<RuleBook> {
    return new RuleBook(await work.tx.select().from(firmRules).where(eq(firmRules.firmId, work.firm.id)));
  }

  /**
   * Keeps a rule of the firm: a new one, or a change of one that is there. A shipped rule is never changed; it is copied.
   * @throws Problem at "definition" with what keeps it from being followed
   */
  async keep(work: Work, ruleId: string | null, input: KeepRule): Promise<string> {
    const book = await this.of(work);
    const before = ruleId === null ? undefined : book.ownOf(ruleId);
    if (ruleId !== null && !before) throw Problem.notFound('filing rule');
    if (before && before.version !== input.version) throw Problem.stale('filing rule', ruleId!);
    const sound = soundRule(ruleId ?? '', input);
    const id = ruleId ?? this.freeId(book, sound.name);
    const definition = { ...sound, id };
    if (before)
      await work.tx
        .update(firmRules)
        .set({ definition, version: before.version + 1 })
        .where(and(eq(firmRules.id, before.id), eq(firmRules.version, before.version)));
    else
      await work.tx.insert(firmRules).values({
        firmId: work.firm.id,
        ruleId: id,
        definition,
        copiedFrom: input.copiedFrom ?? null,
        copiedAs: input.copiedFrom ? shipped(input.copiedFrom) : null,
      });
    this.books.delete(work);
    await this.events.record(work, RuleChanged, {
      what: before
        ? `changed the filing rule "${definition.name}"`
        : `wrote the filing rule "${definition.name}"${input.copiedFrom ? `, a copy of ${input.copiedFrom}` : ''}`,
      before: before ? { definition: before.definition } : undefined,
      after: { definition },
      payload: { ruleId: id, inPlaceOf: input.inPlace && input.copiedFrom && !before ? input.copiedFrom : null },
    });
    return id;
  }

  /** Somebody has seen that the shipped rule changed since it was copied; the copy stays as it is. */
  async seen(work: Work, ruleId: string): Promise<void> {
    const own = (await this.of(work)).ownOf(ruleId);
    const now = own?.copiedFrom ? shipped(own.copiedFrom) : null;
    if (!own || !now) throw Problem.notFound('filing rule');
    await work.tx.update(firmRules).set({ copiedAs: now }).where(eq(firmRules.id, own.id));
    this.books.delete(work);
    await this.events.record(work, ShippedChangeSeen, {
      what: `saw that the shipped rule "${now.name}" changed; "${own.definition.name}" stays as it is`,
      before: { shipped: own.copiedAs },
      after: { shipped: now },
      payload: { ruleId },
    });
  }

  private freeId(book: RuleBook, name: string): string {
    const slug = `firm-${name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 50)}`;
    let id = slug;
    for (let n = 2; book.knows(id); n += 1) id = `${slug}-${n}`;
    return id;
  }
}
