import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { AddPlace, Appoint, GiveBack, PapersView, PlaceView, TakeInPapers } from '@steady/contract/papers';
import { newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { HeavyWork } from '../../platform/heavy';
import { Problem } from '../../platform/http/problem';
import { type Work, nextNumber } from '../../platform/work';
import { ClientRecords, ClientsService, clientName } from '../clients';
import { JobsService, TasksService, jobName } from '../jobs';
import { RequestsService } from '../requests';
import { TeamService } from '../team';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { papers, places } from './papers.tables';
import { DrawSlip } from './tasks';

export const PapersMoved = eventKind<{ papersId: string }>('papers moved', 'papers');
export const PlacesChanged = eventKind<{ placeId: string }>('places changed', 'papers');

/** As many are listed; older ones that were given back stand in the history. */
const LISTED = 500;

type Papers = typeof papers.$inferSelect;

/** Papers that clients bring: what came, where it lies, when it was given back. */
@Injectable()
export class PapersService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly records: ClientRecords,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly requests: RequestsService,
    private readonly team: TeamService,
    private readonly heavy: HeavyWork,
  ) {}

  onModuleInit(): void {
    this.records.follow(papers, { what: 'papers', holds: true });
  }

  async places(work: Work): Promise<PlaceView[]> {
    const lying = sql<number>`(select count(*)::int from papers p where p.place_id = places.id and p.given_back_at is null)`;
    return work.tx
      .select({ id: places.id, name: places.name, isRetired: places.isRetired, papers: lying })
      .from(places)
      .where(eq(places.firmId, work.firm.id))
      .orderBy(sql`${places.name} collate "unicode"`, asc(places.id));
  }

  async addPlace(work: Work, { name }: AddPlace): Promise<string> {
    const id = newId();
    const [added] = await work.tx.insert(places).values({ id, firmId: work.firm.id, name }).onConflictDoNothing().returning({ id: places.id });
    if (!added) throw Problem.invalid([{ field: 'name', message: 'There is a place of this name already.' }]);
    await this.events.record(work, PlacesChanged, { what: `added the place "${name}" for papers`, payload: { placeId: id } });
    return id;
  }

  /** Nothing more is put there, or things are again. */
  async retirePlace(work: Work, placeId: string): Promise<void> {
    const { name, isRetired } = await this.place(work, placeId);
    await work.tx.update(places).set({ isRetired: !isRetired }).where(eq(places.id, placeId));
    await this.events.record(work, PlacesChanged, { what: `${isRetired ? 'uses' : 'no longer uses'} the place "${name}" for papers`, payload: { placeId } });
  }

  private async place(work: Work, placeId: string): Promise<typeof places.$inferSelect> {
    const [found] = await work.tx
      .select()
      .from(places)
      .where(and(eq(places.id, placeId), eq(places.firmId, work.firm.id)));
    if (!found) throw Problem.invalid([{ field: 'placeId', message: 'Choose one of the firm’s places.' }]);
    return found;
  }

  private async openPlace(work: Work, placeId: string): Promise<string> {
    const { name, isRetired } = await this.place(work, placeId);
    if (isRetired) throw Problem.invalid([{ field: 'placeId', message: `"${name}" is not used any more. Choose another place.` }]);
    return name;
  }

  /** What lies in the office by place; of one client or job all that ever came, the newest first. */
  async list(work: Work, { client, job }: { client?: string; job?: string }): Promise<PapersView[]> {
    const one = client !== undefined || job !== undefined;
    return work.tx
      .select({
        id: papers.id,
        number: papers.number,
        clientId: papers.clientId,
        client: clientName(sql`${papers.clientId}`),
        jobId: papers.jobId,
        job: sql<string | null>`${jobName(sql`${papers.jobId}`)}`,
        what: papers.what,
        came: papers.came,
        broughtBy: papers.broughtBy,
        at: papers.at,
        by: papers.by,
        placeId: papers.placeId,
        place: places.name,
        givenBackAt: papers.givenBackAt,
        givenBackTo: papers.givenBackTo,
      })
      .from(papers)
      .innerJoin(places, eq(places.id, papers.placeId))
      .where(
        and(
          eq(papers.firmId, work.firm.id),
          client ? eq(papers.clientId, client) : undefined,
          job ? eq(papers.jobId, job) : undefined,
          one ? undefined : isNull(papers.givenBackAt),
        ),
      )
      .orderBy(...(one ? [desc(papers.number)] : [sql`${places.name} collate "unicode"`, asc(papers.at)]), asc(papers.id))
      .limit(LISTED);
  }

  /** Notes papers that came and where they lie; what was asked for and is among them is taken in with it. */
  async takeIn(work: Work, clientId: string, { jobId, what, came, broughtBy, placeId, itemIds = [] }: TakeInPapers): Promise<string> {
    await this.clients.mustBeThere(work, clientId);
    if (jobId !== undefined && (await this.jobs.get(work, jobId)).clientId !== clientId)
      throw Problem.invalid([{ field: 'jobId', message: 'Choose a job of this client.' }]);
    const place = await this.openPlace(work, placeId);
    const id = newId();
    const number = await nextNumber(work, 'papers');
    await work.tx.insert(papers).values({
      id,
      firmId: work.firm.id,
      number,
      clientId,
      jobId: jobId ?? null,
      what,
      came,
      broughtBy: broughtBy ?? null,
      at: work.now.toString(),
      by: work.actor.name,
      placeId,
    });
    await this.events.record(work, PapersMoved, {
      what: `took in papers, receipt ${number}: ${what}; they lie: ${place}`,
      clientId,
      jobId: jobId ?? null,
      payload: { papersId: id },
    });
    for (const itemId of itemIds) {
      await this.requests.mustBeOf(work, itemId, clientId);
      await this.requests.takeIn(work, itemId, { way: came === 'by post' ? 'by post' : 'in person', text: what, place });
    }
    return id;
  }

  /** What papers bring to a client's whole file: what came, where it lies, who fetched it. */
  async wholeFile(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    const found = await this.list(work, { client: id });
    return table(
      'papers',
      found.map(({ number, what, came, broughtBy, at, by, place, givenBackAt, givenBackTo, job }) => ({
        receipt: number,
        what,
        job,
        came,
        'brought by': broughtBy,
        'taken in': at,
        by,
        'lies where': place,
        'given back': givenBackAt,
        'given back to': givenBackTo,
      })),
    );
  }

  private async hold(work: Work, papersId: string): Promise<Papers> {
    const [found] = await work.tx
      .select()
      .from(papers)
      .where(and(eq(papers.id, papersId), eq(papers.firmId, work.firm.id)))
      .for('update');
    if (!found) throw Problem.notFound('papers');
    return found;
  }

  private async set(work: Work, { id, clientId, jobId }: Papers, set: Partial<Papers>, what: string): Promise<void> {
    await work.tx.update(papers).set(set).where(eq(papers.id, id));
    await this.events.record(work, PapersMoved, { what, clientId, jobId, payload: { papersId: id } });
  }

  async move(work: Work, papersId: string, placeId: string): Promise<void> {
    const held = await this.hold(work, papersId);
    if (held.givenBackAt !== null) throw Problem.refused('given-back', 'They were given back: they lie nowhere here.');
    const place = await this.openPlace(work, placeId);
    if (held.placeId !== placeId) await this.set(work, held, { placeId }, `moved papers, receipt ${held.number}: they lie: ${place}`);
  }

  async giveBack(work: Work, papersId: string, { to }: GiveBack): Promise<void> {
    const held = await this.hold(work, papersId);
    if (held.givenBackAt !== null) throw Problem.refused('given-back', `They were given back to ${held.givenBackTo ?? ''} already.`);
    await this.set(work, held, { givenBackAt: work.now.toString(), givenBackTo: to }, `gave papers back to ${to}, receipt ${held.number}: ${held.what}`);
  }

  async stillHere(work: Work, papersId: string): Promise<void> {
    const held = await this.hold(work, papersId);
    if (held.givenBackAt === null) return;
    await this.set(work, held, { givenBackAt: null, givenBackTo: null }, `papers are still here, receipt ${held.number}: ${held.what}`);
  }

  /** What the slip for the client says; it is drawn outside. @throws Problem "not-found" also for papers of another firm */
  async slip(work: Work, papersId: string): Promise<() => Promise<Uint8Array>> {
    const [found] = await work.tx
      .select()
      .from(papers)
      .where(and(eq(papers.id, papersId), eq(papers.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('papers');
    const { name, address } = work.firm;
    const { number, what, came, broughtBy, by, at } = found;
    const client = (await this.clients.get(work, found.clientId)).name;
    const slip = { firm: { name, address }, client, number, day: fullDate(civil(at.slice(0, 10))), what, came, broughtBy, by };
    const moment = work.now.epochMilliseconds;
    return () => this.heavy.run(DrawSlip, { slip, at: moment });
  }

  /** A meeting at the office among the tasks of a job, for whoever meets the client. */
  async appoint(work: Work, jobId: string, { what, on, at, withId }: Appoint): Promise<void> {
    const job = await this.jobs.get(work, jobId);
    if (job.phase === null) throw Problem.refused('job-finished', 'The job is finished. Reopen it first.');
    if (on < work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'This day is over.' }]);
    await this.team.mustSee(work, 'withId', withId, job.clientId);
    await this.tasks.addTask(
      work,
      jobId,
      job.phase,
      {
        key: 'appointment',
        name: `${what}: ${fullDate(civil(on))}, ${at}`,
        role: 'preparer',
        estimate: 30,
        advice: 'At the office. Ticked when it took place.',
      },
      { startOn: on, dueOn: on, ...(withId ? { assigneeId: withId } : {}) },
    );
    await this.events.record(work, PapersMoved, {
      what: `made an appointment: ${what}, ${fullDate(civil(on))}, ${at}`,
      clientId: job.clientId,
      jobId,
      payload: { papersId: jobId },
    });
  }
}
