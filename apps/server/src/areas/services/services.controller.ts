import { Body, Controller, Get, Param, Post } from '@nestjs/common';
import { AddServiceLine, type ServiceLineView, type ServiceView } from '@steady/contract/services';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { ServiceQueries } from './services.queries';
import { ServicesService } from './services.service';

@Controller('api')
export class ServicesController {
  constructor(
    private readonly services: ServicesService,
    private readonly queries: ServiceQueries,
  ) {}

  @Get('services')
  @Needs('see clients')
  list(@InWork() work: Work): Promise<ServiceView[]> {
    return this.queries.list(work);
  }

  @Get('clients/:id/lines')
  @Needs('see clients')
  lines(@InWork() work: Work, @Param('id', IdPipe) clientId: string): Promise<ServiceLineView[]> {
    return this.queries.linesOf(work, clientId);
  }

  @Post('clients/:id/lines')
  @Needs('change clients')
  async addLine(@InWork() work: Work, @Param('id', IdPipe) clientId: string, @Body() input: AddServiceLine): Promise<{ id: string }> {
    return { id: await this.services.addLine(work, clientId, input) };
  }
}
