import { type CanActivate, type ExecutionContext, Inject, Injectable } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import type { Right } from '@steady/core/access';
import type { Route } from '@steady/contract/route';
import { Problem } from '../http/problem';
import { ROUTE } from '../http/routes';
import { type Identity, PORTAL_COOKIE, SESSION_COOKIE, may } from './actor';
import { cookie } from './cookies';
import { mustBeConfirmed } from './password-again';

/** What is known of the session in which a person of the firm acts. */
export interface StaffSession {
  tokenHash: string;
  /** The firm requires the second step, and this person has none yet: nothing else is open to them. */
  wantsSecondStep: boolean;
}

/** Finds the person of the firm behind a session cookie. The area of the team provides it. */
export abstract class StaffIdentities {
  /** @param attended false for what a page asks by itself, which is no sign of life */
  abstract find(token: string, attended?: boolean): Promise<(Identity & { session: StaffSession }) | null>;
}

/** Finds the person of a client behind a portal cookie. The portal area provides it. */
export abstract class PortalSessions {
  abstract find(token: string): Promise<Identity | null>;
}

export interface Known {
  identity?: Identity;
  /** The session of a person of the firm. */
  session?: StaffSession;
}

/** Sent by a page that asks by itself while nobody does anything. */
const UNATTENDED = 'x-unattended';

@Injectable()
export class AccessGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    @Inject(StaffIdentities) private readonly staff: StaffIdentities,
    @Inject(PortalSessions) private readonly portal: PortalSessions,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const route = this.reflector.get<Route | undefined>(ROUTE, context.getHandler());
    if (!route) throw Problem.notFound('page');
    const request = context.switchToHttp().getRequest<Request & Known>();
    if (route.who !== 'open')
      request.identity = route.who === 'portal' ? await this.clientsPerson(request) : await this.personOfTheFirm(request, route, route.who);
    return true;
  }

  private async clientsPerson(request: Request): Promise<Identity> {
    const token = cookie(request, PORTAL_COOKIE);
    const identity = token ? await this.portal.find(token) : null;
    if (!identity) throw Problem.signInFirst('Open the link from your message again.');
    const { actor } = identity;
    if (actor.kind === 'client' && actor.looker && request.method !== 'GET')
      throw Problem.refused('only-looking', `You are looking as ${actor.name}. Only they can do this; go back to your own pages.`);
    return identity;
  }

  private async personOfTheFirm(request: Request & Known, route: Route, right: Right): Promise<Identity> {
    const token = cookie(request, SESSION_COOKIE);
    const identity = token ? await this.staff.find(token, request.header(UNATTENDED) === undefined) : null;
    if (!identity || identity.actor.kind !== 'staff') throw Problem.signInFirst('Sign in to go on.');
    const { session } = identity;
    if (session.wantsSecondStep && !route.early)
      throw Problem.of(
        403,
        'second-step-wanted',
        'Set up the second step',
        'Your firm requires the second step of everybody. Set it up under your name; then everything is open to you.',
      );
    if (!may(identity.actor, right)) throw Problem.notAllowed(right);
    if (route.again) mustBeConfirmed(identity.actor);
    request.session = session;
    return identity;
  }
}
