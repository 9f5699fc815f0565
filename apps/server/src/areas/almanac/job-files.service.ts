import { Injectable } from '@nestjs/common';
import { and, eq, gte, isNull, sql } from 'drizzle-orm';
import { type JobRowRead, type KnownWork, jobTargets, proposeMapping, sortJobRows } from '@steady/core/importing';
import { type BeginJobRows, type JobFile, type JobRowsAsked, type JobRowsBegun, MOST_JOB_ROWS } from '@steady/contract/job-files';
import type { HowItBegins } from '@steady/contract/how-it-begins';
import { counted } from '@steady/core/words';
import { Events } from '../../platform/events';
import { HeavyWork } from '../../platform/heavy';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import { type Work, staffId } from '../../platform/work';
import { ClientsService } from '../clients';
import { ReadTable } from '../imports';
import { JobStandingService, JobsService } from '../jobs';
import { ProceduresService } from '../procedures';
import { LinesService } from '../services';
import { TeamService } from '../team';
import { obligations, seasonStarts } from './almanac.tables';
import { AlmanacService } from './almanac.service';
import { SeasonStarted } from './season.service';

/** Periods that ended longer ago are no work that a file begins. */
const YEARS_BACK = 2;

/** What the columns of a file can be, and what is proposed for its headings. */
interface Proposed {
  targets: JobFile['targets'];
  propose(headings: string[]): (string | null)[];
}

type NewRow = JobRowRead & { verdict: Extract<JobRowRead['verdict'], { kind: 'new' }> };
const isNew = (row: JobRowRead): row is NewRow => row.verdict.kind === 'new';

/** Jobs from a file: read, looked at row by row, begun together, and undone as one. Nothing of the file is kept. */
@Injectable()
export class JobFilesService {
  constructor(
    private readonly events: Events,
    private readonly heavy: HeavyWork,
    private readonly clients: ClientsService,
    private readonly lines: LinesService,
    private readonly procedures: ProceduresService,
    private readonly jobs: JobsService,
    private readonly jobStanding: JobStandingService,
    private readonly team: TeamService,
    private readonly almanac: AlmanacService,
  ) {}

  /** What a file holds, with what each column may be, as proposed from its headings. */
  async read(bytes: Uint8Array, name: string, { targets, propose }: Proposed): Promise<JobFile> {
    const { headings, parts, rows: count } = await this.heavy.run(ReadTable, { bytes, name });
    if (count > MOST_JOB_ROWS)
      throw Problem.badFile(`This file has ${count.toLocaleString('en')} rows. Divide it: at most ${MOST_JOB_ROWS.toLocaleString('en')} at once.`);
    const rows = parts.flatMap((part) => JSON.parse(part) as string[][]);
    return { headings, rows, mapping: propose(headings), targets };
  }

  /** What columns of such a file can be for whoever acts. */
  async targets(work: Work) {
    const people = (await this.team.list(work)).filter((member) => member.standing === 'active');
    // In a cell people write the first name as often as the whole one.
    const named = people.flatMap(({ id, name, shortName }) =>
      name === shortName
        ? [{ id, name }]
        : [
            { id, name },
            { id, name: shortName },
          ],
    );
    const all = jobTargets({ currency: work.firm.currency, people: named }, work.today, work.firm.country === 'US');
    return may(work.actor, 'see fees') ? all : all.filter((target) => target.key !== 'fee');
  }

  /** As what the columns of a file are proposed. */
  async proposed(work: Work): Promise<Proposed> {
    const targets = await this.targets(work);
    return { targets: targets.map(({ key, name }) => ({ key, name })), propose: (headings) => proposeMapping(headings, targets) };
  }

  /** What each row is. Nothing is written. */
  async look(work: Work, { rows, mapping, from, decisions = [] }: JobRowsAsked): Promise<JobRowRead[]> {
    const targets = await this.targets(work);
    const chosen = new Map(decisions.map(({ line, as }) => [line, as]));
    return sortJobRows(
      rows.map(({ cells }) => cells),
      mapping.map((key) => key || null),
      targets,
      await this.known(work),
      { today: work.today, decisions: chosen, from },
    );
  }

  private async known(work: Work): Promise<KnownWork> {
    const today = work.today.toString();
    const lines = (await this.lines.those(work)).filter(({ line }) => line.endsOn === null || line.endsOn >= today);
    const due = await work.tx
      .select({
        id: obligations.id,
        lineId: obligations.lineId,
        serviceId: obligations.serviceId,
        name: obligations.name,
        periodStart: obligations.periodStart,
        periodEnd: obligations.periodEnd,
        dueOn: obligations.dueOn,
        begun: sql<boolean>`${obligations.begun} or ${obligations.status} <> 'open'`,
      })
      .from(obligations)
      .where(
        and(
          eq(obligations.firmId, work.firm.id),
          eq(obligations.leads, true),
          gte(obligations.periodEnd, work.today.subtract({ years: YEARS_BACK }).toString()),
        ),
      );
    return {
      clients: await this.clients.numbered(work),
      lines: lines.map(({ line, service }) => ({
        id: line.id,
        clientId: line.clientId,
        name: line.name,
        names: [line.name, service.name, service.shortName],
      })),
      due,
      procedures: [...(await this.procedures.names(work))].map(([id, name]) => ({ id, name })),
      open: await this.jobs.openByName(work),
    };
  }

  /** Begins the new jobs of these rows; parts of one file are kept as one start, by which they are undone. */
  async begin(work: Work, { id, what, begins = [], ...asked }: BeginJobRows): Promise<JobRowsBegun> {
    const settled = new Map(begins.map((one) => [one.of, one.begins]));
    const begun: string[] = [];
    for (const row of (await this.look(work, asked)).filter(isNew)) {
      try {
        begun.push(await this.beginRow(work, row, settled));
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        throw Problem.invalid([{ field: 'rows', message: `Line ${row.line}, ${row.client}: ${error.view().errors?.[0]?.message ?? error.view().detail}` }]);
      }
    }
    if (begun.length === 0) return { begun: 0 };
    const [kept] = await work.tx
      .insert(seasonStarts)
      .values({ id, firmId: work.firm.id, at: work.now.toString(), byId: staffId(work), what, jobIds: begun })
      .onConflictDoUpdate({
        target: seasonStarts.id,
        set: { jobIds: sql`${seasonStarts.jobIds} || excluded.job_ids` },
        setWhere: and(eq(seasonStarts.firmId, work.firm.id), isNull(seasonStarts.undoneAt)),
      })
      .returning({ id: seasonStarts.id });
    if (!kept) throw Problem.notFound('start of jobs');
    await this.events.record(work, SeasonStarted, { what: `began ${counted(begun.length, 'job')} from the file ${what}`, payload: { startId: id } });
    return { begun: begun.length };
  }

  private async beginRow(work: Work, { verdict: { clientId, begins, of } }: NewRow, settled: ReadonlyMap<string, HowItBegins | undefined>): Promise<string> {
    const how = settled.get('obligationId' in begins ? begins.serviceId : (begins.procedureId ?? 'none'));
    const jobId =
      'obligationId' in begins
        ? await this.almanac.startNow(work, begins.obligationId, how)
        : await this.jobs.addByHand(work, {
            clientId,
            procedureId: begins.procedureId ?? 'none',
            name: begins.name,
            startOn: begins.startOn,
            dueOn: begins.dueOn,
            begins: how,
          });
    if (Object.keys(of).length > 0) await this.jobStanding.change(work, jobId, { ...of, version: (await this.jobs.get(work, jobId)).version });
    return jobId;
  }
}
