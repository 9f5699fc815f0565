import { Controller, Header, Req, type StreamableFile } from '@nestjs/common';
import type { Request } from 'express';
import * as routes from '@steady/contract/fees-portal.routes';
import type { PortalInvoice } from '@steady/contract/requests';
import { Effects } from '../../platform/events';
import { FileStore } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { type Known } from '../../platform/identity';
import { Works } from '../../platform/work';
import { DocumentsService, sendDocument } from '../documents';
import { FeeQueries } from './fees.queries';
import { FeesService, seesBills } from './fees.service';

/** Bills as the client's people see and pay them. */
@Controller()
export class FeesPortalController {
  constructor(
    private readonly fees: FeesService,
    private readonly queries: FeeQueries,
    private readonly documents: DocumentsService,
    private readonly store: FileStore,
    private readonly works: Works,
    private readonly effects: Effects,
  ) {}

  @Does(routes.list)
  list({ work }: Asked<typeof routes.list>): Promise<PortalInvoice[]> {
    return seesBills(work.actor) ? this.queries.ofContact(work) : Promise.resolve([]);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.pdf)
  async pdf({ work, at: { id: invoiceId } }: Asked<typeof routes.pdf>): Promise<StreamableFile> {
    const { documentId } = await this.fees.forContact(work, invoiceId);
    if (!documentId) throw Problem.notFound('document');
    const document = await this.documents.get(work, documentId);
    return sendDocument(work, this.store, document, document.name);
  }

  /** Answers when the collector has: paid, or refused and why. */
  @DoesOutside(routes.pay)
  async pay({ at: { id: invoiceId } }: AskedOutside<typeof routes.pay>, @Req() request: Request & Known): Promise<PortalInvoice> {
    const identity = request.identity!;
    await this.works.run(identity, (work) => this.fees.pay(work, invoiceId));
    await this.effects.drain(identity.firmId);
    return this.works.run(identity, (work) => this.queries.oneOfContact(work, invoiceId), { readOnly: true });
  }
}
