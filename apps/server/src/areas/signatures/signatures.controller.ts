import { Controller, Res } from '@nestjs/common';
import type { Response } from 'express';
import type { ListFieldsView, ListPlace, ListTotals, Listed } from '@steady/contract/lists';
import { SignaturesFilter } from '@steady/contract/queries';
import type { SendPreview } from '@steady/contract/requests';
import { AskSignature } from '@steady/contract/ask-signature';
import {
  ChangeDay,
  ChangeNumber,
  ChangeSigners,
  NoteSignedOnPaper,
  ReplaceSigner,
  type SignatureRow,
  type SignatureSum,
  USUAL_SIGNATURE_COLUMNS,
} from '@steady/contract/signatures';
import * as routes from '@steady/contract/signatures.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { SavedLists, askedFrom, idsOf, placeOf, sendListing, totalsOf } from '../../platform/lists';
import { ChangeOfSigners } from './change-signers.service';
import { SignatureList } from './signature-list.queries';
import { SignedCopies } from './signed-copies.service';
import { SignaturesService } from './signatures.service';

@Controller()
export class SignaturesController {
  constructor(
    private readonly signatures: SignaturesService,
    private readonly copies: SignedCopies,
    private readonly signers: ChangeOfSigners,
    private readonly overview: SignatureList,
    private readonly saved: SavedLists,
  ) {}

  @Does(routes.preview, { input: AskSignature })
  async preview({ work, at: { id: jobId }, input }: Asked<typeof routes.preview>): Promise<SendPreview> {
    return this.signatures.preview(work, await this.signatures.ofJob(work, jobId), input);
  }

  @Does(routes.previewOfClient, { input: AskSignature })
  previewOfClient({ work, at: { id: clientId }, input }: Asked<typeof routes.previewOfClient>): Promise<SendPreview> {
    return this.signatures.preview(work, { clientId, jobId: null }, input);
  }

  @Does(routes.askOfClient, { input: AskSignature })
  async askOfClient({ work, at: { id: clientId }, input }: Asked<typeof routes.askOfClient>): Promise<{ id: string }> {
    return { id: await this.signatures.ask(work, { clientId, jobId: null }, input) };
  }

  @Does(routes.ask, { input: AskSignature })
  async ask({ work, at: { id: jobId }, input }: Asked<typeof routes.ask>): Promise<{ id: string }> {
    return { id: await this.signatures.ask(work, await this.signatures.ofJob(work, jobId), input) };
  }

  @Does(routes.onPaper, { input: NoteSignedOnPaper })
  onPaper({ work, at: { id: partyId }, input }: Asked<typeof routes.onPaper>): Promise<void> {
    return this.signatures.signedOnPaper(work, partyId, input);
  }

  @Does(routes.replace, { input: ReplaceSigner })
  replace({ work, at: { id: partyId }, input }: Asked<typeof routes.replace>): Promise<void> {
    return this.signers.replace(work, partyId, input);
  }

  @Does(routes.copyAgain)
  copyAgain({ work, at: { id: askId } }: Asked<typeof routes.copyAgain>): Promise<void> {
    return this.copies.again(work, askId);
  }

  @Does(routes.number, { input: ChangeNumber })
  number({ work, at: { id: partyId }, input }: Asked<typeof routes.number>): Promise<void> {
    return this.signers.number(work, partyId, input.number ?? null);
  }

  @Does(routes.day, { input: ChangeDay })
  day({ work, at: { id: partyId }, input }: Asked<typeof routes.day>): Promise<void> {
    return this.signers.day(work, partyId, input.by ?? null);
  }

  @Does(routes.changeSigners, { input: ChangeSigners })
  changeSigners({ work, at: { id: askId }, input }: Asked<typeof routes.changeSigners>): Promise<void> {
    return this.signers.change(work, askId, input);
  }

  @Does(routes.list, { query: SignaturesFilter })
  list({ work, query }: Asked<typeof routes.list>): Promise<Listed<SignatureRow>> {
    return this.overview.page(work, query, askedFrom(query, []));
  }

  @Does(routes.listIds, { query: SignaturesFilter })
  async listIds({ work, query }: Asked<typeof routes.listIds>): Promise<string[]> {
    return idsOf(work, await this.overview.listing(work, query), askedFrom(query, []));
  }

  @Does(routes.listPlace, { query: SignaturesFilter })
  async listPlace({ work, query }: Asked<typeof routes.listPlace>): Promise<ListPlace | Record<string, never>> {
    if (!query.name?.trim()) return {};
    return (await placeOf(work, await this.overview.listing(work, query), askedFrom(query, []), query.name.trim())) ?? {};
  }

  @Does(routes.listSums, { query: SignaturesFilter })
  async listSums({ work, query }: Asked<typeof routes.listSums>): Promise<ListTotals> {
    return totalsOf(work, await this.overview.listing(work, query), askedFrom(query, []), query.by ?? 'state');
  }

  @Does(routes.listFields)
  listFields({ work }: Asked<typeof routes.listFields>): Promise<ListFieldsView> {
    return this.saved.fieldsOf(work, 'signatures');
  }

  @Does(routes.listFile, { query: SignaturesFilter })
  async listFile({ work, at: { kind }, query }: Asked<typeof routes.listFile>, @Res() response: Response): Promise<void> {
    await sendListing(response, kind, 'Given for signature', work, await this.overview.listing(work, query), query, [
      'title',
      'job',
      ...USUAL_SIGNATURE_COLUMNS,
    ]);
  }

  @Does(routes.sum, { query: SignaturesFilter })
  sum({ work, query }: Asked<typeof routes.sum>): Promise<SignatureSum> {
    return this.overview.sum(work, query);
  }
}
