import { Injectable } from '@nestjs/common';
import { and, desc, eq, isNotNull, lt, sql } from 'drizzle-orm';
import { type DetailValue, detailInWords } from '@steady/core/details';
import { proposeMapping } from '@steady/core/importing';
import { FULL_PAGE } from '@steady/contract/paging';
import type { BringIn, ImportLine, ImportOutcome, ImportRow, ImportView, MendCell } from '@steady/contract/imports';
import { newId, rows } from '../../platform/database';
import { HeavyWork } from '../../platform/heavy';
import { Problem } from '../../platform/http/problem';
import { type Identity, mustBeConfirmed } from '../../platform/identity';
import { type Work, Works, ofOwn, staffId } from '../../platform/work';
import { BulkService } from '../clients';
import { TeamService } from '../team';
import { BringingIn } from './bringing-in.service';
import { Comparisons } from './comparisons.queries';
import { importLots, importParts, importSources, imports } from './imports.tables';
import { KINDS } from './plan';
import { type ImportLot, PlanImport, type ReadFile, SortRows } from './tasks';

type Import = typeof imports.$inferSelect;

const sourceOf = (headings: string[]) => headings.map((heading) => heading.trim().toLowerCase()).join('\t');

/** Files of clients: read, mapped, run dry, brought in, undone. */
@Injectable()
export class ImportsService {
  constructor(
    private readonly works: Works,
    private readonly comparisons: Comparisons,
    private readonly bulk: BulkService,
    private readonly team: TeamService,
    private readonly heavy: HeavyWork,
    private readonly bringing: BringingIn,
  ) {}

  /**
   * Keeps what a file holds, part by part, with a mapping proposed from its headings and from the last file of that source.
   * @returns its id; it is listed once all of it is in
   */
  async begin(identity: Identity, file: string, { headings, samples, rows: count, parts }: ReadFile): Promise<string> {
    const id = newId();
    await this.works.run(identity, async (work) => {
      const source = sourceOf(headings);
      const [before] = await work.tx
        .select({ mapping: importSources.mapping })
        .from(importSources)
        .where(and(eq(importSources.firmId, work.firm.id), eq(importSources.source, source)));
      const remembered = before ? Object.fromEntries(headings.map((heading, at) => [heading.trim().toLowerCase(), before.mapping[at] ?? null])) : {};
      const { targets } = await this.comparisons.targets(work);
      await work.tx.insert(imports).values({
        id,
        firmId: work.firm.id,
        file,
        at: work.now.toString(),
        by: work.actor.name,
        byId: staffId(work),
        headings,
        samples,
        mapping: proposeMapping(headings, targets, remembered),
      });
    });
    for (const [part, text] of parts.entries())
      await this.works.run(identity, (work) =>
        work.tx.execute(sql`insert into import_parts (firm_id, import_id, part, rows) values (${work.firm.id}, ${id}, ${part}, ${text}::jsonb)`),
      );
    await this.works.run(identity, (work) => work.tx.update(imports).set({ rows: count }).where(eq(imports.id, id)));
    return id;
  }

  private async find(work: Work, importId: string): Promise<Import> {
    const [found] = await work.tx
      .select()
      .from(imports)
      .where(and(eq(imports.id, importId), eq(imports.firmId, work.firm.id), isNotNull(imports.rows), ofOwn(work, imports.byId)));
    if (!found) throw Problem.notFound('import');
    return found;
  }

  /** Says as what each column is brought in; "" leaves one out. @throws Problem where a target is named twice */
  async setMapping(work: Work, importId: string, given: string[]): Promise<void> {
    const found = await this.find(work, importId);
    mustNotBeIn(found);
    const { targets } = await this.comparisons.targets(work);
    const mapping = found.headings.map((_, at) => given[at] || null);
    const twice = mapping.find((key, at) => key !== null && mapping.indexOf(key) !== at);
    if (twice)
      throw Problem.invalid([
        { field: 'mapping', message: `Two columns are imported as "${targets.find((one) => one.key === twice)?.name ?? twice}". Leave one out.` },
      ]);
    if (mapping.some((key) => key !== null && !targets.some((target) => target.key === key)))
      throw Problem.invalid([{ field: 'mapping', message: 'One of the fields does not exist any more.' }]);
    await work.tx.update(imports).set({ mapping }).where(eq(imports.id, importId));
    await work.tx
      .insert(importSources)
      .values({ firmId: work.firm.id, source: sourceOf(found.headings), mapping })
      .onConflictDoUpdate({ target: [importSources.firmId, importSources.source], set: { mapping } });
  }

  /** Puts another text into one cell, so that a row need not be mended in the file. */
  async mend(work: Work, importId: string, { line, column, text }: MendCell): Promise<void> {
    const found = await this.find(work, importId);
    mustNotBeIn(found);
    if (column >= found.headings.length) throw Problem.notFound('import');
    const mended = await rows(
      work.tx,
      sql`with placed as (
            select part, sum(jsonb_array_length(rows)) over (order by part) - jsonb_array_length(rows) as before, jsonb_array_length(rows) as size
            from import_parts where import_id = ${importId})
          update import_parts p set rows = jsonb_set(p.rows, array[(${line - 2}::int - placed.before)::text, ${String(column)}], to_jsonb(${text.trim()}::text))
          from placed where p.import_id = ${importId} and p.part = placed.part and ${line - 2}::int >= placed.before and ${line - 2}::int < placed.before + placed.size
          returning p.part`,
    );
    if (mended.length === 0) throw Problem.notFound('import');
  }

  /** Takes a file off the list of which nothing was brought in. */
  async drop(work: Work, importId: string): Promise<void> {
    const found = await this.find(work, importId);
    mustNotBeIn(found);
    for (const table of [importParts, importLots]) await work.tx.delete(table).where(eq(table.importId, importId));
    await work.tx.delete(imports).where(eq(imports.id, importId));
  }

  /** The clients that a file changes, as they would be. Nothing is written. */
  async changing(identity: Identity, importId: string, { decisions = [] }: BringIn): Promise<Map<string, Record<string, unknown>>> {
    const comparison = await this.works.run(
      identity,
      async (work) => {
        const found = await this.find(work, importId);
        mustNotBeIn(found);
        return this.comparisons.of(work, found);
      },
      { readOnly: true },
    );
    const { lots } = await this.heavy.run(PlanImport, { ...comparison, decisions });
    return new Map(lots.flatMap(({ text }) => (JSON.parse(text) as ImportLot).changed.map(({ clientId, values }) => [clientId, values] as const)));
  }

  /** The dry run: what each row is, and what it would do. Nothing is written. */
  async view(identity: Identity, importId: string): Promise<ImportView> {
    const asked = await this.works.run(
      identity,
      async (work) => {
        const found = await this.find(work, importId);
        const isOpen = found.outcome === null && found.coming === null;
        return {
          found,
          ...(await this.comparisons.targets(work)),
          comparison: isOpen ? await this.comparisons.of(work, found) : null,
          members: await this.team.list(work),
          undone: found.bulkId !== null && (await this.bulk.undoneAmong(work, [found.bulkId])).has(found.bulkId),
          remaining: found.coming === null ? 0 : await this.bringing.left(work, importId),
        };
      },
      { readOnly: true },
    );
    const { found, targets, details, comparison, undone, remaining } = asked;
    const { counts, shown } = comparison
      ? await this.heavy.run(SortRows, comparison)
      : { counts: Object.fromEntries(KINDS.map((kind) => [kind, 0])) as ImportView['counts'], shown: [] };
    const names = new Map(comparison?.known.map((client) => [client.id, client.name]));
    const people = new Map(asked.members.map((member) => [member.id, member.name]));
    const inWords = (key: string, value: unknown): string => {
      if (value === null || value === undefined) return 'nothing';
      const detail = details.find((one) => `detail:${one.id}` === key);
      if (detail) return detailInWords(detail.kind, value as DetailValue);
      if (key.endsWith('Id')) return people.get(value as string) ?? 'somebody who left';
      if (typeof value === 'boolean') return value ? 'yes' : 'no';
      return Array.isArray(value) ? value.join(', ') || 'none' : `${value as string | number}`;
    };
    const { id, file, at, by, headings, samples, mapping, outcome, bulkId, coming } = found;
    const total = coming?.whole ? coming.whole.fresh + coming.whole.changed : 0;
    return {
      id,
      file,
      at,
      by,
      headings,
      samples,
      mapping,
      counts,
      outcome,
      bulkId,
      undone,
      coming: coming && { done: Math.max(0, total - remaining), total },
      targets: targets.map(({ key, name }) => ({ key, name })),
      rows: shown.map(({ line, values, verdict, first, leftOut, texts }): ImportRow => ({
        line,
        gets: Object.entries(verdict.kind === 'new' ? values : {}).flatMap(([key, value]) =>
          key === 'name' ? [] : [{ field: targets.find((target) => target.key === key)!.name, value: inWords(key, value) }],
        ),
        leftOut: (verdict.kind === 'wrong' ? verdict.faults : leftOut).map((fault) => ({ ...fault, text: texts[fault.column] ?? '' })),
        name: typeof values.name === 'string' ? values.name : first,
        verdict,
        changes:
          verdict.kind === 'changed'
            ? verdict.changes.map((change) => ({
                field: targets.find((target) => target.key === change.key)!.name,
                before: inWords(change.key, change.before),
                after: inWords(change.key, change.after),
              }))
            : [],
        candidates: verdict.kind === 'doubtful' ? verdict.candidates.map((one) => ({ id: one, name: names.get(one) ?? '' })) : [],
      })),
    };
  }

  /** Has brought in what the dry run showed: rows that are new or changed, and doubtful ones as decided. It goes on by itself. */
  async bringIn(work: Work, importId: string, { decisions = [] }: BringIn): Promise<ImportOutcome> {
    const [locked] = await work.tx.select({ id: imports.id }).from(imports).where(eq(imports.id, importId)).for('update');
    const found = locked ? await this.find(work, importId) : null;
    if (!found) throw Problem.notFound('import');
    mustNotBeIn(found);
    await this.mustBeThere(work, decisions);
    // Where the file brings accounts, the password is given before it goes on by itself.
    if (found.mapping.some((key) => key === 'iban' || key === 'bic')) mustBeConfirmed(work.actor);
    const confirmed = work.actor.kind === 'staff' && work.actor.confirmed;
    await work.tx
      .update(imports)
      .set({ coming: { decisions, confirmed, whole: null } })
      .where(eq(imports.id, importId));
    work.afterwards(() => this.bringing.goOn(work.firm.id, importId));
    return { said: `${found.file} is being imported.` };
  }

  private async mustBeThere(work: Work, decisions: NonNullable<BringIn['decisions']>): Promise<void> {
    const chosen = decisions.filter(({ as }) => as !== 'new' && as !== 'leave');
    const there = await rows<{ id: string }>(
      work.tx,
      sql`select id from clients where merged_into is null and id in (select jsonb_array_elements_text(${JSON.stringify(chosen.map(({ as }) => as))}::jsonb)::uuid)`,
    );
    const gone = chosen.find(({ as }) => !there.some(({ id }) => id === as));
    if (gone) throw Problem.invalid([{ field: 'decisions', message: `The client chosen for line ${gone.line} is not there any more.` }]);
  }

  /** The files read, the newest first, a page at a time. @param before the last of the page before */
  async list(work: Work, before?: string): Promise<ImportLine[]> {
    const found = await work.tx
      .select({
        id: imports.id,
        file: imports.file,
        at: imports.at,
        by: imports.by,
        rows: sql<number>`${imports.rows}`,
        outcome: imports.outcome,
        bulkId: imports.bulkId,
      })
      .from(imports)
      .where(
        and(eq(imports.firmId, work.firm.id), isNotNull(imports.rows), ofOwn(work, imports.byId), before === undefined ? undefined : lt(imports.id, before)),
      )
      .orderBy(desc(imports.id))
      .limit(FULL_PAGE);
    const undone = await this.bulk.undoneAmong(
      work,
      found.flatMap(({ bulkId }) => bulkId ?? []),
    );
    return found.map(({ bulkId, ...line }) => ({ ...line, undone: bulkId !== null && undone.has(bulkId) }));
  }
}

function mustNotBeIn({ outcome, coming }: Import): void {
  if (coming !== null) throw Problem.refused('brought-in', 'This file is being imported already.');
  if (outcome !== null) throw Problem.refused('brought-in', 'This file was imported already. Choose it again to import more.');
}
