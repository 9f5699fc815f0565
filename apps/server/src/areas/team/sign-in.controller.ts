import { Problem } from '../../platform/http/problem';
import { Controller, Inject, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import * as sessionRoutes from '@steady/contract/session.routes';
import * as routes from '@steady/contract/sign-in.routes';
import * as accountRoutes from '@steady/contract/account.routes';
import {
  ChangePassword,
  DemoSignIn,
  ForgotPassword,
  type LetIn,
  type OwnAccount,
  type PersonDoor,
  SecondStepCode,
  type SecondStepOffer,
  SetPassword,
  SignIn,
  type SignInOffer,
  type SignInStep,
  SwitchFirm,
  ConfirmPassword,
  type DoorLetter,
} from '@steady/contract/sign-in';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { BROWSER_COOKIE, SESSION_COOKIE, cookie, giveCookie, takeCookie, DoorTries, KNOWN_BROWSER, type Known } from '../../platform/identity';
import { SESSION_DAYS, StaffSessions } from './staff-sessions.service';
import { SETTINGS, type Settings } from '../../platform/settings';
import { type Work, Works } from '../../platform/work';
import { AccountService } from './account.service';
import { PersonLinks } from './person-links.service';
import { SignInService } from './sign-in.service';

/** The kind of device a session was begun on, as far as the browser tells and no further. */
const deviceOf = (request: Request) => (/mobile|android|phone|tablet/i.test(request.header('user-agent') ?? '') ? 'a phone or tablet' : 'a computer');
/** As long as browsers keep a cookie. */
const BROWSER_DAYS = 400;
const tokenOf = (request: Request) => cookie(request, SESSION_COOKIE) ?? '';

/** Coming in and going out, and one's own account. */
@Controller()
export class SignInController {
  constructor(
    private readonly way: SignInService,
    private readonly links: PersonLinks,
    private readonly account: AccountService,
    private readonly sessions: StaffSessions,
    private readonly works: Works,
    private readonly tries: DoorTries,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  @DoesOutside(routes.offer)
  offer(): Promise<SignInOffer> {
    return this.way.offer(this.settings.demo);
  }

  @DoesOutside(routes.signIn, { input: SignIn })
  async signIn({ input }: AskedOutside<typeof routes.signIn>, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<SignInStep> {
    const step = await this.way.signIn(input, { device: deviceOf(request), address: request.ip ?? '', browser: cookie(request, BROWSER_COOKIE) });
    if ('wants' in step) return step;
    giveCookie(request, response, BROWSER_COOKIE, step.browser, BROWSER_DAYS);
    giveCookie(request, response, SESSION_COOKIE, step.token, SESSION_DAYS);
    return { wants: 'nothing' };
  }

  @DoesOutside(routes.signInDemo, { input: DemoSignIn })
  async signInDemo({ input }: AskedOutside<typeof routes.signInDemo>, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    giveCookie(request, response, SESSION_COOKIE, await this.way.demo(this.settings.demo, input.memberId, deviceOf(request)), SESSION_DAYS);
  }

  @DoesOutside(routes.letters)
  letters(_asked: AskedOutside<typeof routes.letters>): Promise<DoorLetter[]> {
    return this.way.letters(this.settings.demo);
  }

  @DoesOutside(routes.forgot, { input: ForgotPassword })
  forgot({ input }: AskedOutside<typeof routes.forgot>): void {
    this.links.forgot(input.email);
  }

  @DoesOutside(routes.door)
  door({ at: { token } }: AskedOutside<typeof routes.door>): Promise<PersonDoor> {
    return this.links.door(token);
  }

  /** Sets the password of an invitation or a reset. */
  @DoesOutside(routes.enter, { input: SetPassword })
  enter({ at: { token }, input }: AskedOutside<typeof routes.enter>): Promise<LetIn> {
    return this.links.enter(token, input.password);
  }

  /** Takes up an invitation of a person who has a password for another firm. */
  @DoesOutside(routes.enterAgain)
  async enterAgain({ at: { token } }: AskedOutside<typeof routes.enterAgain>): Promise<void> {
    await this.links.enter(token, undefined);
  }

  @DoesOutside(sessionRoutes.signOut)
  async signOut(_asked: AskedOutside<typeof sessionRoutes.signOut>, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = cookie(request, SESSION_COOKIE);
    if (token) await this.sessions.end(token);
    takeCookie(response, SESSION_COOKIE);
  }

  @Does(accountRoutes.you)
  you({ work }: Asked<typeof accountRoutes.you>, @Req() request: Request): Promise<OwnAccount> {
    return this.account.view(work, tokenOf(request));
  }

  @DoesOutside(accountRoutes.changeFirm, { input: SwitchFirm })
  async changeFirm(
    { input }: AskedOutside<typeof accountRoutes.changeFirm>,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<void> {
    const token = tokenOf(request);
    const identity = (await this.sessions.find(token))!;
    const personId = await this.works.run(identity, (work) => this.way.personOf(work), { readOnly: true });
    giveCookie(request, response, SESSION_COOKIE, await this.way.change(personId, input.firmId, token, deviceOf(request)), SESSION_DAYS);
  }

  @DoesOutside(accountRoutes.changePassword, { input: ChangePassword })
  changePassword({ input }: AskedOutside<typeof accountRoutes.changePassword>, @Req() request: Request & Known): Promise<void> {
    return this.counted(request, (work) => this.account.changePassword(work, input, tokenOf(request)));
  }

  @Does(accountRoutes.offerSecondStep)
  offerSecondStep({ work }: Asked<typeof accountRoutes.offerSecondStep>): Promise<SecondStepOffer> {
    return this.account.offerSecondStep(work);
  }

  @DoesOutside(accountRoutes.confirmSecondStep, { input: SecondStepCode })
  async confirmSecondStep({ input }: AskedOutside<typeof accountRoutes.confirmSecondStep>, @Req() request: Request & Known): Promise<{ codes: string[] }> {
    return { codes: await this.counted(request, (work) => this.account.confirmSecondStep(work, input.code)) };
  }

  @DoesOutside(accountRoutes.dropSecondStep, { input: SecondStepCode })
  dropSecondStep({ input }: AskedOutside<typeof accountRoutes.dropSecondStep>, @Req() request: Request & Known): Promise<void> {
    return this.counted(request, (work) => this.account.dropSecondStep(work, input.code));
  }

  @Does(accountRoutes.endOthers)
  endOthers({ work }: Asked<typeof accountRoutes.endOthers>, @Req() request: Request): Promise<void> {
    return this.account.endOthers(work, tokenOf(request));
  }

  @Does(accountRoutes.endSession)
  endSession({ work, at: { name } }: Asked<typeof accountRoutes.endSession>): Promise<void> {
    return this.account.endSession(work, name);
  }

  @DoesOutside(accountRoutes.confirm, { input: ConfirmPassword })
  confirm({ input }: AskedOutside<typeof accountRoutes.confirm>, @Req() request: Request & Known): Promise<void> {
    return this.counted(request, (work) => this.account.confirm(work, input.password, tokenOf(request)));
  }

  /** Counts a try of somebody who is signed in already: an open screen is no way to guess. One that is right gives its count back. */
  private async counted<T>(request: Request & Known, act: (work: Work) => Promise<T>): Promise<T> {
    const identity = request.identity!;
    const who = identity.actor.id ?? '';
    if ((await this.tries.take(KNOWN_BROWSER, 'confirming', who)) !== null)
      throw Problem.of(429, 'too-many', 'Too many tries', 'This was tried too often. Wait a quarter of an hour, then try again.');
    const done = await this.works.run(identity, act);
    await this.tries.forgive('confirming', who);
    return done;
  }
}
