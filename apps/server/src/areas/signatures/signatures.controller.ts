import { Controller } from '@nestjs/common';
import type { SendPreview } from '@steady/contract/requests';
import { AskSignature } from '@steady/contract/ask-signature';
import { type KeptPlaces, NoteSignedOnPaper } from '@steady/contract/signatures';
import * as routes from '@steady/contract/signatures.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { SignatureFields } from './fields.service';
import { SignedCopies } from './signed-copies.service';
import { SignaturesService } from './signatures.service';

@Controller()
export class SignaturesController {
  constructor(
    private readonly signatures: SignaturesService,
    private readonly copies: SignedCopies,
    private readonly fields: SignatureFields,
  ) {}

  @Does(routes.preview, { input: AskSignature })
  preview({ work, at: { id: jobId }, input }: Asked<typeof routes.preview>): Promise<SendPreview> {
    return this.signatures.preview(work, jobId, input);
  }

  @Does(routes.ask, { input: AskSignature })
  async ask({ work, at: { id: jobId }, input }: Asked<typeof routes.ask>): Promise<{ id: string }> {
    return { id: await this.signatures.ask(work, jobId, input) };
  }

  @Does(routes.onPaper, { input: NoteSignedOnPaper })
  onPaper({ work, at: { id: partyId }, input }: Asked<typeof routes.onPaper>): Promise<void> {
    return this.signatures.signedOnPaper(work, partyId, input);
  }

  @Does(routes.copyAgain)
  copyAgain({ work, at: { id: askId } }: Asked<typeof routes.copyAgain>): Promise<void> {
    return this.copies.again(work, askId);
  }

  @Does(routes.places)
  places({ work }: Asked<typeof routes.places>): Promise<KeptPlaces[]> {
    return this.fields.kept(work);
  }

  @Does(routes.forgetPlaces)
  forgetPlaces({ work, at: { id: placesId } }: Asked<typeof routes.forgetPlaces>): Promise<void> {
    return this.fields.forget(work, placesId);
  }
}
