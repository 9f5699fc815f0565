import { Body, Controller, Delete, Get, HttpCode, Inject, Param, Post, Req, Res } from '@nestjs/common';
import { Throttle } from '@nestjs/throttler';
import type { Request, Response } from 'express';
import {
  ChangePassword,
  DemoSignIn,
  ForgotPassword,
  type OwnAccount,
  type PersonDoor,
  SecondStepCode,
  type SecondStepOffer,
  SetPassword,
  SignIn,
  type SignInOffer,
  type SignInStep,
  SwitchFirm,
} from '@steady/contract/team';
import { Needs, Open, SESSION_COOKIE, SESSION_DAYS, StaffSessions, cookie, giveCookie, takeCookie } from '../../platform/identity';
import { SETTINGS, type Settings } from '../../platform/settings';
import { InWork, OutsideWork, type Work, Works } from '../../platform/work';
import { AccountService } from './account.service';
import { SignInService } from './sign-in.service';

const FEW = { default: { limit: 10, ttl: 60_000 } };

/** The kind of device a session was begun on, as far as the browser tells and no further. */
const deviceOf = (request: Request) => (/mobile|android|phone|tablet/i.test(request.header('user-agent') ?? '') ? 'a phone or tablet' : 'a computer');
const tokenOf = (request: Request) => cookie(request, SESSION_COOKIE) ?? '';

/** Coming in and going out, and one's own account. */
@Controller('api')
export class SignInController {
  constructor(
    private readonly way: SignInService,
    private readonly account: AccountService,
    private readonly sessions: StaffSessions,
    private readonly works: Works,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  @Get('sign-in')
  @Open()
  offer(): Promise<SignInOffer> {
    return this.way.offer(this.settings.demo);
  }

  @Post('sign-in')
  @HttpCode(200)
  @Open()
  @Throttle(FEW)
  async signIn(@Body() input: SignIn, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<SignInStep> {
    const step = await this.way.signIn(input, deviceOf(request));
    if ('wants' in step) return step;
    giveCookie(request, response, SESSION_COOKIE, step.token, SESSION_DAYS);
    return { wants: 'nothing' };
  }

  @Post('sign-in/demo')
  @HttpCode(204)
  @Open()
  async signInDemo(@Body() input: DemoSignIn, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    giveCookie(request, response, SESSION_COOKIE, await this.way.demo(input.memberId, deviceOf(request)), SESSION_DAYS);
  }

  @Post('sign-in/forgot')
  @HttpCode(204)
  @Open()
  @Throttle(FEW)
  forgot(@Body() input: ForgotPassword): Promise<void> {
    return this.way.forgot(input.email);
  }

  @Get('join/:token')
  @Open()
  @Throttle({ default: { limit: 30, ttl: 60_000 } })
  door(@Param('token') token: string): Promise<PersonDoor> {
    return this.way.door(token);
  }

  /** Sets the password of an invitation or a reset. */
  @Post('join/:token')
  @HttpCode(204)
  @Open()
  @Throttle(FEW)
  enter(@Param('token') token: string, @Body() input: SetPassword): Promise<void> {
    return this.way.enter(token, input.password);
  }

  /** Takes up an invitation of a person who has a password for another firm. */
  @Post('join/:token/again')
  @HttpCode(204)
  @Open()
  @Throttle(FEW)
  enterAgain(@Param('token') token: string): Promise<void> {
    return this.way.enter(token, undefined);
  }

  @Post('sign-out')
  @HttpCode(204)
  @Open()
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = cookie(request, SESSION_COOKIE);
    if (token) await this.sessions.end(token);
    takeCookie(response, SESSION_COOKIE);
  }

  @Get('you')
  @Needs('see clients')
  you(@InWork() work: Work, @Req() request: Request): Promise<OwnAccount> {
    return this.account.view(work, tokenOf(request));
  }

  @Post('you/firm')
  @HttpCode(204)
  @Needs('see clients')
  @OutsideWork()
  async changeFirm(@Body() input: SwitchFirm, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = tokenOf(request);
    const identity = (await this.sessions.find(token))!;
    const personId = await this.works.run(identity, (work) => this.way.personOf(work), { readOnly: true });
    giveCookie(request, response, SESSION_COOKIE, await this.way.change(personId, input.firmId, token, deviceOf(request)), SESSION_DAYS);
  }

  @Post('you/password')
  @HttpCode(204)
  @Needs('see clients')
  @Throttle(FEW)
  changePassword(@InWork() work: Work, @Body() input: ChangePassword, @Req() request: Request): Promise<void> {
    return this.account.changePassword(work, input, tokenOf(request));
  }

  @Post('you/second-step')
  @HttpCode(200)
  @Needs('see clients')
  offerSecondStep(@InWork() work: Work): Promise<SecondStepOffer> {
    return this.account.offerSecondStep(work);
  }

  @Post('you/second-step/confirm')
  @HttpCode(200)
  @Needs('see clients')
  @Throttle(FEW)
  async confirmSecondStep(@InWork() work: Work, @Body() input: SecondStepCode): Promise<{ codes: string[] }> {
    return { codes: await this.account.confirmSecondStep(work, input.code) };
  }

  @Post('you/second-step/drop')
  @HttpCode(204)
  @Needs('see clients')
  @Throttle(FEW)
  dropSecondStep(@InWork() work: Work, @Body() input: SecondStepCode): Promise<void> {
    return this.account.dropSecondStep(work, input.code);
  }

  @Post('you/sessions/end-others')
  @HttpCode(204)
  @Needs('see clients')
  endOthers(@InWork() work: Work, @Req() request: Request): Promise<void> {
    return this.account.endOthers(work, tokenOf(request));
  }

  @Delete('you/sessions/:name')
  @HttpCode(204)
  @Needs('see clients')
  endSession(@InWork() work: Work, @Param('name') name: string): Promise<void> {
    return this.account.endSession(work, name);
  }
}
