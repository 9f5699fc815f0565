import { Body, Controller, Get, HttpCode, Inject, Post, Req, Res } from '@nestjs/common';
import { Throttle } from '@nestjs/throttler';
import type { Request, Response } from 'express';
import { RIGHTS, may } from '@steady/core/access';
import { DemoSignIn, type MemberView, type SessionView, SignIn, type SignInOffer } from '@steady/contract/team';
import { Needs, Open, SESSION_COOKIE, SESSION_DAYS, StaffSessions, cookie, giveCookie, takeCookie } from '../../platform/identity';
import { SETTINGS, type Settings } from '../../platform/settings';
import { InWork, type Work } from '../../platform/work';
import { TeamService } from './team.service';

@Controller('api')
export class TeamController {
  constructor(
    private readonly team: TeamService,
    private readonly sessions: StaffSessions,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  @Get('sign-in')
  @Open()
  offer(): Promise<SignInOffer> {
    return this.team.offer(this.settings.demo);
  }

  @Post('sign-in')
  @HttpCode(204)
  @Open()
  @Throttle({ default: { limit: 10, ttl: 60_000 } })
  async signIn(@Body() input: SignIn, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    giveCookie(request, response, SESSION_COOKIE, await this.team.signIn(input.email, input.password), SESSION_DAYS);
  }

  @Post('sign-in/demo')
  @HttpCode(204)
  @Open()
  async signInDemo(@Body() input: DemoSignIn, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    giveCookie(request, response, SESSION_COOKIE, await this.team.signInDemo(input.memberId), SESSION_DAYS);
  }

  @Post('sign-out')
  @HttpCode(204)
  @Open()
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = cookie(request, SESSION_COOKIE);
    if (token) await this.sessions.end(token);
    takeCookie(response, SESSION_COOKIE);
  }

  @Get('session')
  @Needs('see clients')
  session(@InWork() work: Work): SessionView {
    const { actor, firm } = work;
    if (actor.kind !== 'staff') throw new Error('Sessions are for people of the firm');
    return {
      memberId: actor.id,
      name: actor.name,
      role: actor.role,
      rights: RIGHTS.filter((right) => may(actor.role, right)),
      firm: { name: firm.name, shortName: firm.shortName, currency: firm.currency, zone: firm.zone },
      today: work.today.toString(),
      demo: firm.demo,
    };
  }

  @Get('team')
  @Needs('see clients')
  list(@InWork() work: Work): Promise<MemberView[]> {
    return this.team.list(work);
  }
}
