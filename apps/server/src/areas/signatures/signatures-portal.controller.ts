import { Body, Controller, Get, Header, HttpCode, Ip, Param, Post, type StreamableFile } from '@nestjs/common';
import { GiveSignature, type PortalSignature, RefuseSignature } from '@steady/contract/signatures';
import { FileStore } from '../../platform/files';
import { IdPipe } from '../../platform/http/validation';
import { ForClients } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { sendDocument } from '../documents';
import { SignatureQueries } from './signatures.queries';
import { SignaturesService } from './signatures.service';

/** What the client's people are asked to sign. */
@Controller('api/portal/signatures')
@ForClients()
export class SignaturesPortalController {
  constructor(
    private readonly signatures: SignaturesService,
    private readonly queries: SignatureQueries,
    private readonly store: FileStore,
  ) {}

  @Get()
  list(@InWork() work: Work): Promise<PortalSignature[]> {
    return this.queries.ofContact(work);
  }

  @Get(':id/document')
  @Header('X-Content-Type-Options', 'nosniff')
  async document(@InWork() work: Work, @Param('id', IdPipe) signerId: string): Promise<StreamableFile> {
    return sendDocument(this.store, await this.signatures.documentFor(work, signerId));
  }

  @Post(':id/sign')
  @HttpCode(204)
  sign(@InWork() work: Work, @Param('id', IdPipe) signerId: string, @Body() input: GiveSignature, @Ip() from: string): Promise<void> {
    return this.signatures.sign(work, signerId, input.signedAs, from);
  }

  @Post(':id/refuse')
  @HttpCode(204)
  refuse(@InWork() work: Work, @Param('id', IdPipe) signerId: string, @Body() input: RefuseSignature): Promise<void> {
    return this.signatures.refuse(work, signerId, input.reason);
  }
}
