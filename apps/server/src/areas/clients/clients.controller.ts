import { Controller, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import { type BulkOutcome, type BulkPreview, ChangeMany, type ClientList, MergeClients, type MergePreview, USUAL_COLUMNS } from '@steady/contract/client-lists';
import {
  AddClient,
  AddInPassing,
  AddNote,
  ChangeDetailField,
  type AlikeClient,
  ChangeClient,
  ChangeClientStatus,
  ChangeNote,
  type ClientView,
  DetailFieldInput,
  type DetailFieldView,
  type NotesPage,
  type NoteForYou,
} from '@steady/contract/clients';
import * as routes from '@steady/contract/clients.routes';
import type { ListFieldsView, ListPlace, ListTotals } from '@steady/contract/lists';
import { AlikeAsked, ListQuery, AfterRow } from '@steady/contract/queries';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { SavedLists, askedFrom, idsOf, pageOf, placeOf, sendListing, totalsOf } from '../../platform/lists';
import { BulkService } from './bulk.service';
import { BulkUndo } from './bulk-undo';
import { ClientQueries } from './clients.queries';
import { ClientsService } from './clients.service';
import { DetailsService } from './details.service';
import { MergeService } from './merge.service';
import { NotesService } from './notes.service';

@Controller()
export class ClientsController {
  constructor(
    private readonly clients: ClientsService,
    private readonly queries: ClientQueries,
    private readonly bulk: BulkService,
    private readonly bulkUndo: BulkUndo,
    private readonly kept: DetailsService,
    private readonly saved: SavedLists,
    private readonly notes: NotesService,
    private readonly merging: MergeService,
  ) {}

  @Does(routes.list, { query: ListQuery })
  async list({ work, query }: Asked<typeof routes.list>): Promise<ClientList> {
    return pageOf(work, await this.queries.listing(work, query.find), askedFrom(query, USUAL_COLUMNS));
  }

  /** The ids of everything a list finds, to choose all of it. */
  @Does(routes.ids, { query: ListQuery })
  async ids({ work, query }: Asked<typeof routes.ids>): Promise<string[]> {
    return idsOf(work, await this.queries.listing(work, query.find), askedFrom(query, USUAL_COLUMNS));
  }

  /** Where in the list a name stands; nothing when none is called that. */
  @Does(routes.place, { query: ListQuery })
  async place({ work, query }: Asked<typeof routes.place>): Promise<ListPlace | Record<string, never>> {
    if (!query.name?.trim()) return {};
    return (await placeOf(work, await this.queries.listing(work, query.find), askedFrom(query, USUAL_COLUMNS), query.name.trim())) ?? {};
  }

  /** The list added up by one of its fields. */
  @Does(routes.sums, { query: ListQuery })
  async sums({ work, query }: Asked<typeof routes.sums>): Promise<ListTotals> {
    return totalsOf(work, await this.queries.listing(work, query.find), askedFrom(query, USUAL_COLUMNS), query.by ?? '');
  }

  /** The list as it is shown, or added up, as a file: CSV, or a workbook. */
  @Does(routes.file, { query: ListQuery })
  async file({ work, at: { kind }, query }: Asked<typeof routes.file>, @Res() response: Response): Promise<void> {
    await sendListing(response, kind, 'Clients', work, await this.queries.listing(work, query.find), query, ['name', ...USUAL_COLUMNS]);
  }

  @Does(routes.fields)
  fields({ work }: Asked<typeof routes.fields>): Promise<ListFieldsView> {
    return this.saved.fieldsOf(work, 'clients');
  }

  /** The labels in use. */
  @Does(routes.labels)
  labels({ work }: Asked<typeof routes.labels>): Promise<string[]> {
    return this.queries.labels(work);
  }

  @Does(routes.details)
  details({ work }: Asked<typeof routes.details>): Promise<DetailFieldView[]> {
    return this.queries.details(work);
  }

  @Does(routes.keepDetail, { input: DetailFieldInput })
  async keepDetail({ work, input }: Asked<typeof routes.keepDetail>): Promise<{ id: string }> {
    return { id: await this.kept.keepDetail(work, input) };
  }

  @Does(routes.changeDetail, { input: ChangeDetailField })
  changeDetail({ work, at: { id }, input }: Asked<typeof routes.changeDetail>): Promise<void> {
    return this.kept.changeDetail(work, id, input);
  }

  @Does(routes.dropDetail)
  dropDetail({ work, at: { id } }: Asked<typeof routes.dropDetail>): Promise<void> {
    return this.kept.dropDetail(work, id);
  }

  /** Clients that may be the same as one that is being written down. */
  @Does(routes.alike, { query: AlikeAsked })
  alike({ work, query }: Asked<typeof routes.alike>): Promise<AlikeClient[]> {
    return this.clients.alike(work, query);
  }

  @Does(routes.previewMany, { input: ChangeMany })
  previewMany({ work, input }: Asked<typeof routes.previewMany>): Promise<BulkPreview> {
    return this.bulk.preview(work, input);
  }

  @Does(routes.changeMany, { input: ChangeMany })
  changeMany({ work, input }: Asked<typeof routes.changeMany>): Promise<BulkOutcome> {
    return this.bulk.change(work, input);
  }

  @DoesOutside(routes.undoMany)
  undoMany({ at: { id } }: AskedOutside<typeof routes.undoMany>, @Req() request: Request & Known): Promise<BulkOutcome> {
    return this.bulkUndo.undo(request.identity!, id);
  }

  @Does(routes.add, { input: AddClient })
  async add({ work, input }: Asked<typeof routes.add>): Promise<{ id: string }> {
    return { id: await this.clients.add(work, input) };
  }

  /** A name and an address, in the middle of something else. */
  @Does(routes.addInPassing, { input: AddInPassing })
  async addInPassing({ work, input }: Asked<typeof routes.addInPassing>): Promise<{ id: string }> {
    return { id: await this.clients.addInPassing(work, input) };
  }

  /** What would become of two records if they were made one; the first stays. */
  @Does(routes.mergePreview)
  mergePreview({ work, at: { id, other } }: Asked<typeof routes.mergePreview>): Promise<MergePreview> {
    return this.merging.preview(work, id, other);
  }

  @Does(routes.merge, { input: MergeClients })
  merge({ work, at: { id }, input }: Asked<typeof routes.merge>): Promise<void> {
    return this.merging.merge(work, id, input);
  }

  /** Takes back a client that was added by mistake. */
  @Does(routes.removeUnused)
  removeUnused({ work, at: { id } }: Asked<typeof routes.removeUnused>): Promise<void> {
    return this.clients.takeBack(work, id);
  }

  @Does(routes.view)
  view({ work, at: { id } }: Asked<typeof routes.view>): Promise<ClientView> {
    return this.queries.view(work, id);
  }

  @Does(routes.change, { input: ChangeClient })
  async change({ work, at: { id }, input }: Asked<typeof routes.change>): Promise<void> {
    await this.clients.change(work, id, input);
  }

  @Does(routes.setStanding, { input: ChangeClientStatus })
  setStanding({ work, at: { id }, input }: Asked<typeof routes.setStanding>): Promise<void> {
    return this.clients.setStanding(work, id, input);
  }

  @Does(routes.addNote, { input: AddNote })
  async addNote({ work, at: { id }, input }: Asked<typeof routes.addNote>): Promise<{ id: string }> {
    return { id: await this.notes.add(work, id, input) };
  }

  @Does(routes.removeNote)
  removeNote({ work, at: { id } }: Asked<typeof routes.removeNote>): Promise<void> {
    return this.notes.remove(work, id);
  }

  @Does(routes.changeNote, { input: ChangeNote })
  changeNote({ work, at: { id }, input }: Asked<typeof routes.changeNote>): Promise<void> {
    return this.notes.change(work, id, input);
  }

  @Does(routes.notes, { query: AfterRow })
  async notesOf({ work, at: { id }, query: { before } }: Asked<typeof routes.notes>): Promise<NotesPage> {
    await this.clients.get(work, id);
    return this.queries.notes(work, id, before ?? null);
  }

  /** Phone notes that wait for whoever asks. */
  @Does(routes.notesForYou)
  notesForYou({ work }: Asked<typeof routes.notesForYou>): Promise<NoteForYou[]> {
    return this.queries.notesForYou(work);
  }
}
