import { Controller, Header, Ip, type StreamableFile } from '@nestjs/common';
import { type CodeTried, type FieldsToSign, GiveSignature, RefuseSignature, ReplaceSigner, TypeCode } from '@steady/contract/signatures';
import * as routes from '@steady/contract/signatures-portal.routes';
import { FileStore } from '../../platform/files';
import { type Asked, Does } from '../../platform/http/routes';
import { sendDocument } from '../documents';
import { ChangeOfSigners } from './change-signers.service';
import { SignaturesService } from './signatures.service';

/** What the client's people are asked to sign. */
@Controller()
export class SignaturesPortalController {
  constructor(
    private readonly signatures: SignaturesService,
    private readonly signers: ChangeOfSigners,
    private readonly store: FileStore,
  ) {}

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.document)
  async document({ work, at: { id: signerId } }: Asked<typeof routes.document>): Promise<StreamableFile> {
    const document = await this.signatures.documentFor(work, signerId);
    return sendDocument(work, this.store, document, document.name);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.copy)
  async copy({ work, at: { id: signerId } }: Asked<typeof routes.copy>): Promise<StreamableFile> {
    const document = await this.signatures.signedCopyFor(work, signerId);
    return sendDocument(work, this.store, document, document.name);
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

  @Does(routes.sendCode)
  sendCode({ work, at: { id: signerId } }: Asked<typeof routes.sendCode>): Promise<void> {
    return this.signers.sendCode(work, signerId);
  }

  @Does(routes.typeCode, { input: TypeCode })
  async typeCode({ work, at: { id: signerId }, input }: Asked<typeof routes.typeCode>): Promise<CodeTried> {
    return { why: await this.signers.typeCode(work, signerId, input.code) };
  }

  @Does(routes.handOn, { input: ReplaceSigner })
  handOn({ work, at: { id: signerId }, input }: Asked<typeof routes.handOn>): Promise<void> {
    return this.signers.handOn(work, signerId, input.contactId);
  }
}
