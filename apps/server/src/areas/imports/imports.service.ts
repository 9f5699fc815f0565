import { Injectable } from '@nestjs/common';
import { and, desc, eq, lt, sql } from 'drizzle-orm';
import { detailInWords } from '@steady/core/details';
import { type KnownClient, type SortedRow, type Target, type Verdict, clientTargets, compared, proposeMapping, sortRows } from '@steady/core/importing';
import { FULL_PAGE } from '@steady/contract/paging';
import type { DetailFieldView } from '@steady/contract/clients';
import type { BringIn, ImportLine, ImportOutcome, ImportRow, ImportView } from '@steady/contract/imports';
import { newId } from '../../platform/database';
import { LiveNotices } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { type Work, ofOwn, staffId } from '../../platform/work';
import { BroughtInService, BulkService, ClientQueries } from '../clients';
import { TeamService } from '../team';
import { importSources, imports } from './imports.tables';
import type { Table } from './read-file';

type Import = typeof imports.$inferSelect;
/** Rows of each kind that are shown; the file with all of them is the user's own. */
const SHOWN = 300;
const KINDS: Verdict['kind'][] = ['wrong', 'doubtful', 'changed', 'new', 'same'];

const sourceOf = (headings: string[]) => headings.map((heading) => heading.trim().toLowerCase()).join('\t');
const count = (number: number, one: string) => `${number} ${one}${number === 1 ? '' : 's'}`;

interface Sorted {
  targets: Target[];
  known: KnownClient[];
  rows: SortedRow[];
  details: DetailFieldView[];
}

/** Files of clients: read, mapped, run dry, brought in all at once, undone. */
@Injectable()
export class ImportsService {
  constructor(
    private readonly queries: ClientQueries,
    private readonly broughtIn: BroughtInService,
    private readonly bulk: BulkService,
    private readonly team: TeamService,
    private readonly live: LiveNotices,
  ) {}

  /** Keeps what a file holds, with a mapping proposed from its headings and from the last file of that source. */
  async begin(work: Work, file: string, { headings, rows }: Table): Promise<string> {
    const source = sourceOf(headings);
    const [before] = await work.tx
      .select({ mapping: importSources.mapping })
      .from(importSources)
      .where(and(eq(importSources.firmId, work.firm.id), eq(importSources.source, source)));
    const remembered = before ? Object.fromEntries(headings.map((heading, at) => [heading.trim().toLowerCase(), before.mapping[at] ?? null])) : {};
    const { targets } = await this.targets(work);
    const id = newId();
    await work.tx.insert(imports).values({
      id,
      firmId: work.firm.id,
      file,
      at: work.now.toString(),
      by: work.actor.name,
      byId: staffId(work),
      headings,
      rows,
      mapping: proposeMapping(headings, targets, remembered),
    });
    return id;
  }

  private async targets(work: Work): Promise<{ targets: Target[]; details: DetailFieldView[] }> {
    const details = await this.queries.details(work);
    const people = (await this.team.list(work)).filter((member) => member.standing === 'active');
    return { targets: clientTargets(people, details), details };
  }

  private async find(work: Work, importId: string): Promise<Import> {
    const [found] = await work.tx
      .select()
      .from(imports)
      .where(and(eq(imports.id, importId), eq(imports.firmId, work.firm.id), ofOwn(work, imports.byId)));
    if (!found) throw Problem.notFound('import');
    return found;
  }

  async setMapping(work: Work, importId: string, given: string[]): Promise<void> {
    const found = await this.find(work, importId);
    if (found.outcome !== null) throw Problem.refused('brought-in', 'This file was brought in already. Choose it again to bring in more.');
    const { targets } = await this.targets(work);
    const mapping = found.headings.map((_, at) => given[at] || null);
    const twice = mapping.find((key, at) => key !== null && mapping.indexOf(key) !== at);
    if (twice)
      throw Problem.invalid([
        { field: 'mapping', message: `Two columns are brought in as "${targets.find((one) => one.key === twice)?.name ?? twice}". Leave one out.` },
      ]);
    if (mapping.some((key) => key !== null && !targets.some((target) => target.key === key)))
      throw Problem.invalid([{ field: 'mapping', message: 'One of the fields is not kept any more.' }]);
    await work.tx.update(imports).set({ mapping }).where(eq(imports.id, importId));
    await work.tx
      .insert(importSources)
      .values({ firmId: work.firm.id, source: sourceOf(found.headings), mapping })
      .onConflictDoUpdate({ target: [importSources.firmId, importSources.source], set: { mapping } });
  }

  private async sorted(work: Work, found: Import): Promise<Sorted> {
    const { targets, details } = await this.targets(work);
    const known = await this.broughtIn.known(work);
    return { targets, details, known, rows: sortRows(found.rows, found.mapping, targets, known) };
  }

  /** The dry run: what each row is, and what it would do. Nothing is written. */
  async view(work: Work, importId: string): Promise<ImportView> {
    const found = await this.find(work, importId);
    const { targets, details, known, rows } = await this.sorted(work, found);
    const names = new Map(known.map((client) => [client.id, client.name]));
    const people = new Map((await this.team.list(work)).map((member) => [member.id, member.name]));
    const inWords = (key: string, value: unknown): string => {
      if (value === null || value === undefined) return 'nothing';
      const detail = details.find((one) => `detail:${one.id}` === key);
      if (detail) return detailInWords(detail.kind, value as string);
      if (key.endsWith('Id')) return people.get(value as string) ?? 'somebody who left';
      if (typeof value === 'boolean') return value ? 'yes' : 'no';
      return Array.isArray(value) ? value.join(', ') || 'none' : `${value as string | number}`;
    };
    const shown = found.outcome === null ? KINDS.flatMap((kind) => rows.filter((row) => row.verdict.kind === kind).slice(0, SHOWN)) : [];
    const undone = found.bulkId !== null && (await this.bulk.undoneAmong(work, [found.bulkId])).has(found.bulkId);
    return {
      id: found.id,
      file: found.file,
      at: found.at,
      by: found.by,
      headings: found.headings,
      samples: found.headings.map((_, at) => [...new Set(found.rows.slice(0, 40).map((row) => row[at] ?? ''))].filter(Boolean).slice(0, 3)),
      mapping: found.mapping,
      targets: targets.map(({ key, name }) => ({ key, name })),
      counts: Object.fromEntries(KINDS.map((kind) => [kind, rows.filter((row) => row.verdict.kind === kind).length])) as ImportView['counts'],
      rows: shown.map(({ line, values, verdict }): ImportRow => ({
        line,
        name: typeof values.name === 'string' ? values.name : (found.rows[line - 2]?.find((cell) => cell !== '') ?? ''),
        verdict,
        changes:
          verdict.kind === 'changed'
            ? verdict.changes.map((change) => ({
                field: targets.find((target) => target.key === change.key)!.name,
                before: inWords(change.key, change.before),
                after: inWords(change.key, change.after),
              }))
            : [],
        candidates: verdict.kind === 'doubtful' ? verdict.candidates.map((id) => ({ id, name: names.get(id) ?? '' })) : [],
      })),
      outcome: found.outcome,
      bulkId: found.bulkId,
      undone,
    };
  }

  /** Writes what the dry run showed, all of it or nothing: rows that are new or changed, and doubtful ones as decided. */
  async bringIn(work: Work, importId: string, { decisions = [] }: BringIn): Promise<ImportOutcome> {
    const [locked] = await work.tx.select({ id: imports.id }).from(imports).where(eq(imports.id, importId)).for('update');
    const found = locked ? await this.find(work, importId) : null;
    if (!found) throw Problem.notFound('import');
    if (found.outcome !== null) throw Problem.refused('brought-in', 'This file was brought in already.');
    const { known, rows } = await this.sorted(work, found);
    const decided = new Map(decisions.map((decision) => [decision.line, decision.as]));
    const fresh: Record<string, unknown>[] = [];
    const changed: { clientId: string; values: Record<string, unknown> }[] = [];
    for (const { line, values, verdict } of rows) {
      const as = decided.get(line);
      if (as === 'leave' || verdict.kind === 'wrong' || verdict.kind === 'same') continue;
      if (verdict.kind === 'new') fresh.push(values);
      else if (verdict.kind === 'changed')
        changed.push({ clientId: verdict.clientId, values: Object.fromEntries(verdict.changes.map((change) => [change.key, change.after])) });
      else if (as === 'new') fresh.push(values);
      else if (as !== undefined) {
        const client = known.find((one) => one.id === as);
        if (!client) throw Problem.invalid([{ field: 'decisions', message: `The client chosen for line ${line} is not there any more.` }]);
        // Whoever says that it is this client does not mean to spell its name anew.
        const difference = compared(client, { ...values, name: client.name });
        if (difference.kind === 'changed')
          changed.push({ clientId: as, values: Object.fromEntries(difference.changes.map((change) => [change.key, change.after])) });
      }
    }
    const left = rows.length - fresh.length - changed.length;
    const said = `${count(fresh.length, 'client')} brought in, ${changed.length} changed, ${count(left, 'row')} left out`;
    const total = fresh.length + changed.length;
    const tell = (done: number) => this.live.progress({ firmId: work.firm.id, memberId: work.actor.id, of: importId, done, total });
    const bulkId = total > 0 ? await this.broughtIn.write(work, `${said} (${found.file})`, fresh, changed, tell) : null;
    await work.tx.update(imports).set({ outcome: said, bulkId }).where(eq(imports.id, importId));
    return { bulkId, said: `${said}.` };
  }

  /** The files read, the newest first, a page at a time. @param before the last of the page before */
  async list(work: Work, before?: string): Promise<ImportLine[]> {
    const found = await work.tx
      .select({
        id: imports.id,
        file: imports.file,
        at: imports.at,
        by: imports.by,
        rows: sql<number>`jsonb_array_length(${imports.rows})`,
        outcome: imports.outcome,
        bulkId: imports.bulkId,
      })
      .from(imports)
      .where(and(eq(imports.firmId, work.firm.id), ofOwn(work, imports.byId), before === undefined ? undefined : lt(imports.id, before)))
      .orderBy(desc(imports.id))
      .limit(FULL_PAGE);
    const undone = await this.bulk.undoneAmong(
      work,
      found.flatMap(({ bulkId }) => bulkId ?? []),
    );
    return found.map(({ bulkId, ...line }) => ({ ...line, undone: bulkId !== null && undone.has(bulkId) }));
  }
}
