import { Body, Controller, Delete, Get, HttpCode, Param, Post, Query, Res } from '@nestjs/common';
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
  ReopenObligation,
  SeasonAsked,
  type SeasonPreview,
  type SeasonStartView,
  SetObligationAside,
  StartSeason,
} from '@steady/contract/almanac';
import { sendList } from '../../platform/files';
import { Problem, dayFrom } from '../../platform/http/problem';
import { IdPipe } from '../../platform/http/validation';
import { Needs, Open } from '../../platform/identity';
import { InWork, Once, OutsideWork, type Work } from '../../platform/work';
import { AlmanacQueries } from './almanac.queries';
import { AlmanacService } from './almanac.service';
import { FeedsService } from './feeds.service';
import { RehearsalQueries } from './rehearsal.queries';
import { SeasonService } from './season.service';
import { ObligationStandingService } from './standing.service';

const WEEKS = 8;

const COLUMNS = [
  { name: 'Due', kind: 'date' },
  { name: 'Our target', kind: 'date' },
  { name: 'Client', kind: 'text' },
  { name: 'What', kind: 'text' },
  { name: 'Service', kind: 'text' },
  { name: 'Filed with', kind: 'text' },
  { name: 'Stands', kind: 'text' },
  { name: 'Filed on', kind: 'date' },
  { name: 'Receipt', kind: 'text' },
  { name: 'Job', kind: 'number' },
  { name: 'Who', kind: 'text' },
] as const;

@Controller('api')
export class AlmanacController {
  constructor(
    private readonly almanac: AlmanacService,
    private readonly queries: AlmanacQueries,
    private readonly standing: ObligationStandingService,
    private readonly rehearsal: RehearsalQueries,
    private readonly season: SeasonService,
    private readonly feed: FeedsService,
  ) {}

  @Get('almanac')
  @Needs('see clients')
  ribbon(@InWork() work: Work, @Query() { from, ...filter }: AlmanacAsked): Promise<AlmanacView> {
    return this.queries.ribbon(work, dayFrom(from, addWorkingDays(work.today, -5)), WEEKS, filter);
  }

  @Get('almanac/week')
  @Needs('see clients')
  week(@InWork() work: Work, @Query() { from, ...filter }: AlmanacAsked): Promise<ObligationView[]> {
    return this.queries.week(work, dayFrom(from, work.today), filter);
  }

  @Get('almanac/overdue')
  @Needs('see clients')
  overdue(@InWork() work: Work, @Query() filter: AlmanacAsked): Promise<ObligationView[]> {
    return this.queries.overdue(work, filter);
  }

  @Get('almanac/year')
  @Needs('see clients')
  year(@InWork() work: Work, @Query() { from, ...filter }: AlmanacAsked): Promise<AlmanacYear> {
    return this.queries.year(work, dayFrom(from, work.today), filter);
  }

  @Get('almanac/list')
  @Needs('see clients')
  list(@InWork() work: Work, @Query() { from, until, after, ...filter }: AlmanacAsked): Promise<AlmanacList> {
    const first = dayFrom(from, work.today);
    return this.queries.list(work, first, dayFrom(until, first.add({ months: 1 })), filter, after);
  }

  @Get('almanac/list.:kind')
  @Needs('see clients')
  async file(@InWork() work: Work, @Param('kind') kind: string, @Query() { from, until, ...filter }: AlmanacAsked, @Res() response: Response): Promise<void> {
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

  @Get('almanac/authorities')
  @Needs('see clients')
  authorities(@InWork() work: Work): Promise<string[]> {
    return this.queries.authorities(work);
  }

  @Get('almanac/rehearsal')
  @Needs('see clients')
  rehearse(@InWork() work: Work, @Query() { from, until, ...filter }: AlmanacAsked): Promise<Rehearsal> {
    const first = dayFrom(from, work.today);
    const last = dayFrom(until, first.add({ months: 3 }));
    if (first.until(last).days < 0) throw Problem.invalid([{ field: 'until', message: 'The span ends after it begins.' }]);
    if (first.until(last).days > 800) throw Problem.invalid([{ field: 'until', message: 'Rehearse two years at most.' }]);
    return this.rehearsal.run(work, first, last, filter);
  }

  /** The firm's load as it would be with our target of a job on another day. Nothing is written. */
  @Get('almanac/load')
  @Needs('see clients')
  async load(
    @InWork() work: Work,
    @Query('from') from: string,
    @Query('job', IdPipe) jobId: string,
    @Query('target') target: string,
  ): Promise<AlmanacView['weeks']> {
    const load = await this.queries.load(work, weekStart(dayFrom(from, work.today)), WEEKS, { jobId, targetOn: dayFrom(target, work.today) });
    return load.map(({ week, workingDays, booked, room }) => ({ week, workingDays, booked, room }));
  }

  @Post('jobs/:id/target')
  @HttpCode(204)
  @Needs('do work')
  moveTarget(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: MoveTarget): Promise<void> {
    return this.almanac.moveTarget(work, id, input);
  }

  @Post('season/preview')
  @HttpCode(200)
  @Needs('do work')
  previewSeason(@InWork() work: Work, @Body() input: SeasonAsked): Promise<SeasonPreview> {
    return this.season.preview(work, input);
  }

  @Get('season')
  @Needs('do work')
  seasons(@InWork() work: Work): Promise<SeasonStartView[]> {
    return this.season.list(work);
  }

  @Post('season')
  @Needs('do work')
  @Once()
  startSeason(@InWork() work: Work, @Body() input: StartSeason): Promise<{ id: string; begun: number; there: number }> {
    return this.season.start(work, input);
  }

  @Post('season/:id/undo')
  @HttpCode(200)
  @Needs('do work')
  undoSeason(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<{ takenBack: number; left: number }> {
    return this.season.undo(work, id);
  }

  @Get('feeds')
  @Needs('see clients')
  feeds(@InWork() work: Work): Promise<FeedView[]> {
    return this.feed.list(work);
  }

  @Post('feeds')
  @Needs('see clients')
  addFeed(@InWork() work: Work, @Body() input: AddFeed): Promise<{ id: string; secret: string }> {
    return this.feed.open(work, input);
  }

  @Delete('feeds/:id')
  @HttpCode(204)
  @Needs('see clients')
  withdrawFeed(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<void> {
    return this.feed.withdraw(work, id);
  }

  /** Read by a calendar elsewhere: nobody is signed in, the address is the secret. */
  @Get('feeds/:secret.ics')
  @Open()
  @OutsideWork()
  async readFeed(@Param('secret') secret: string, @Res() response: Response): Promise<void> {
    const text = await this.feed.read(secret);
    if (text === null) throw Problem.notFound('calendar');
    response.type('text/calendar; charset=utf-8').send(text);
  }

  @Get('clients/:id/obligations')
  @Needs('see clients')
  ofClient(@InWork() work: Work, @Param('id', IdPipe) clientId: string): Promise<ObligationView[]> {
    return this.queries.ofClient(work, clientId);
  }

  @Get('related/:id/obligations')
  @Needs('see clients')
  ofRelated(@InWork() work: Work, @Param('id', IdPipe) relatedId: string): Promise<ObligationView[]> {
    return this.queries.ofRelated(work, relatedId);
  }

  /** More time that the law offers; nothing where it offers none. */
  @Get('obligations/:id/extension')
  @Needs('see clients')
  async extension(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<{ offered: OfferedExtension | null }> {
    const offered = await this.standing.offered(work, id);
    return { offered: offered && { to: offered.due.toString(), name: offered.name, asks: offered.asks, workings: offered.workings } };
  }

  @Post('obligations/:id/extend')
  @HttpCode(204)
  @Needs('do work')
  extend(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ExtendObligation): Promise<void> {
    return this.standing.extend(work, id, input);
  }

  @Post('obligations/:id/set-aside')
  @HttpCode(204)
  @Needs('do work')
  setAside(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: SetObligationAside): Promise<void> {
    return this.standing.setAside(work, id, input);
  }

  @Post('obligations/:id/reopen')
  @HttpCode(204)
  @Needs('do work')
  reopen(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ReopenObligation): Promise<void> {
    return this.standing.reopen(work, id, input);
  }

  @Post('obligations/:id/follow')
  @HttpCode(204)
  @Needs('do work')
  follow(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: FollowRules): Promise<void> {
    return this.standing.follow(work, id, input);
  }

  @Post('obligations/:id/note-filed')
  @HttpCode(204)
  @Needs('do work')
  noteFiled(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: NoteFiled): Promise<void> {
    return this.almanac.noteFiled(work, id, input);
  }

  @Post('obligations/:id/start')
  @HttpCode(200)
  @Needs('do work')
  async start(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<{ jobId: string }> {
    return { jobId: await this.almanac.startNow(work, id) };
  }

  @Post('obligations/:id/file')
  @HttpCode(202)
  @Needs('do work')
  @Once()
  fileNow(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: FileObligation): Promise<void> {
    return this.almanac.file(work, id, input);
  }
}
