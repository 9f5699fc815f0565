import { Controller, Header, type StreamableFile } from '@nestjs/common';
import { Approve, AskApproval, DoNotApprove } from '@steady/contract/approvals';
import * as portal from '@steady/contract/approvals-portal.routes';
import * as routes from '@steady/contract/approvals.routes';
import type { SendPreview } from '@steady/contract/requests';
import { FileStore } from '../../platform/files';
import { type Asked, Does } from '../../platform/http/routes';
import { sendDocument } from '../documents';
import { ApprovalsService } from './approvals.service';

@Controller()
export class ApprovalsController {
  constructor(
    private readonly approvals: ApprovalsService,
    private readonly store: FileStore,
  ) {}

  @Does(routes.preview, { input: AskApproval })
  preview({ work, at: { id }, input }: Asked<typeof routes.preview>): Promise<SendPreview> {
    return this.approvals.preview(work, id, input);
  }

  @Does(routes.ask, { input: AskApproval })
  async ask({ work, at: { id }, input }: Asked<typeof routes.ask>): Promise<{ id: string }> {
    return { id: await this.approvals.ask(work, id, input) };
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(portal.document)
  async document({ work, at: { id } }: Asked<typeof portal.document>): Promise<StreamableFile> {
    const document = await this.approvals.documentFor(work, id);
    return sendDocument(work, this.store, document, document.name);
  }

  @Does(portal.approve, { input: Approve })
  approve({ work, at: { id } }: Asked<typeof portal.approve>): Promise<void> {
    return this.approvals.approve(work, id);
  }

  @Does(portal.refuse, { input: DoNotApprove })
  refuse({ work, at: { id }, input }: Asked<typeof portal.refuse>): Promise<void> {
    return this.approvals.refuse(work, id, input.reason);
  }
}
