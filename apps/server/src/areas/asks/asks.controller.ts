import { Controller, Res } from '@nestjs/common';
import type { Response } from 'express';
import {
  type AskView,
  ChangeAsk,
  type MissingRow,
  type MissingSum,
  NoteSaid,
  type PortalAsk,
  SetFollowUps,
  SetPromise,
  USUAL_MISSING_COLUMNS,
  type WantedLine,
  WithdrawAsk,
} from '@steady/contract/asks';
import * as routes from '@steady/contract/asks.routes';
import type { ListFieldsView, ListPlace, ListTotals, Listed } from '@steady/contract/lists';
import { MissingFilter, WantedAsked } from '@steady/contract/queries';
import { type Asked, Does } from '../../platform/http/routes';
import { SavedLists, askedFrom, idsOf, placeOf, sendListing, totalsOf } from '../../platform/lists';
import { AskQueries } from './asks.queries';
import { AsksService } from './asks.service';
import { FollowUps } from './follow-ups.service';
import { type MissingAsked, MissingQueries } from './missing.queries';
import { SaidService } from './said.service';
import { WantedQueries } from './wanted.queries';

const narrowed = ({ view, find, client, job }: MissingFilter): MissingAsked => ({ view, find, clientId: client, jobId: job });

@Controller()
export class AsksController {
  constructor(
    private readonly asks: AsksService,
    private readonly queries: AskQueries,
    private readonly follow: FollowUps,
    private readonly wanted: MissingQueries,
    private readonly byDay: WantedQueries,
    private readonly words: SaidService,
    private readonly saved: SavedLists,
  ) {}

  @Does(routes.ofJob)
  ofJob({ work, at: { id } }: Asked<typeof routes.ofJob>): Promise<AskView[]> {
    return this.queries.ofJob(work, id);
  }

  @Does(routes.ofClient)
  ofClient({ work, at: { id } }: Asked<typeof routes.ofClient>): Promise<AskView[]> {
    return this.queries.ofClient(work, id);
  }

  @Does(routes.missing, { query: MissingFilter })
  missing({ work, query }: Asked<typeof routes.missing>): Promise<Listed<MissingRow>> {
    return this.wanted.page(work, narrowed(query), askedFrom(query, []));
  }

  @Does(routes.missingIds, { query: MissingFilter })
  async missingIds({ work, query }: Asked<typeof routes.missingIds>): Promise<string[]> {
    return idsOf(work, await this.wanted.listing(work, narrowed(query)), askedFrom(query, []));
  }

  @Does(routes.missingPlace, { query: MissingFilter })
  async missingPlace({ work, query }: Asked<typeof routes.missingPlace>): Promise<ListPlace | Record<string, never>> {
    if (!query.name?.trim()) return {};
    return (await placeOf(work, await this.wanted.listing(work, narrowed(query)), askedFrom(query, []), query.name.trim())) ?? {};
  }

  @Does(routes.missingSums, { query: MissingFilter })
  async missingSums({ work, query }: Asked<typeof routes.missingSums>): Promise<ListTotals> {
    return totalsOf(work, await this.wanted.listing(work, narrowed(query)), askedFrom(query, []), query.by ?? 'state');
  }

  @Does(routes.missingFields)
  missingFields({ work }: Asked<typeof routes.missingFields>): Promise<ListFieldsView> {
    return this.saved.fieldsOf(work, 'missing');
  }

  @Does(routes.missingFile, { query: MissingFilter })
  async missingFile({ work, at: { kind }, query }: Asked<typeof routes.missingFile>, @Res() response: Response): Promise<void> {
    await sendListing(response, kind, 'What is missing', work, await this.wanted.listing(work, narrowed(query)), query, [
      'what',
      'client',
      'job',
      ...USUAL_MISSING_COLUMNS,
    ]);
  }

  @Does(routes.missingSum, { query: MissingFilter })
  missingSum({ work, query }: Asked<typeof routes.missingSum>): Promise<MissingSum> {
    return this.wanted.sum(work, narrowed(query));
  }

  @Does(routes.wantedBy, { query: WantedAsked })
  wantedBy({ work, query }: Asked<typeof routes.wantedBy>): Promise<WantedLine[]> {
    return this.byDay.list(work, query);
  }

  @Does(routes.said, { input: NoteSaid })
  async said({ work, at: { id }, input }: Asked<typeof routes.said>): Promise<{ id: string }> {
    return { id: await this.words.note(work, id, input) };
  }

  @Does(routes.followUpsOfClient, { input: SetFollowUps })
  followUpsOfClient({ work, at: { id }, input }: Asked<typeof routes.followUpsOfClient>): Promise<void> {
    return this.follow.setForClient(work, id, input.on);
  }

  @Does(routes.promise, { input: SetPromise })
  promise({ work, at: { id }, input: { on } }: Asked<typeof routes.promise>): Promise<void> {
    return this.words.promise(work, id, on);
  }

  @Does(routes.remind)
  remind({ work, at: { id } }: Asked<typeof routes.remind>): Promise<void> {
    return this.asks.remind(work, id);
  }

  @Does(routes.sendNow)
  sendNow({ work, at: { id } }: Asked<typeof routes.sendNow>): Promise<void> {
    return this.asks.sendNow(work, id);
  }

  @Does(routes.change, { input: ChangeAsk })
  change({ work, at: { id }, input }: Asked<typeof routes.change>): Promise<void> {
    return this.asks.change(work, id, input);
  }

  @Does(routes.withdraw, { input: WithdrawAsk })
  withdraw({ work, at: { id }, input }: Asked<typeof routes.withdraw>): Promise<void> {
    return this.asks.withdraw(work, id, input.reason);
  }

  @Does(routes.restore)
  restore({ work, at: { id } }: Asked<typeof routes.restore>): Promise<void> {
    return this.asks.restore(work, id);
  }

  @Does(routes.followUps, { input: SetFollowUps })
  followUps({ work, at: { id }, input }: Asked<typeof routes.followUps>): Promise<void> {
    return this.follow.set(work, id, input.on);
  }

  @Does(routes.inPortal)
  inPortal({ work }: Asked<typeof routes.inPortal>): Promise<PortalAsk[]> {
    return this.queries.ofContact(work);
  }
}
