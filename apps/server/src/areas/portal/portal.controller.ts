import { Controller, Header, Req, Res, type StreamableFile } from '@nestjs/common';
import type { Request, Response } from 'express';
import * as routes from '@steady/contract/portal.routes';
import { Database } from '../../platform/database';
import { EnterCode, type OpenedBy, type OpenedThing, type PortalDoor, type PortalMe, type PortalYou } from '@steady/contract/requests';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { type Known, DEVICE_COOKIE, PORTAL_COOKIE, cookie, giveCookie, takeCookie } from '../../platform/identity';
import { Works } from '../../platform/work';
import { LogoService } from '../team';
import { OpenedThings } from './opened.service';
import { PortalService } from './portal.service';

@Controller()
export class PortalController {
  constructor(
    private readonly portal: PortalService,
    private readonly database: Database,
    private readonly works: Works,
    private readonly logos: LogoService,
    private readonly things: OpenedThings,
  ) {}

  @DoesOutside(routes.door)
  door({ at: { token } }: AskedOutside<typeof routes.door>, @Req() request: Request): Promise<PortalDoor> {
    return this.portal.door(token, cookie(request, DEVICE_COOKIE), cookie(request, PORTAL_COOKIE));
  }

  @DoesOutside(routes.sendCode)
  sendCode({ at: { token } }: AskedOutside<typeof routes.sendCode>): Promise<void> {
    return this.portal.sendCode(token);
  }

  @DoesOutside(routes.enter, { input: EnterCode })
  async enter(
    { at: { token }, input }: AskedOutside<typeof routes.enter>,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<{ leadsTo: string }> {
    const { session, device, leadsTo } = await this.portal.enter(token, input.code, request.header('user-agent'));
    giveCookie(request, response, DEVICE_COOKIE, device, 180);
    giveCookie(request, response, PORTAL_COOKIE, session, 1);
    return { leadsTo };
  }

  @DoesOutside(routes.enterAgain)
  async enterAgain(
    { at: { token } }: AskedOutside<typeof routes.enterAgain>,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<{ leadsTo: string }> {
    const { session, leadsTo } = await this.portal.enterAgain(token, cookie(request, DEVICE_COOKIE));
    giveCookie(request, response, PORTAL_COOKIE, session, 1);
    return { leadsTo };
  }

  @DoesOutside(routes.leave)
  async leave(_asked: AskedOutside<typeof routes.leave>, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = cookie(request, PORTAL_COOKIE);
    takeCookie(response, PORTAL_COOKIE);
    if (token) await this.portal.leave(token);
  }

  @Does(routes.me)
  me({ work }: Asked<typeof routes.me>): PortalMe {
    const looking = work.actor.kind === 'client' && work.actor.looker !== undefined;
    const { firm, actor, today } = work;
    return {
      firm: firm.name,
      logo: firm.logoAddress?.slice(0, 12) ?? null,
      zone: firm.zone,
      country: firm.country,
      name: actor.name,
      today: today.toString(),
      looking,
      readOnly: this.database.isLow(),
    };
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.logo)
  logo({ work }: Asked<typeof routes.logo>): Promise<StreamableFile> {
    return this.logos.content(work);
  }

  @DoesOutside(routes.you)
  you(_asked: AskedOutside<typeof routes.you>, @Req() request: Request & Known): Promise<PortalYou> {
    return this.works.run(request.identity!, (work) => this.portal.you(work, work.actor.id!, cookie(request, DEVICE_COOKIE)), { readOnly: true });
  }

  @Does(routes.opened)
  opened({ work, at: { kind, id } }: Asked<typeof routes.opened>): Promise<void> {
    return this.things.opened(work, kind, id);
  }

  @Does(routes.openedBy)
  openedBy({ work, at: { kind, id } }: Asked<typeof routes.openedBy>): Promise<OpenedBy[]> {
    return this.things.by(work, kind, id);
  }

  @Does(routes.openedOf)
  openedOf({ work, at: { id } }: Asked<typeof routes.openedOf>): Promise<OpenedThing[]> {
    return this.things.of(work, id);
  }

  @Does(routes.endDevice)
  endDevice({ work, at: { id } }: Asked<typeof routes.endDevice>): Promise<void> {
    return this.portal.endDevice(work, work.actor.id!, id);
  }
}
