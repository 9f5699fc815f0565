import { Controller, Header, Req, type StreamableFile } from '@nestjs/common';
import type { Request } from 'express';
import type { ManyAsked } from '@steady/contract/requests';
import { GiveMany, KeepSigningKind, KeepTerms, type SigningKindView, type TermsView } from '@steady/contract/signing-kinds';
import * as routes from '@steady/contract/signing-kinds.routes';
import { FileStore, Uploads } from '../../platform/files';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { sendDocument } from '../documents';
import { ManySignatures } from './many-signatures.service';
import { SigningKinds } from './signing-kinds.service';
import { TermsService } from './terms.service';

/** What the firm keeps for giving documents for signature: kinds of documents, and terms. */
@Controller()
export class SigningKindsController {
  constructor(
    private readonly kinds: SigningKinds,
    private readonly kept: TermsService,
    private readonly many: ManySignatures,
    private readonly uploads: Uploads,
    private readonly store: FileStore,
  ) {}

  @Does(routes.list)
  list({ work }: Asked<typeof routes.list>): Promise<SigningKindView[]> {
    return this.kinds.list(work);
  }

  @Does(routes.add, { input: KeepSigningKind })
  async add({ work, input }: Asked<typeof routes.add>): Promise<{ id: string }> {
    return { id: await this.kinds.add(work, input) };
  }

  @Does(routes.change, { input: KeepSigningKind })
  change({ work, at: { id: kindId }, input }: Asked<typeof routes.change>): Promise<void> {
    return this.kinds.change(work, kindId, input);
  }

  @Does(routes.drop)
  drop({ work, at: { id: kindId } }: Asked<typeof routes.drop>): Promise<void> {
    return this.kinds.drop(work, kindId);
  }

  @DoesOutside(routes.putLetter)
  putLetter({ at: { id: kindId } }: AskedOutside<typeof routes.putLetter>, @Req() request: Request & Known): Promise<void> {
    return this.uploads.take(
      request,
      (work) => this.kinds.get(work, kindId),
      (work, file) => this.kinds.putLetter(work, kindId, file),
    );
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.letter)
  async letter({ work, at: { id: kindId } }: Asked<typeof routes.letter>): Promise<StreamableFile> {
    const letter = await this.kinds.letterOf(work, kindId);
    return sendDocument(work, this.store, letter, letter.name);
  }

  @Does(routes.previewMany, { input: GiveMany })
  previewMany({ work, input }: Asked<typeof routes.previewMany>): Promise<ManyAsked> {
    return this.many.preview(work, input);
  }

  @Does(routes.giveMany, { input: GiveMany })
  giveMany({ work, input }: Asked<typeof routes.giveMany>): Promise<ManyAsked> {
    return this.many.give(work, input);
  }

  @Does(routes.forgetPlaces)
  forgetPlaces({ work, at: { id: kindId } }: Asked<typeof routes.forgetPlaces>): Promise<void> {
    return this.kinds.forgetPlaces(work, kindId);
  }

  @Does(routes.terms)
  terms({ work }: Asked<typeof routes.terms>): Promise<TermsView[]> {
    return this.kept.list(work);
  }

  @Does(routes.keepTerms, { input: KeepTerms })
  async keepTerms({ work, input }: Asked<typeof routes.keepTerms>): Promise<{ id: string }> {
    return { id: await this.kept.keep(work, input) };
  }

  @Does(routes.retireTerms)
  retireTerms({ work, at: { id: termsId } }: Asked<typeof routes.retireTerms>): Promise<void> {
    return this.kept.retire(work, termsId);
  }
}
