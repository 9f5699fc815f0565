import { Body, Controller, Get, Header, HttpCode, Param, Post, Req, type StreamableFile } from '@nestjs/common';
import type { Request } from 'express';
import { PayInvoice } from '@steady/contract/fees';
import type { PortalInvoice } from '@steady/contract/requests';
import { Effects } from '../../platform/events';
import { FileStore } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { IdPipe } from '../../platform/http/validation';
import { ForClients, type Known } from '../../platform/identity';
import { InWork, OutsideWork, type Work, Works } from '../../platform/work';
import { DocumentsService, sendDocument } from '../documents';
import { FeeQueries } from './fees.queries';
import { FeesService, seesBills } from './fees.service';

/** Bills as the client's people see and pay them. */
@Controller('api/portal')
@ForClients()
export class FeesPortalController {
  constructor(
    private readonly fees: FeesService,
    private readonly queries: FeeQueries,
    private readonly documents: DocumentsService,
    private readonly store: FileStore,
    private readonly works: Works,
    private readonly effects: Effects,
  ) {}

  @Get('invoices')
  list(@InWork() work: Work): Promise<PortalInvoice[]> {
    return seesBills(work.actor) ? this.queries.ofContact(work) : Promise.resolve([]);
  }

  @Get('invoices/:id/pdf')
  @Header('X-Content-Type-Options', 'nosniff')
  async pdf(@InWork() work: Work, @Param('id', IdPipe) invoiceId: string): Promise<StreamableFile> {
    const { documentId } = await this.fees.forContact(work, invoiceId);
    if (!documentId) throw Problem.notFound('document');
    return sendDocument(this.store, await this.documents.get(work, documentId));
  }

  /** Answers when the collector has: paid, or refused and why. */
  @Post('invoices/:id/pay')
  @HttpCode(200)
  @OutsideWork()
  async pay(@Req() request: Request & Known, @Param('id', IdPipe) invoiceId: string, @Body() input: PayInvoice): Promise<PortalInvoice> {
    const identity = request.identity!;
    await this.works.run(identity, (work) => this.fees.pay(work, invoiceId, input.means));
    await this.effects.drain(identity.firmId);
    return this.works.run(identity, (work) => this.queries.oneOfContact(work, invoiceId), { readOnly: true });
  }
}
