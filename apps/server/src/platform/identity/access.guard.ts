import { type CanActivate, type ExecutionContext, Inject, Injectable } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { Problem } from '../http/problem';
import { ACCESS, type Access } from './access';
import { type Identity, PORTAL_COOKIE, SESSION_COOKIE, may } from './actor';
import { cookie } from './cookies';
import { StaffSessions } from './staff-sessions';

/** Finds the person of a client behind a portal cookie. The portal area provides it. */
export abstract class PortalSessions {
  abstract find(token: string): Promise<Identity | null>;
}

export interface Known {
  identity?: Identity;
}

@Injectable()
export class AccessGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    @Inject(StaffSessions) private readonly staff: StaffSessions,
    @Inject(PortalSessions) private readonly portal: PortalSessions,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const access = this.reflector.getAllAndOverride<Access | undefined>(ACCESS, [context.getHandler(), context.getClass()]);
    if (!access) throw Problem.notFound('page');
    const request = context.switchToHttp().getRequest<Request & Known>();
    if ('open' in access) return true;
    if ('client' in access) {
      const token = cookie(request, PORTAL_COOKIE);
      const identity = token ? await this.portal.find(token) : null;
      if (!identity) throw Problem.signInFirst('Open the link from your message again.');
      const { actor } = identity;
      if (actor.kind === 'client' && actor.looker && request.method !== 'GET')
        throw Problem.refused('only-looking', `You are looking as ${actor.name}. Only they can do this; go back to your own pages.`);
      request.identity = identity;
      return true;
    }
    const token = cookie(request, SESSION_COOKIE);
    const identity = token ? await this.staff.find(token) : null;
    if (!identity || identity.actor.kind !== 'staff') throw Problem.signInFirst('Sign in to go on.');
    if (!may(identity.actor, access.needs)) throw Problem.notAllowed(access.needs);
    request.identity = identity;
    return true;
  }
}
