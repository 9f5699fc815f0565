import { Controller, Ip } from '@nestjs/common';
import { type FieldsToSign, GiveSignature, type OwnSignature, RefuseSignature } from '@steady/contract/signatures';
import * as routes from '@steady/contract/own-signatures.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { SignaturesService } from './signatures.service';

/** What the people of the firm are asked to sign themselves. */
@Controller()
export class OwnSignaturesController {
  constructor(private readonly signatures: SignaturesService) {}

  @Does(routes.view)
  view({ work, at: { id: signerId } }: Asked<typeof routes.view>): Promise<OwnSignature> {
    return this.signatures.own(work, signerId);
  }

  @Does(routes.fields)
  fields({ work, at: { id: signerId } }: Asked<typeof routes.fields>): Promise<FieldsToSign> {
    return this.signatures.fieldsFor(work, signerId);
  }

  @Does(routes.sign, { input: GiveSignature })
  sign({ work, at: { id: signerId }, input }: Asked<typeof routes.sign>, @Ip() from: string): Promise<void> {
    return this.signatures.sign(work, signerId, input, from);
  }

  @Does(routes.refuse, { input: RefuseSignature })
  refuse({ work, at: { id: signerId }, input }: Asked<typeof routes.refuse>): Promise<void> {
    return this.signatures.refuse(work, signerId, input.reason);
  }
}
