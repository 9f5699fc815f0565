import { Body, Controller, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import { addWorkingDays } from '@steady/core/calendar';
import { type AlmanacView, ExtendObligation, type ObligationView, type OfferedExtension, ReopenObligation, SetObligationAside } from '@steady/contract/almanac';
import { dayFrom } from '../../platform/http/problem';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, Once, type Work } from '../../platform/work';
import { AlmanacQueries } from './almanac.queries';
import { AlmanacService } from './almanac.service';
import { ObligationStandingService } from './standing.service';

const WEEKS = 8;

@Controller('api')
export class AlmanacController {
  constructor(
    private readonly almanac: AlmanacService,
    private readonly queries: AlmanacQueries,
    private readonly standing: ObligationStandingService,
  ) {}

  @Get('almanac')
  @Needs('see clients')
  ribbon(@InWork() work: Work, @Query('from') from?: string): Promise<AlmanacView> {
    return this.queries.ribbon(work, dayFrom(from, addWorkingDays(work.today, -5)), WEEKS);
  }

  @Get('almanac/week')
  @Needs('see clients')
  week(@InWork() work: Work, @Query('of') of?: string): Promise<ObligationView[]> {
    return this.queries.week(work, dayFrom(of, work.today));
  }

  @Get('almanac/overdue')
  @Needs('see clients')
  overdue(@InWork() work: Work): Promise<ObligationView[]> {
    return this.queries.overdue(work);
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
  file(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<void> {
    return this.almanac.file(work, id);
  }
}
