import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post, Put, Query } from '@nestjs/common';
import {
  ChangeContact,
  ChangeRelated,
  ContactInput,
  type FoundContact,
  LinkContact,
  type PersonView,
  RelateClient,
  type RelatedView,
} from '@steady/contract/contacts';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { ClientsService } from './clients.service';
import { ContactQueries } from './contacts.queries';
import { ContactsService } from './contacts.service';
import { RelatedService } from './related.service';

/** The people of clients, and which clients belong together. */
@Controller('api')
export class ContactsController {
  constructor(
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly queries: ContactQueries,
    private readonly related: RelatedService,
  ) {}

  @Get('contacts')
  @Needs('see clients')
  async find(@InWork() work: Work, @Query('find') find?: string): Promise<FoundContact[]> {
    return find?.trim() ? this.queries.find(work, find.trim().slice(0, 100)) : [];
  }

  @Get('contacts/:id')
  @Needs('see clients')
  person(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<PersonView> {
    return this.queries.person(work, id);
  }

  @Patch('contacts/:id')
  @HttpCode(204)
  @Needs('change clients')
  change(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ChangeContact): Promise<void> {
    return this.contacts.change(work, id, input);
  }

  @Post('clients/:id/contacts')
  @Needs('change clients')
  async add(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ContactInput): Promise<{ id: string }> {
    await this.clients.get(work, id);
    return { id: await this.contacts.add(work, id, input) };
  }

  @Put('clients/:id/contacts/:contact')
  @HttpCode(204)
  @Needs('change clients')
  link(@InWork() work: Work, @Param('id', IdPipe) id: string, @Param('contact', IdPipe) contact: string, @Body() input: LinkContact): Promise<void> {
    return this.contacts.link(work, id, contact, input);
  }

  @Delete('clients/:id/contacts/:contact')
  @HttpCode(204)
  @Needs('change clients')
  unlink(@InWork() work: Work, @Param('id', IdPipe) id: string, @Param('contact', IdPipe) contact: string): Promise<void> {
    return this.contacts.unlink(work, id, contact);
  }

  @Get('related/:id')
  @Needs('see clients')
  relatedView(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<RelatedView> {
    return this.related.view(work, id);
  }

  @Patch('related/:id')
  @HttpCode(204)
  @Needs('change clients')
  changeRelated(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ChangeRelated): Promise<void> {
    return this.related.change(work, id, input);
  }

  @Post('clients/:id/related')
  @Needs('change clients')
  async relate(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: RelateClient): Promise<{ id: string }> {
    return { id: await this.related.relate(work, id, input) };
  }

  @Delete('clients/:id/related')
  @HttpCode(204)
  @Needs('change clients')
  leaveRelated(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<void> {
    return this.related.leave(work, id);
  }
}
