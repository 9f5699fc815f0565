import { Injectable } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import { counted } from '@steady/core/words';
import type { ChangeDetailField, DetailFieldInput } from '@steady/contract/clients';
import { newId, rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientQueries } from './clients.queries';
import { detailFields } from './clients.tables';

export const DetailKept = eventKind<{ detailId: string }>('detail kept', 'clients');

/** The details of clients that a firm decides to keep. */
@Injectable()
export class DetailsService {
  constructor(
    private readonly events: Events,
    private readonly queries: ClientQueries,
  ) {}

  /** Keeps one more detail of every client, or of those with some legal forms. */
  async keepDetail(work: Work, { name, kind, choices = [], forms = [] }: DetailFieldInput): Promise<string> {
    const known = await this.queries.details(work);
    if (known.some((field) => field.name.toLowerCase() === name.toLowerCase()))
      throw Problem.invalid([{ field: 'name', message: 'There is a detail of this name already.' }]);
    if (known.length >= 60) throw Problem.invalid([{ field: 'name', message: 'A firm keeps 60 details at most. Remove one that nobody uses.' }]);
    const id = newId();
    const clean = [...new Set(choices.map((choice) => choice.trim()).filter(Boolean))];
    if (kind === 'choice' && clean.length === 0) throw Problem.invalid([{ field: 'choices', message: 'Give the values to choose from.' }]);
    await work.tx.insert(detailFields).values({ id, firmId: work.firm.id, position: known.length, name, kind, choices: kind === 'choice' ? clean : [], forms });
    await this.events.record(work, DetailKept, {
      what: `keeps the detail "${name}" from now on`,
      after: { name, kind, choices, forms },
      payload: { detailId: id },
    });
    return id;
  }

  /** Calls a detail otherwise, or changes the values to choose from. A value that clients have stays among them. */
  async changeDetail(work: Work, id: string, { name, choices }: ChangeDetailField): Promise<void> {
    const known = await this.queries.details(work);
    const before = known.find((field) => field.id === id);
    if (!before) throw Problem.notFound('detail');
    if (known.some((field) => field.id !== id && field.name.toLowerCase() === name.toLowerCase()))
      throw Problem.invalid([{ field: 'name', message: 'There is a detail of this name already.' }]);
    const set = { name, choices: before.kind === 'choice' && choices !== undefined ? await this.choicesFor(work, id, choices) : [...before.choices] };
    await work.tx.update(detailFields).set(set).where(eq(detailFields.id, id));
    await this.events.record(work, DetailKept, {
      what: before.name === name ? `changed the values of the detail "${name}"` : `calls the detail "${before.name}" "${name}" from now on`,
      before: { name: before.name, choices: before.choices },
      after: set,
      payload: { detailId: id },
    });
  }

  private async choicesFor(work: Work, id: string, given: string[]): Promise<string[]> {
    const choices = [...new Set(given.map((choice) => choice.trim()).filter(Boolean))];
    if (choices.length === 0) throw Problem.invalid([{ field: 'choices', message: 'Give the values to choose from.' }]);
    const used = await rows<{ value: string; clients: number }>(
      work.tx,
      sql`select details ->> ${id} as value, count(*)::int as clients from clients where firm_id = ${work.firm.id} and details ? ${id} group by 1`,
    );
    const lost = used.find((one) => !choices.includes(one.value));
    if (lost)
      throw Problem.invalid([
        {
          field: 'choices',
          message: `${counted(lost.clients, 'client')} ${lost.clients === 1 ? 'has' : 'have'} "${lost.value}". Keep it, or give them another value first.`,
        },
      ]);
    return choices;
  }

  /** Keeps a detail no longer. What clients had stands in the audit trail. */
  async dropDetail(work: Work, id: string): Promise<void> {
    const [removed] = await work.tx
      .delete(detailFields)
      .where(and(eq(detailFields.id, id), eq(detailFields.firmId, work.firm.id)))
      .returning();
    if (!removed) throw Problem.notFound('detail');
    const had = await work.tx.execute(sql`select id, details -> ${id} as value from clients where firm_id = ${work.firm.id} and details ? ${id}`);
    await work.tx.execute(sql`update clients set details = details - ${id} where firm_id = ${work.firm.id} and details ? ${id}`);
    await this.events.record(work, DetailKept, {
      what: `keeps the detail "${removed.name}" no longer`,
      before: { ...removed, clients: (had as { rows: unknown[] }).rows },
      payload: { detailId: id },
    });
  }
}
