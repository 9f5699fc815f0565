import { Controller } from '@nestjs/common';
import type { SendPreview } from '@steady/contract/requests';
import { AskSignature, NoteSignedOnPaper, type SignatureView, WithdrawSignature } from '@steady/contract/signatures';
import * as routes from '@steady/contract/signatures.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { SignatureQueries } from './signatures.queries';
import { SignaturesService } from './signatures.service';

@Controller()
export class SignaturesController {
  constructor(
    private readonly signatures: SignaturesService,
    private readonly queries: SignatureQueries,
  ) {}

  @Does(routes.ofJob)
  ofJob({ work, at: { id: jobId } }: Asked<typeof routes.ofJob>): Promise<SignatureView[]> {
    return this.queries.ofJob(work, jobId);
  }

  @Does(routes.preview, { input: AskSignature })
  preview({ work, at: { id: jobId }, input }: Asked<typeof routes.preview>): Promise<SendPreview> {
    return this.signatures.preview(work, jobId, input);
  }

  @Does(routes.ask, { input: AskSignature })
  async ask({ work, at: { id: jobId }, input }: Asked<typeof routes.ask>): Promise<{ id: string }> {
    return { id: await this.signatures.ask(work, jobId, input) };
  }

  @Does(routes.remind)
  remind({ work, at: { id: requestId } }: Asked<typeof routes.remind>): Promise<void> {
    return this.signatures.remind(work, requestId);
  }

  @Does(routes.withdraw, { input: WithdrawSignature })
  withdraw({ work, at: { id: requestId }, input: { reason } }: Asked<typeof routes.withdraw>): Promise<void> {
    return this.signatures.withdraw(work, requestId, reason);
  }

  @Does(routes.onPaper, { input: NoteSignedOnPaper })
  onPaper({ work, at: { id: signerId }, input }: Asked<typeof routes.onPaper>): Promise<void> {
    return this.signatures.signedOnPaper(work, signerId, input);
  }
}
