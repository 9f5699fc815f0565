import { Controller } from '@nestjs/common';
import { KeepSigningKind, KeepTerms, type SigningKindView, type TermsView } from '@steady/contract/signing-kinds';
import * as routes from '@steady/contract/signing-kinds.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { SigningKinds } from './signing-kinds.service';
import { TermsService } from './terms.service';

/** What the firm keeps for giving documents for signature: kinds of documents, and terms. */
@Controller()
export class SigningKindsController {
  constructor(
    private readonly kinds: SigningKinds,
    private readonly kept: TermsService,
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
