import { Body, Controller, Get, Param, Patch, Post, Query } from '@nestjs/common';
import { AddClient, ChangeClient, type ClientRow, type ClientView, ContactInput } from '@steady/contract/clients';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { ClientQueries } from './clients.queries';
import { ClientsService } from './clients.service';

@Controller('api')
export class ClientsController {
  constructor(
    private readonly clients: ClientsService,
    private readonly queries: ClientQueries,
  ) {}

  @Get('clients')
  @Needs('see clients')
  list(@InWork() work: Work, @Query('find') find?: string, @Query('after') after?: string): Promise<{ rows: ClientRow[]; more: boolean; total: number }> {
    return this.queries.list(work, { find: find?.slice(0, 100), after: after === undefined ? undefined : new IdPipe().transform(after) });
  }

  @Post('clients')
  @Needs('change clients')
  async add(@InWork() work: Work, @Body() input: AddClient): Promise<{ id: string }> {
    return { id: await this.clients.add(work, input) };
  }

  /** The labels in use. */
  @Get('labels')
  @Needs('see clients')
  labels(@InWork() work: Work): Promise<string[]> {
    return this.queries.labels(work);
  }

  @Get('clients/:id')
  @Needs('see clients')
  view(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<ClientView> {
    return this.queries.view(work, id);
  }

  @Patch('clients/:id')
  @Needs('change clients')
  async change(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ChangeClient): Promise<void> {
    await this.clients.change(work, id, input);
  }

  @Post('clients/:id/contacts')
  @Needs('change clients')
  async addContact(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ContactInput): Promise<{ id: string }> {
    return { id: await this.clients.addContact(work, id, input) };
  }
}
