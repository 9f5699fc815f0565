import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post, Query, Res } from '@nestjs/common';
import type { Response } from 'express';
import {
  type BulkOutcome,
  type BulkPreview,
  type BulkView,
  ChangeMany,
  type ClientList,
  MergeClients,
  type MergePreview,
  USUAL_COLUMNS,
} from '@steady/contract/client-lists';
import {
  AddClient,
  AddInPassing,
  AddNote,
  type AlikeClient,
  ChangeClient,
  ChangeClientStanding,
  ChangeNote,
  type ClientView,
  DetailFieldInput,
  type DetailFieldView,
  type PhoneNote,
} from '@steady/contract/clients';
import type { ListFields, ListPlace, ListTotals } from '@steady/contract/lists';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { ListQuery, SavedLists, askedFrom, idsOf, pageOf, placeOf, sendListing, totalsOf } from '../../platform/lists';
import { InWork, Once, type Work } from '../../platform/work';
import { BulkService } from './bulk.service';
import { ClientQueries } from './clients.queries';
import { ClientsService } from './clients.service';
import { DetailsService } from './details.service';
import { MergeService } from './merge.service';
import { NotesService } from './notes.service';

@Controller('api')
export class ClientsController {
  constructor(
    private readonly clients: ClientsService,
    private readonly queries: ClientQueries,
    private readonly bulk: BulkService,
    private readonly kept: DetailsService,
    private readonly saved: SavedLists,
    private readonly notes: NotesService,
    private readonly merging: MergeService,
  ) {}

  @Get('clients')
  @Needs('see clients')
  async list(@InWork() work: Work, @Query() query: ListQuery): Promise<ClientList> {
    return pageOf(work, await this.queries.listing(work, query.find), askedFrom(query, USUAL_COLUMNS));
  }

  /** The ids of everything a list finds, to choose all of it. */
  @Get('clients/ids')
  @Needs('see clients')
  async ids(@InWork() work: Work, @Query() query: ListQuery): Promise<string[]> {
    return idsOf(work, await this.queries.listing(work, query.find), askedFrom(query, USUAL_COLUMNS));
  }

  /** Where in the list a name stands; nothing when none is called that. */
  @Get('clients/place')
  @Needs('see clients')
  async place(@InWork() work: Work, @Query() query: ListQuery): Promise<ListPlace | Record<string, never>> {
    if (!query.name?.trim()) return {};
    return (await placeOf(work, await this.queries.listing(work, query.find), askedFrom(query, USUAL_COLUMNS), query.name.trim())) ?? {};
  }

  /** The list added up by one of its fields. */
  @Get('clients/sums')
  @Needs('see clients')
  async sums(@InWork() work: Work, @Query() query: ListQuery): Promise<ListTotals> {
    return totalsOf(work, await this.queries.listing(work, query.find), askedFrom(query, USUAL_COLUMNS), query.by ?? '');
  }

  /** The list as it is shown, or added up, as a file: CSV, or a workbook. */
  @Get('clients/list.:kind')
  @Needs('see clients')
  async file(@InWork() work: Work, @Param('kind') kind: string, @Query() query: ListQuery, @Res() response: Response): Promise<void> {
    await sendListing(response, kind, 'Clients', work, await this.queries.listing(work, query.find), query, ['name', ...USUAL_COLUMNS]);
  }

  @Get('clients/fields')
  @Needs('see clients')
  fields(@InWork() work: Work): Promise<ListFields> {
    return this.saved.fieldsOf(work, 'clients');
  }

  /** The labels in use. */
  @Get('labels')
  @Needs('see clients')
  labels(@InWork() work: Work): Promise<string[]> {
    return this.queries.labels(work);
  }

  @Get('details')
  @Needs('see clients')
  details(@InWork() work: Work): Promise<DetailFieldView[]> {
    return this.queries.details(work);
  }

  @Post('details')
  @Needs('run firm')
  async keepDetail(@InWork() work: Work, @Body() input: DetailFieldInput): Promise<{ id: string }> {
    return { id: await this.kept.keepDetail(work, input) };
  }

  @Delete('details/:id')
  @HttpCode(204)
  @Needs('run firm')
  dropDetail(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<void> {
    return this.kept.dropDetail(work, id);
  }

  /** Clients that may be the same as one that is being written down. */
  @Get('clients/alike')
  @Needs('see clients')
  alike(
    @InWork() work: Work,
    @Query('name') name?: string,
    @Query('vatNumber') vatNumber?: string,
    @Query('taxNumber') taxNumber?: string,
    @Query('companyNumber') companyNumber?: string,
    @Query('not') not?: string,
  ): Promise<AlikeClient[]> {
    const short = (text: string | undefined) => text?.slice(0, 160);
    return this.clients.alike(work, { name: short(name), vatNumber: short(vatNumber), taxNumber: short(taxNumber), companyNumber: short(companyNumber), not });
  }

  @Post('clients/bulk/preview')
  @HttpCode(200)
  @Needs('change clients')
  previewMany(@InWork() work: Work, @Body() input: ChangeMany): Promise<BulkPreview> {
    return this.bulk.preview(work, input);
  }

  @Post('clients/bulk')
  @HttpCode(200)
  @Needs('change clients')
  @Once()
  changeMany(@InWork() work: Work, @Body() input: ChangeMany): Promise<BulkOutcome> {
    return this.bulk.change(work, input);
  }

  @Get('clients/bulk')
  @Needs('change clients')
  recentMany(@InWork() work: Work): Promise<BulkView[]> {
    return this.bulk.recent(work);
  }

  @Post('clients/bulk/:id/undo')
  @HttpCode(200)
  @Needs('change clients')
  undoMany(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<BulkOutcome> {
    return this.bulk.undo(work, id);
  }

  @Post('clients')
  @Needs('change clients')
  async add(@InWork() work: Work, @Body() input: AddClient): Promise<{ id: string }> {
    return { id: await this.clients.add(work, input) };
  }

  /** A name and an address, in the middle of something else. */
  @Post('clients/in-passing')
  @Needs('change clients')
  async addInPassing(@InWork() work: Work, @Body() input: AddInPassing): Promise<{ id: string }> {
    return { id: await this.clients.addInPassing(work, input) };
  }

  /** What would become of two records if they were made one; the first stays. */
  @Get('clients/:id/merge/:other')
  @Needs('change clients')
  mergePreview(@InWork() work: Work, @Param('id', IdPipe) id: string, @Param('other', IdPipe) other: string): Promise<MergePreview> {
    return this.merging.preview(work, id, other);
  }

  @Post('clients/:id/merge')
  @HttpCode(204)
  @Needs('change clients')
  merge(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: MergeClients): Promise<void> {
    return this.merging.merge(work, id, input);
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

  @Post('clients/:id/standing')
  @HttpCode(204)
  @Needs('change clients')
  setStanding(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ChangeClientStanding): Promise<void> {
    return this.clients.setStanding(work, id, input);
  }

  @Post('clients/:id/notes')
  @Needs('do work')
  async addNote(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: AddNote): Promise<{ id: string }> {
    return { id: await this.notes.add(work, id, input) };
  }

  @Patch('notes/:id')
  @HttpCode(204)
  @Needs('do work')
  changeNote(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ChangeNote): Promise<void> {
    return this.notes.change(work, id, input);
  }

  /** Phone notes that wait for whoever asks. */
  @Get('phone-notes')
  @Needs('see clients')
  phoneNotes(@InWork() work: Work): Promise<PhoneNote[]> {
    return this.queries.phoneNotes(work);
  }
}
