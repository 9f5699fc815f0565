import { Controller, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import {
  AddPlace,
  Appoint,
  GiveBack,
  MovePapers,
  type PacketFound,
  type PacketView,
  type PapersView,
  type PlaceView,
  TakeInPapers,
  ThesePackets,
} from '@steady/contract/papers';
import * as routes from '@steady/contract/papers.routes';
import { Find, OfRecord } from '@steady/contract/queries';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { Works } from '../../platform/work';
import { PacketsService } from './packets.service';
import { PapersService } from './papers.service';

const sendPdf = (response: Response, name: string, bytes: Uint8Array): void => {
  response.type('application/pdf').attachment(name).send(Buffer.from(bytes));
};

@Controller()
export class PapersController {
  constructor(
    private readonly papers: PapersService,
    private readonly packets: PacketsService,
    private readonly works: Works,
  ) {}

  @Does(routes.places)
  places({ work }: Asked<typeof routes.places>): Promise<PlaceView[]> {
    return this.papers.places(work);
  }

  @Does(routes.addPlace, { input: AddPlace })
  async addPlace({ work, input }: Asked<typeof routes.addPlace>): Promise<{ id: string }> {
    return { id: await this.papers.addPlace(work, input) };
  }

  @Does(routes.retirePlace)
  retirePlace({ work, at: { id } }: Asked<typeof routes.retirePlace>): Promise<void> {
    return this.papers.retirePlace(work, id);
  }

  @Does(routes.list, { query: OfRecord })
  list({ work, query }: Asked<typeof routes.list>): Promise<PapersView[]> {
    return this.papers.list(work, query);
  }

  @Does(routes.takeIn, { input: TakeInPapers })
  async takeIn({ work, at: { id }, input }: Asked<typeof routes.takeIn>): Promise<{ id: string }> {
    return { id: await this.papers.takeIn(work, id, input) };
  }

  @Does(routes.move, { input: MovePapers })
  move({ work, at: { id }, input }: Asked<typeof routes.move>): Promise<void> {
    return this.papers.move(work, id, input.placeId);
  }

  @Does(routes.giveBack, { input: GiveBack })
  giveBack({ work, at: { id }, input }: Asked<typeof routes.giveBack>): Promise<void> {
    return this.papers.giveBack(work, id, input);
  }

  @Does(routes.stillHere)
  stillHere({ work, at: { id } }: Asked<typeof routes.stillHere>): Promise<void> {
    return this.papers.stillHere(work, id);
  }

  /** Drawn outside: nobody waits for it in a transaction. */
  @DoesOutside(routes.slip)
  async slip({ at: { id } }: AskedOutside<typeof routes.slip>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    const draw = await this.works.run(request.identity!, (work) => this.papers.slip(work, id), { readOnly: true });
    sendPdf(response, 'Receipt for papers.pdf', await draw());
  }

  @Does(routes.toPrint)
  toPrint({ work }: Asked<typeof routes.toPrint>): Promise<PacketView[]> {
    return this.packets.toPrint(work);
  }

  @DoesOutside(routes.print, { input: ThesePackets })
  async print({ input: { askIds } }: AskedOutside<typeof routes.print>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    const draw = await this.works.run(request.identity!, (work) => this.packets.print(work, askIds));
    sendPdf(response, 'Packets.pdf', await draw());
  }

  @Does(routes.posted, { input: ThesePackets })
  posted({ work, input }: Asked<typeof routes.posted>): Promise<void> {
    return this.packets.posted(work, input.askIds);
  }

  @Does(routes.found, { query: Find })
  found({ work, query: { find = '' } }: Asked<typeof routes.found>): Promise<PacketFound> {
    return this.packets.found(work, find);
  }

  @Does(routes.appoint, { input: Appoint })
  appoint({ work, at: { id }, input }: Asked<typeof routes.appoint>): Promise<void> {
    return this.papers.appoint(work, id, input);
  }
}
