import { Body, Controller, Get, HttpCode, Param, Patch, Post, Query } from '@nestjs/common';
import type { PhasePlan } from '@steady/core/procedures';
import {
  BeforeStarting,
  KeepProcedure,
  type OnPaperBefore,
  type ProcedureClients,
  type ProcedureFull,
  type ProcedureRow,
  SharePhase,
  type SuppliedProcedureView,
  TakeSuppliedProcedure,
} from '@steady/contract/procedures';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { ProcedureQueries } from './procedures.queries';
import { ProceduresService } from './procedures.service';

@Controller('api/procedures')
export class ProceduresController {
  constructor(
    private readonly procedures: ProceduresService,
    private readonly queries: ProcedureQueries,
  ) {}

  @Get()
  @Needs('see clients')
  list(@InWork() work: Work): Promise<ProcedureRow[]> {
    return this.queries.list(work);
  }

  @Get('supplied')
  @Needs('change services')
  supplied(@InWork() work: Work): Promise<SuppliedProcedureView[]> {
    return this.queries.supplied(work);
  }

  @Post('supplied')
  @Needs('change services')
  async take(@InWork() work: Work, @Body() input: TakeSuppliedProcedure): Promise<{ id: string }> {
    return { id: await this.procedures.takeSupplied(work, input.key) };
  }

  /** Who would go through it on paper. */
  @Get('clients')
  @Needs('change services')
  clients(@InWork() work: Work, @Query('procedure') procedureId?: string): Promise<ProcedureClients> {
    return this.queries.clients(work, procedureId ? new IdPipe().transform(procedureId) : null);
  }

  /** What work that is about to be begun would mean, on paper. Fees decide ways, but are not told. */
  @Post('before-starting')
  @HttpCode(200)
  @Needs('do work')
  before(@InWork() work: Work, @Body() input: BeforeStarting): Promise<OnPaperBefore[]> {
    return this.queries.before(work, input);
  }

  @Get(':id')
  @Needs('see clients')
  view(@InWork() work: Work, @Param('id', IdPipe) procedureId: string): Promise<ProcedureFull> {
    return this.queries.view(work, procedureId);
  }

  @Post()
  @Needs('change services')
  async add(@InWork() work: Work, @Body() input: KeepProcedure): Promise<{ id: string }> {
    return { id: await this.procedures.keep(work, null, input) };
  }

  @Patch(':id')
  @HttpCode(204)
  @Needs('change services')
  async change(@InWork() work: Work, @Param('id', IdPipe) procedureId: string, @Body() input: KeepProcedure): Promise<void> {
    await this.procedures.keep(work, procedureId, input);
  }

  @Post(':id/in-common')
  @HttpCode(200)
  @Needs('change services')
  share(@InWork() work: Work, @Param('id', IdPipe) procedureId: string, @Body() { phaseKey }: SharePhase): Promise<PhasePlan> {
    return this.procedures.share(work, procedureId, phaseKey);
  }

  @Post(':id/copy')
  @Needs('change services')
  async copy(@InWork() work: Work, @Param('id', IdPipe) procedureId: string): Promise<{ id: string }> {
    return { id: await this.procedures.copy(work, procedureId) };
  }
}
