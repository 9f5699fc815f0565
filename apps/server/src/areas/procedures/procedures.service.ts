import { Injectable } from '@nestjs/common';
import { and, asc, eq, inArray, ne, sql } from 'drizzle-orm';
import { beginsItself, type PhasePlan, type Procedure, apart, changedInCommon, checkProcedure, followed } from '@steady/core/procedures';
import { suppliedProceduresFor } from '@steady/core/supplied';
import type { KeepProcedure } from '@steady/contract/procedures';
import { newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ActionPieces } from './action-pieces';
import { procedureVersions, procedures } from './procedures.tables';

export type KeptProcedure = typeof procedures.$inferSelect;

/** A procedure was changed; `jobIds` are jobs in flight that are to go on by the new version. */
export const ProcedureChanged = eventKind<{ procedureId: string; jobIds: string[] }>('procedure changed', 'procedures');

/** How the firm does each kind of work, version by version. */
@Injectable()
export class ProceduresService {
  constructor(
    private readonly events: Events,
    private readonly pieces: ActionPieces,
  ) {}

  /** @throws Error naming the faults of a procedure that cannot be worked by. */
  async add(work: Work, name: string, definition: Procedure): Promise<string> {
    const faults = checkProcedure(definition);
    if (faults.length > 0) throw new Error(faults.join('. '));
    const [saved] = await work.tx.insert(procedures).values({ firmId: work.firm.id, name, definition }).returning({ id: procedures.id });
    return saved!.id;
  }

  /** Takes a procedure that comes with the application. Taken already, gives the one that is there. */
  async takeSupplied(work: Work, key: string): Promise<string> {
    const found = suppliedProceduresFor(work.firm.country).find((one) => one.key === key);
    if (!found) throw Problem.notFound('supplied procedure');
    const there = await this.named(work, found.name);
    const { phases, prerequisites } = found;
    return there?.id ?? this.add(work, found.name, { phases, ...(prerequisites ? { prerequisites } : {}) });
  }

  /** What those procedures are called in which something is named by its id: in an action, say. */
  async naming(work: Work, id: string): Promise<string[]> {
    const found = await work.tx
      .select({ name: procedures.name })
      .from(procedures)
      .where(and(eq(procedures.firmId, work.firm.id), sql`position(${id} in ${procedures.definition}::text) > 0`))
      .orderBy(asc(procedures.name));
    return found.map(({ name }) => name);
  }

  /** What procedures are called, by id. */
  async names(work: Work): Promise<Map<string, string>> {
    const found = await work.tx.select({ id: procedures.id, name: procedures.name }).from(procedures).where(eq(procedures.firmId, work.firm.id));
    return new Map(found.map((one) => [one.id, one.name]));
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
    const { name, jobIds = [] } = input;
    const before = procedureId === null ? null : await this.get(work, procedureId);
    if (before && before.version !== input.version) throw Problem.stale('procedure', before.id);
    const definition = await this.asHeldNow(work, input.definition, before?.definition ?? { phases: [] });
    const twin = await this.named(work, name);
    if (twin && twin.id !== procedureId) throw Problem.invalid([{ field: 'name', message: `There is a procedure called "${name}" already.` }]);
    const missing = await this.pieces.missing(work, definition);
    if (missing.length > 0) throw Problem.invalid([{ field: 'definition', message: `${[...new Set(missing)].join('. ')}.` }]);
    const id = before?.id ?? (await this.add(work, name, definition));
    if (before) await this.nextVersion(work, before, { name, definition });
    await this.events.record(work, ProcedureChanged, {
      what: before ? `changed the procedure "${name}" to version ${before.version + 1}` : `added the procedure "${name}"`,
      before: before?.definition,
      after: definition,
      payload: { procedureId: id, jobIds },
    });
    if (before) for (const phase of changedInCommon(before.definition, definition)) await this.follow(work, id, phase);
    await this.mustEnd(work, id);
    return id;
  }

  /** @throws Problem naming the circle when work by this procedure would begin work by it again, without end */
  private async mustEnd(work: Work, id: string): Promise<void> {
    const all = await work.tx
      .select({ id: procedures.id, name: procedures.name, definition: procedures.definition })
      .from(procedures)
      .where(eq(procedures.firmId, work.firm.id));
    const circle = beginsItself(all, id);
    if (!circle) return;
    const [first, ...others] = circle.map((name) => `"${name}"`);
    throw Problem.invalid([{ field: 'definition', message: `Jobs would begin without end: ${first} begins ${others.join(', which begins ')} again.` }]);
  }

  /** A procedure with the phases that it newly holds in common as the others hold them now: they may have been changed since it took them. */
  private async asHeldNow(work: Work, definition: Procedure, before: Procedure): Promise<Procedure> {
    const held = before.phases.map((phase) => phase.sharedAs);
    let now = definition;
    for (const { sharedAs } of definition.phases) {
      if (sharedAs === undefined || held.includes(sharedAs)) continue;
      const [other] = await work.tx.select().from(procedures).where(this.holding(work, sharedAs)).limit(1);
      const phase = other?.definition.phases.find((one) => one.sharedAs === sharedAs);
      if (phase) now = followed(now, phase);
    }
    const [fault] = checkProcedure(now);
    if (fault) throw Problem.invalid([{ field: 'definition', message: `${fault}.` }]);
    return now;
  }

  private holding(work: Work, sharedAs: string) {
    return and(eq(procedures.firmId, work.firm.id), sql`${procedures.definition} @> ${JSON.stringify({ phases: [{ sharedAs }] })}::jsonb`);
  }

  private async nextVersion(work: Work, before: KeptProcedure, set: Pick<KeptProcedure, 'name' | 'definition'>): Promise<void> {
    const changed = await work.tx
      .update(procedures)
      .set({ ...set, version: before.version + 1 })
      .where(and(eq(procedures.id, before.id), eq(procedures.version, before.version)))
      .returning({ id: procedures.id });
    if (changed.length === 0) throw Problem.stale('procedure', before.id);
    await work.tx.insert(procedureVersions).values({
      firmId: work.firm.id,
      procedureId: before.id,
      number: before.version,
      definition: before.definition,
      at: work.now.toString(),
      by: work.actor.name,
    });
  }

  /** A phase held in common was changed in one procedure: it is changed in the others that hold it. Their jobs in flight stay as they are. */
  private async follow(work: Work, changedIn: string, phase: PhasePlan): Promise<void> {
    const others = await work.tx
      .select()
      .from(procedures)
      .where(and(this.holding(work, phase.sharedAs!), ne(procedures.id, changedIn)))
      .orderBy(procedures.id)
      .for('update');
    for (const other of others) {
      const definition = followed(other.definition, phase);
      const [fault] = checkProcedure(definition);
      if (fault) throw Problem.invalid([{ field: 'definition', message: `"${other.name}" shares "${phase.name}" and could not follow: ${fault}.` }]);
      await this.nextVersion(work, other, { name: other.name, definition });
      await this.events.record(work, ProcedureChanged, {
        what: `changed "${phase.name}" in the procedure "${other.name}" too, which shares it, to version ${other.version + 1}`,
        before: other.definition,
        after: definition,
        payload: { procedureId: other.id, jobIds: [] },
      });
    }
  }

  /** Puts a phase in common, so that another procedure can take it and both go on alike. @returns the phase as it is known to both */
  async share(work: Work, procedureId: string, phaseKey: string): Promise<PhasePlan> {
    const before = await this.get(work, procedureId);
    const phase = before.definition.phases.find((one) => one.key === phaseKey);
    if (!phase) throw Problem.notFound('phase');
    if (phase.sharedAs) return phase;
    const shared: PhasePlan = { ...phase, sharedAs: newId() };
    const definition = { ...before.definition, phases: before.definition.phases.map((one) => (one === phase ? shared : one)) };
    await this.nextVersion(work, before, { name: before.name, definition });
    await this.events.record(work, ProcedureChanged, {
      what: `shared the phase "${phase.name}" of the procedure "${before.name}"`,
      before: before.definition,
      after: definition,
      payload: { procedureId, jobIds: [] },
    });
    return shared;
  }

  /** A second procedure like one that is there, under a name of its own. It goes its own way: nothing in it is held in common. */
  async copy(work: Work, procedureId: string, wanted?: string): Promise<string> {
    const from = await this.get(work, procedureId);
    let name = wanted ?? `${from.name}, copy`;
    for (let n = 2; await this.named(work, name); n += 1) name = `${wanted ?? `${from.name}, copy`} ${n}`;
    return this.keep(work, null, { name, definition: apart(from.definition) });
  }

  /** Whether the firm keeps a procedure of this id. */
  async has(work: Work, procedureId: string): Promise<boolean> {
    const found = await work.tx
      .select({ id: procedures.id })
      .from(procedures)
      .where(and(eq(procedures.id, procedureId), eq(procedures.firmId, work.firm.id)));
    return found.length > 0;
  }

  /** A procedure as it is kept. @throws Problem "not-found" also for one of another firm */
  async get(work: Work, procedureId: string): Promise<KeptProcedure> {
    const [found] = await work.tx
      .select()
      .from(procedures)
      .where(and(eq(procedures.id, procedureId), eq(procedures.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('procedure');
    return found;
  }

  /** What a procedure said in one of its versions; null where that is not kept. */
  async asOf(work: Work, procedureId: string, version: number): Promise<Procedure | null> {
    const now = await this.get(work, procedureId);
    if (now.version === version) return now.definition;
    const [found] = await work.tx
      .select({ definition: procedureVersions.definition })
      .from(procedureVersions)
      .where(and(eq(procedureVersions.procedureId, procedureId), eq(procedureVersions.number, version)));
    return found?.definition ?? null;
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
