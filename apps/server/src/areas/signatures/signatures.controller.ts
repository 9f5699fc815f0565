import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import type { SendPreview } from '@steady/contract/requests';
import { AskSignature, NoteSignedOnPaper, type SignatureView, WithdrawSignature } from '@steady/contract/signatures';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, Once, type Work } from '../../platform/work';
import { SignatureQueries } from './signatures.queries';
import { SignaturesService } from './signatures.service';

@Controller('api')
@Needs('do work')
export class SignaturesController {
  constructor(
    private readonly signatures: SignaturesService,
    private readonly queries: SignatureQueries,
  ) {}

  @Get('jobs/:id/signatures')
  @Needs('see clients')
  ofJob(@InWork() work: Work, @Param('id', IdPipe) jobId: string): Promise<SignatureView[]> {
    return this.queries.ofJob(work, jobId);
  }

  @Post('jobs/:id/signatures/preview')
  @HttpCode(200)
  preview(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() input: AskSignature): Promise<SendPreview> {
    return this.signatures.preview(work, jobId, input);
  }

  @Post('jobs/:id/signatures')
  @Once()
  async ask(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() input: AskSignature): Promise<{ id: string }> {
    return { id: await this.signatures.ask(work, jobId, input) };
  }

  @Post('signatures/:id/remind')
  @HttpCode(204)
  @Once()
  remind(@InWork() work: Work, @Param('id', IdPipe) requestId: string): Promise<void> {
    return this.signatures.remind(work, requestId);
  }

  @Post('signatures/:id/withdraw')
  @HttpCode(204)
  withdraw(@InWork() work: Work, @Param('id', IdPipe) requestId: string, @Body() { reason }: WithdrawSignature): Promise<void> {
    return this.signatures.withdraw(work, requestId, reason);
  }

  @Post('signers/:id/on-paper')
  @HttpCode(204)
  onPaper(@InWork() work: Work, @Param('id', IdPipe) signerId: string, @Body() input: NoteSignedOnPaper): Promise<void> {
    return this.signatures.signedOnPaper(work, signerId, input);
  }
}
