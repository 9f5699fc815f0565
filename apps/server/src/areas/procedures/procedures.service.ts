import { Injectable } from '@nestjs/common';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { type Procedure, checkProcedure } from '@steady/core/procedures';
import { SUPPLIED_PROCEDURES } from '@steady/core/supplied';
import type { KeepProcedure } from '@steady/contract/procedures';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { procedureVersions, procedures } from './procedures.tables';

export type KeptProcedure = typeof procedures.$inferSelect;

/** A procedure was changed; `jobIds` are jobs in flight that are to go on by the new version. */
export const ProcedureChanged = eventKind<{ procedureId: string; jobIds: string[] }>('procedure changed');

/** How the firm does each kind of work, version by version. */
@Injectable()
export class ProceduresService {
  constructor(private readonly events: Events) {}

  /** @throws Error naming the faults of a procedure that cannot be worked by. */
  async add(work: Work, name: string, definition: Procedure): Promise<string> {
    const faults = checkProcedure(definition);
    if (faults.length > 0) throw new Error(faults.join('. '));
    const [saved] = await work.tx.insert(procedures).values({ firmId: work.firm.id, name, definition }).returning({ id: procedures.id });
    return saved!.id;
  }

  /** Takes a procedure that comes with the application. Taken already, gives the one that is there. */
  async takeSupplied(work: Work, key: string): Promise<string> {
    const found = SUPPLIED_PROCEDURES.find((one) => one.key === key);
    if (!found) throw Problem.notFound('supplied procedure');
    const there = await this.named(work, found.name);
    return there?.id ?? this.add(work, found.name, { phases: found.phases });
  }

  private async named(work: Work, name: string): Promise<KeptProcedure | undefined> {
    const [twin] = await work.tx
      .select()
      .from(procedures)
      .where(and(eq(procedures.firmId, work.firm.id), sql`lower(${procedures.name}) = lower(${name})`));
    return twin;
  }

  /** Adds a procedure or changes one. What it said before is kept: jobs in flight stay on it unless they are named. */
  async keep(work: Work, procedureId: string | null, input: KeepProcedure): Promise<string> {
    const { name, definition, jobIds = [] } = input;
    const before = procedureId === null ? null : await this.get(work, procedureId);
    if (before && before.version !== input.version) throw Problem.stale('procedure', before);
    const twin = await this.named(work, name);
    if (twin && twin.id !== procedureId) throw Problem.invalid([{ field: 'name', message: `There is a procedure called "${name}" already.` }]);
    const id = before?.id ?? (await this.add(work, name, definition));
    if (before) {
      const changed = await work.tx
        .update(procedures)
        .set({ name, definition, version: before.version + 1 })
        .where(and(eq(procedures.id, before.id), eq(procedures.version, before.version)))
        .returning({ id: procedures.id });
      if (changed.length === 0) throw Problem.stale('procedure', await this.get(work, before.id));
      await work.tx.insert(procedureVersions).values({
        ...{ firmId: work.firm.id, procedureId: before.id, number: before.version },
        ...{ definition: before.definition, at: work.now.toString(), by: work.actor.name },
      });
    }
    await this.events.record(work, ProcedureChanged, {
      what: before ? `changed the procedure "${name}" to version ${before.version + 1}` : `added the procedure "${name}"`,
      before: before?.definition,
      after: definition,
      payload: { procedureId: id, jobIds },
    });
    return id;
  }

  /** A second procedure like one that is there, under a name of its own. */
  async copy(work: Work, procedureId: string, wanted?: string): Promise<string> {
    const from = await this.get(work, procedureId);
    let name = wanted ?? `${from.name}, copy`;
    for (let n = 2; await this.named(work, name); n += 1) name = `${wanted ?? `${from.name}, copy`} ${n}`;
    return this.keep(work, null, { name, definition: from.definition });
  }

  async get(work: Work, procedureId: string): Promise<KeptProcedure> {
    const [found] = await work.tx
      .select()
      .from(procedures)
      .where(and(eq(procedures.id, procedureId), eq(procedures.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('procedure');
    return found;
  }

  /** @throws Problem at the field when one of them is not a procedure of the firm */
  async mustBeThere(work: Work, ids: string[], field: string): Promise<void> {
    const named = [...new Set(ids)];
    if (named.length === 0) return;
    const known = await work.tx
      .select({ id: procedures.id })
      .from(procedures)
      .where(and(eq(procedures.firmId, work.firm.id), inArray(procedures.id, named)));
    if (known.length < named.length) throw Problem.invalid([{ field, message: 'Choose a procedure of the firm.' }]);
  }
}
