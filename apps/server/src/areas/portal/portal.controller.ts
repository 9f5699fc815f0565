import { Body, Controller, Get, HttpCode, Param, Post, Req, Res } from '@nestjs/common';
import { Throttle } from '@nestjs/throttler';
import type { Request, Response } from 'express';
import { EnterCode, type PortalDoor, type PortalMe } from '@steady/contract/requests';
import { DEVICE_COOKIE, ForClients, Open, PORTAL_COOKIE, cookie, giveCookie, takeCookie } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { PortalService } from './portal.service';

const FEW = { default: { limit: 20, ttl: 60_000 } };

@Controller('api/portal')
export class PortalController {
  constructor(private readonly portal: PortalService) {}

  @Get('door/:token')
  @Open()
  door(@Param('token') token: string, @Req() request: Request): Promise<PortalDoor> {
    return this.portal.door(token, cookie(request, DEVICE_COOKIE), cookie(request, PORTAL_COOKIE));
  }

  @Post('door/:token/code')
  @HttpCode(204)
  @Open()
  @Throttle(FEW)
  sendCode(@Param('token') token: string): Promise<void> {
    return this.portal.sendCode(token);
  }

  @Post('door/:token/enter')
  @HttpCode(200)
  @Open()
  @Throttle(FEW)
  async enter(
    @Param('token') token: string,
    @Body() input: EnterCode,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<{ leadsTo: string }> {
    const { session, device, leadsTo } = await this.portal.enter(token, input.code);
    giveCookie(request, response, DEVICE_COOKIE, device, 180);
    giveCookie(request, response, PORTAL_COOKIE, session, 1);
    return { leadsTo };
  }

  @Post('door/:token/again')
  @HttpCode(200)
  @Open()
  @Throttle(FEW)
  async enterAgain(@Param('token') token: string, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<{ leadsTo: string }> {
    const { session, leadsTo } = await this.portal.enterAgain(token, cookie(request, DEVICE_COOKIE));
    giveCookie(request, response, PORTAL_COOKIE, session, 1);
    return { leadsTo };
  }

  @Post('leave')
  @HttpCode(204)
  @Open()
  async leave(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = cookie(request, PORTAL_COOKIE);
    takeCookie(response, PORTAL_COOKIE);
    if (token) await this.portal.leave(token);
  }

  @Get('me')
  @ForClients()
  me(@InWork() work: Work): PortalMe {
    const looking = work.actor.kind === 'client' && work.actor.looker !== undefined;
    return { firm: work.firm.name, currency: work.firm.currency, name: work.actor.name, today: work.today.toString(), looking };
  }
}
