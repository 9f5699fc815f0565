import { Controller, Res } from '@nestjs/common';
import type { Response } from 'express';
import { addWorkingDays, weekStart } from '@steady/core/calendar';
import {
  AddFeed,
  AlmanacAsked,
  type AlmanacList,
  type AlmanacView,
  type AlmanacYear,
  ExtendObligation,
  type FeedView,
  FileObligation,
  FollowRules,
  MoveTarget,
  NoteFiled,
  type ObligationView,
  type OfferedExtension,
  type Rehearsal,
  type RoomView,
  ReopenObligation,
  SetObligationAside,
} from '@steady/contract/almanac';
import { BeginWork } from '@steady/contract/how-it-begins';
import { SeasonAsked, type SeasonPreview, type SeasonStartView, StartSeason } from '@steady/contract/season';
import * as routes from '@steady/contract/almanac.routes';
import { AfterRow, LoadAsked } from '@steady/contract/queries';
import { sendList } from '../../platform/files';
import { Problem, dayFrom } from '../../platform/http/problem';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { AlmanacQueries } from './almanac.queries';
import { AlmanacService } from './almanac.service';
import { FeedsService } from './feeds.service';
import { RehearsalQueries } from './rehearsal.queries';
import { SeasonService } from './season.service';
import { ObligationStatusService } from './obligation-status.service';

const WEEKS = 8;

const COLUMNS = [
  { name: 'Due', kind: 'date' },
  { name: 'Our target', kind: 'date' },
  { name: 'Client', kind: 'text' },
  { name: 'What', kind: 'text' },
  { name: 'Service', kind: 'text' },
  { name: 'Filed with', kind: 'text' },
  { name: 'Status', kind: 'text' },
  { name: 'Filed on', kind: 'date' },
  { name: 'Receipt', kind: 'text' },
  { name: 'Job', kind: 'number' },
  { name: 'Who', kind: 'text' },
] as const;

@Controller()
export class AlmanacController {
  constructor(
    private readonly almanac: AlmanacService,
    private readonly queries: AlmanacQueries,
    private readonly standing: ObligationStatusService,
    private readonly rehearsal: RehearsalQueries,
    private readonly season: SeasonService,
    private readonly feed: FeedsService,
  ) {}

  @Does(routes.ribbon, { query: AlmanacAsked })
  ribbon({ work, query: { from, ...filter } }: Asked<typeof routes.ribbon>): Promise<AlmanacView> {
    return this.queries.ribbon(work, dayFrom(from, addWorkingDays(work.today, -5)), WEEKS, filter);
  }

  @Does(routes.room)
  room({ work }: Asked<typeof routes.room>): Promise<RoomView> {
    return this.queries.room(work, WEEKS);
  }

  @Does(routes.week, { query: AlmanacAsked })
  week({ work, query: { from, ...filter } }: Asked<typeof routes.week>): Promise<ObligationView[]> {
    return this.queries.week(work, dayFrom(from, work.today), filter);
  }

  @Does(routes.overdue, { query: AlmanacAsked })
  overdue({ work, query: filter }: Asked<typeof routes.overdue>): Promise<ObligationView[]> {
    return this.queries.overdue(work, filter);
  }

  @Does(routes.year, { query: AlmanacAsked })
  year({ work, query: { from, ...filter } }: Asked<typeof routes.year>): Promise<AlmanacYear> {
    return this.queries.year(work, dayFrom(from, work.today), filter);
  }

  @Does(routes.list, { query: AlmanacAsked })
  list({ work, query: { from, until, after, ...filter } }: Asked<typeof routes.list>): Promise<AlmanacList> {
    const first = dayFrom(from, work.today);
    return this.queries.list(work, first, dayFrom(until, first.add({ months: 1 })), filter, after);
  }

  @Does(routes.file, { query: AlmanacAsked })
  async file({ work, at: { kind }, query: { from, until, ...filter } }: Asked<typeof routes.file>, @Res() response: Response): Promise<void> {
    if (kind !== 'csv' && kind !== 'xlsx') throw Problem.notFound('page');
    const first = dayFrom(from, work.today);
    const found = await this.queries.whole(work, first, dayFrom(until, first.add({ months: 1 })), filter);
    const values = found.map((row) => [
      row.dueOn,
      row.targetOn,
      row.client,
      row.name,
      row.service,
      row.authority,
      row.status,
      row.filedAt?.slice(0, 10) ?? null,
      row.receipt,
      row.jobNumber,
      row.who,
    ]);
    await sendList(response, kind, 'Deadlines', work.today.toString(), COLUMNS, values);
  }

  @Does(routes.authorities)
  authorities({ work }: Asked<typeof routes.authorities>): Promise<string[]> {
    return this.queries.authorities(work);
  }

  @Does(routes.rehearse, { query: AlmanacAsked })
  rehearse({ work, query: { from, until, ...filter } }: Asked<typeof routes.rehearse>): Promise<Rehearsal> {
    const first = dayFrom(from, work.today);
    const last = dayFrom(until, first.add({ months: 3 }));
    if (first.until(last).days < 0) throw Problem.invalid([{ field: 'until', message: 'The span ends after it begins.' }]);
    if (first.until(last).days > 800) throw Problem.invalid([{ field: 'until', message: 'Rehearse two years at most.' }]);
    return this.rehearsal.run(work, first, last, filter);
  }

  /** The firm's load as it would be with our target of a job on another day. Nothing is written. */
  @Does(routes.load, { query: LoadAsked })
  async load({ work, query: { from, job: jobId, target } }: Asked<typeof routes.load>): Promise<AlmanacView['weeks']> {
    const load = await this.queries.load(work, weekStart(dayFrom(from, work.today)), WEEKS, { jobId, targetOn: dayFrom(target, work.today) });
    return load.map(({ week, workingDays, booked, room }) => ({ week, workingDays, booked, room }));
  }

  @Does(routes.moveTarget, { input: MoveTarget })
  moveTarget({ work, at: { id }, input }: Asked<typeof routes.moveTarget>): Promise<void> {
    return this.almanac.moveTarget(work, id, input);
  }

  @Does(routes.previewSeason, { input: SeasonAsked })
  previewSeason({ work, input }: Asked<typeof routes.previewSeason>): Promise<SeasonPreview> {
    return this.season.preview(work, input);
  }

  @Does(routes.seasons, { query: AfterRow })
  seasons({ work, query }: Asked<typeof routes.seasons>): Promise<SeasonStartView[]> {
    return this.season.list(work, query.before);
  }

  @Does(routes.startSeason, { input: StartSeason })
  startSeason({ work, input }: Asked<typeof routes.startSeason>): Promise<{ id: string; begun: number; there: number }> {
    return this.season.start(work, input);
  }

  @Does(routes.undoSeason)
  undoSeason({ work, at: { id } }: Asked<typeof routes.undoSeason>): Promise<{ takenBack: number; left: number }> {
    return this.season.undo(work, id);
  }

  @Does(routes.feeds)
  feeds({ work }: Asked<typeof routes.feeds>): Promise<FeedView[]> {
    return this.feed.list(work);
  }

  @Does(routes.addFeed, { input: AddFeed })
  addFeed({ work, input }: Asked<typeof routes.addFeed>): Promise<{ id: string; secret: string }> {
    return this.feed.open(work, input);
  }

  @Does(routes.withdrawFeed)
  withdrawFeed({ work, at: { id } }: Asked<typeof routes.withdrawFeed>): Promise<void> {
    return this.feed.withdraw(work, id);
  }

  /** Read by a calendar elsewhere: nobody is signed in, the address is the secret. */
  @DoesOutside(routes.readFeed)
  async readFeed({ at: { secret } }: AskedOutside<typeof routes.readFeed>, @Res() response: Response): Promise<void> {
    const text = await this.feed.read(secret);
    if (text === null) throw Problem.notFound('calendar');
    response.type('text/calendar; charset=utf-8').send(text);
  }

  @Does(routes.ofClient)
  ofClient({ work, at: { id: clientId } }: Asked<typeof routes.ofClient>): Promise<ObligationView[]> {
    return this.queries.ofClient(work, clientId);
  }

  @Does(routes.ofRelated)
  ofRelated({ work, at: { id: relatedId } }: Asked<typeof routes.ofRelated>): Promise<ObligationView[]> {
    return this.queries.ofRelated(work, relatedId);
  }

  /** More time that the law offers; nothing where it offers none. */
  @Does(routes.extension)
  async extension({ work, at: { id } }: Asked<typeof routes.extension>): Promise<{ offered: OfferedExtension | null }> {
    const offered = await this.standing.offered(work, id);
    return { offered: offered && { to: offered.due.toString(), name: offered.name, asks: offered.asks, workings: offered.workings } };
  }

  @Does(routes.extend, { input: ExtendObligation })
  extend({ work, at: { id }, input }: Asked<typeof routes.extend>): Promise<void> {
    return this.standing.extend(work, id, input);
  }

  @Does(routes.setAside, { input: SetObligationAside })
  setAside({ work, at: { id }, input }: Asked<typeof routes.setAside>): Promise<void> {
    return this.standing.setAside(work, id, input);
  }

  @Does(routes.reopen, { input: ReopenObligation })
  reopen({ work, at: { id }, input }: Asked<typeof routes.reopen>): Promise<void> {
    return this.standing.reopen(work, id, input);
  }

  @Does(routes.follow, { input: FollowRules })
  follow({ work, at: { id }, input }: Asked<typeof routes.follow>): Promise<void> {
    return this.standing.follow(work, id, input);
  }

  @Does(routes.noteFiled, { input: NoteFiled })
  noteFiled({ work, at: { id }, input }: Asked<typeof routes.noteFiled>): Promise<void> {
    return this.almanac.noteFiled(work, id, input);
  }

  @Does(routes.start, { input: BeginWork })
  async start({ work, at: { id }, input: { begins } }: Asked<typeof routes.start>): Promise<{ jobId: string }> {
    return { jobId: await this.almanac.startNow(work, id, begins) };
  }

  @Does(routes.fileNow, { input: FileObligation })
  fileNow({ work, at: { id }, input }: Asked<typeof routes.fileNow>): Promise<void> {
    return this.almanac.file(work, id, input);
  }
}
