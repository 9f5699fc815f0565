import { Controller, Header, Req, Res, type StreamableFile } from '@nestjs/common';
import type { Request, Response } from 'express';
import { DropOffCode, type DropOffDoor, LeaveHere, type Puzzle } from '@steady/contract/arrivals';
import * as routes from '@steady/contract/drop-off.routes';
import { Uploads } from '../../platform/files';
import { type AskedOutside, DoesOutside } from '../../platform/http/routes';
import { DROP_OFF_COOKIE, type Known, byItself, cookie, giveCookie } from '../../platform/identity';
import { LogoService } from '../team';
import { DropOffService } from './drop-off.service';
import { VisitsService } from './visits.service';

const DEVICE_DAYS = 180;

/** The public page of a firm. Nobody signs in: the browser shows the secret that it was given. */
@Controller()
export class DropOffController {
  constructor(
    private readonly visits: VisitsService,
    private readonly page: DropOffService,
    private readonly logos: LogoService,
    private readonly uploads: Uploads,
  ) {}

  @DoesOutside(routes.door)
  door({ at: { address } }: AskedOutside<typeof routes.door>, @Req() request: Request): Promise<DropOffDoor> {
    return this.visits.door(address, cookie(request, DROP_OFF_COOKIE));
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @DoesOutside(routes.logo)
  async logo({ at: { address } }: AskedOutside<typeof routes.logo>): Promise<StreamableFile> {
    return this.page.look(await this.page.firmAt(address), (work) => this.logos.content(work));
  }

  @DoesOutside(routes.puzzle)
  async puzzle({ at: { address } }: AskedOutside<typeof routes.puzzle>): Promise<Puzzle> {
    return { challenge: await this.visits.puzzle(address) };
  }

  @DoesOutside(routes.leave, { input: LeaveHere })
  async leave(
    { at: { address }, input }: AskedOutside<typeof routes.leave>,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<{ id: string }> {
    const { id, device } = await this.visits.leave(address, input, cookie(request, DROP_OFF_COOKIE), request.ip ?? '');
    giveCookie(request, response, DROP_OFF_COOKIE, device, DEVICE_DAYS);
    return { id };
  }

  @DoesOutside(routes.sendCode)
  sendCode({ at: { address, id } }: AskedOutside<typeof routes.sendCode>, @Req() request: Request): Promise<void> {
    return this.visits.sendCode(address, id, cookie(request, DROP_OFF_COOKIE));
  }

  @DoesOutside(routes.confirm, { input: DropOffCode })
  confirm({ at: { address, id }, input }: AskedOutside<typeof routes.confirm>, @Req() request: Request): Promise<void> {
    return this.visits.confirm(address, id, cookie(request, DROP_OFF_COOKIE), input.code);
  }

  @DoesOutside(routes.addFile)
  async addFile({ at: { address, id } }: AskedOutside<typeof routes.addFile>, @Req() request: Request & Known): Promise<void> {
    const device = cookie(request, DROP_OFF_COOKIE);
    await this.uploads.take(
      request,
      (work) => this.visits.mayAdd(work, id, device),
      (work, file) => this.visits.addFile(work, id, device, file),
      byItself(await this.page.firmAt(address)),
    );
  }
}
