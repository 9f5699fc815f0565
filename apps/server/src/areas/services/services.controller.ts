import { Body, Controller, Get, HttpCode, Param, Patch, Post, Put } from '@nestjs/common';
import {
  AddServiceLine,
  ChangeServiceLine,
  type FeeProposal,
  KeepPermission,
  PauseLine,
  ResumeLine,
  type ServiceLineView,
  StopLine,
} from '@steady/contract/lines';
import { KeepService, OrderServices, type ServiceView, type SuppliedView, TakeSupplied } from '@steady/contract/services';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { LinesService } from './lines.service';
import { ServiceQueries } from './services.queries';
import { ServicesService } from './services.service';

@Controller('api')
export class ServicesController {
  constructor(
    private readonly services: ServicesService,
    private readonly lines: LinesService,
    private readonly queries: ServiceQueries,
  ) {}

  @Get('services')
  @Needs('see clients')
  list(@InWork() work: Work): Promise<ServiceView[]> {
    return this.queries.list(work);
  }

  @Get('services/supplied')
  @Needs('change services')
  supplied(@InWork() work: Work): Promise<SuppliedView[]> {
    return this.queries.supplied(work);
  }

  @Post('services/supplied')
  @Needs('change services')
  async take(@InWork() work: Work, @Body() { key }: TakeSupplied): Promise<{ id: string }> {
    return { id: await this.services.takeSupplied(work, key) };
  }

  @Post('services')
  @Needs('change services')
  async add(@InWork() work: Work, @Body() input: KeepService): Promise<{ id: string }> {
    return { id: await this.services.keep(work, null, input) };
  }

  @Put('services/order')
  @HttpCode(204)
  @Needs('change services')
  order(@InWork() work: Work, @Body() input: OrderServices): Promise<void> {
    return this.services.order(work, input);
  }

  @Patch('services/:id')
  @HttpCode(204)
  @Needs('change services')
  async change(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: KeepService): Promise<void> {
    await this.services.keep(work, id, input);
  }

  @Post('services/:id/copy')
  @Needs('change services')
  async copy(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<{ id: string }> {
    return { id: await this.services.copy(work, id) };
  }

  @Get('services/:id/fee/:clientId')
  @Needs('see fees')
  fee(@InWork() work: Work, @Param('id', IdPipe) id: string, @Param('clientId', IdPipe) clientId: string): Promise<FeeProposal> {
    return this.services.proposedFee(work, id, clientId);
  }

  @Get('clients/:id/lines')
  @Needs('see clients')
  linesOf(@InWork() work: Work, @Param('id', IdPipe) clientId: string): Promise<ServiceLineView[]> {
    return this.queries.linesOf(work, clientId);
  }

  @Post('clients/:id/lines')
  @Needs('change clients')
  async addLine(@InWork() work: Work, @Param('id', IdPipe) clientId: string, @Body() input: AddServiceLine): Promise<{ id: string }> {
    return { id: await this.lines.add(work, clientId, input) };
  }

  @Patch('lines/:id')
  @HttpCode(204)
  @Needs('change clients')
  changeLine(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ChangeServiceLine): Promise<void> {
    return this.lines.change(work, id, input);
  }

  /** The procedure of this line alone; copied from the usual one when it is asked for first. */
  @Post('lines/:id/procedure')
  @HttpCode(200)
  @Needs('change services')
  async ownProcedure(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<{ id: string }> {
    return { id: await this.lines.ownProcedure(work, id) };
  }

  @Post('lines/:id/pause')
  @HttpCode(204)
  @Needs('change clients')
  pause(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: PauseLine): Promise<void> {
    return this.lines.pause(work, id, input);
  }

  @Post('lines/:id/resume')
  @HttpCode(204)
  @Needs('change clients')
  resume(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ResumeLine): Promise<void> {
    return this.lines.resume(work, id, input);
  }

  @Post('lines/:id/stop')
  @HttpCode(204)
  @Needs('change clients')
  stop(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: StopLine): Promise<void> {
    return this.lines.stop(work, id, input);
  }

  @Put('clients/:id/permissions')
  @HttpCode(204)
  @Needs('change clients')
  permission(@InWork() work: Work, @Param('id', IdPipe) clientId: string, @Body() input: KeepPermission): Promise<void> {
    return this.lines.keepPermission(work, clientId, input);
  }
}
