import type { Request } from 'express';
import { type Known } from '../../platform/identity';
import { FirmDoors } from '@steady/contract/firm-doors';
import { DoorsService } from './doors.service';
import { Controller, Inject, Req } from '@nestjs/common';
import { ROLES, type Role } from '@steady/core/access';
import { type ClosingDays, KeepClosingDays } from '@steady/contract/closing-days';
import { type SessionView } from '@steady/contract/sign-in';
import { AddLeave, AddRate, ChangeMember, InviteMember, type MemberView, type RoleView, SetRoleRights, type TeamRow } from '@steady/contract/team';
import * as routes from '@steady/contract/team.routes';
import * as sessionRoutes from '@steady/contract/session.routes';
import { Problem } from '../../platform/http/problem';
import { type Asked, Does } from '../../platform/http/routes';
import { SETTINGS, type Settings } from '../../platform/settings';
import { Database } from '../../platform/database';
import { AccountService } from './account.service';
import { ClosingService } from './closing.service';
import { RolesService } from './roles.service';
import { TeamService } from './team.service';

@Controller()
export class TeamController {
  constructor(
    private readonly team: TeamService,
    private readonly roleRights: RolesService,
    private readonly closing: ClosingService,
    private readonly doorsOfFirm: DoorsService,
    private readonly account: AccountService,
    private readonly database: Database,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  @Does(routes.closingDays)
  closingDays({ work }: Asked<typeof routes.closingDays>): ClosingDays {
    return this.closing.view(work);
  }

  @Does(routes.keepClosingDays, { input: KeepClosingDays })
  keepClosingDays({ work, input }: Asked<typeof routes.keepClosingDays>): Promise<void> {
    return this.closing.keep(work, input);
  }

  @Does(routes.doors)
  doors({ work }: Asked<typeof routes.doors>): FirmDoors {
    return this.doorsOfFirm.view(work);
  }

  @Does(routes.keepDoors, { input: FirmDoors })
  keepDoors({ work, input }: Asked<typeof routes.keepDoors>): Promise<void> {
    return this.doorsOfFirm.keep(work, input);
  }

  @Does(sessionRoutes.session)
  session({ work }: Asked<typeof sessionRoutes.session>, @Req() request: Request & Known): SessionView {
    const { actor, firm } = work;
    if (actor.kind !== 'staff') throw new Error('Sessions are for people of the firm');
    return {
      memberId: actor.id,
      name: actor.name,
      role: actor.role,
      rights: [...actor.rights],
      firm: { name: firm.name, shortName: firm.shortName, currency: firm.currency, zone: firm.zone, country: firm.country },
      today: work.today.toString(),
      demo: this.settings.demo && firm.demo,
      wantsSecondStep: request.session?.wantsSecondStep ?? false,
      readOnly: this.database.isLow(),
    };
  }

  @Does(sessionRoutes.list)
  list({ work }: Asked<typeof sessionRoutes.list>): Promise<MemberView[]> {
    return this.team.list(work);
  }

  @Does(routes.people)
  people({ work }: Asked<typeof routes.people>): Promise<TeamRow[]> {
    return this.team.people(work);
  }

  @Does(routes.invite, { input: InviteMember })
  async invite({ work, input }: Asked<typeof routes.invite>): Promise<{ id: string }> {
    return { id: await this.team.invite(work, input) };
  }

  @Does(routes.inviteAgain)
  inviteAgain({ work, at: { id } }: Asked<typeof routes.inviteAgain>): Promise<void> {
    return this.team.inviteAgain(work, id);
  }

  @Does(routes.change, { input: ChangeMember })
  change({ work, at: { id }, input }: Asked<typeof routes.change>): Promise<void> {
    return this.team.change(work, id, input);
  }

  @Does(routes.dropSecondStep)
  dropSecondStep({ work, at: { id } }: Asked<typeof routes.dropSecondStep>): Promise<void> {
    return this.account.dropSecondStepOf(work, id);
  }

  @Does(routes.addLeave, { input: AddLeave })
  addLeave({ work, at: { id }, input }: Asked<typeof routes.addLeave>): Promise<void> {
    return this.team.addLeave(work, id, input);
  }

  @Does(routes.removeLeave)
  removeLeave({ work, at: { id, leaveId } }: Asked<typeof routes.removeLeave>): Promise<void> {
    return this.team.removeLeave(work, id, leaveId);
  }

  @Does(routes.setRate, { input: AddRate })
  setRate({ work, at: { id }, input }: Asked<typeof routes.setRate>): Promise<void> {
    return this.team.setRate(work, id, input);
  }

  @Does(routes.roles)
  roles({ work }: Asked<typeof routes.roles>): Promise<RoleView[]> {
    return this.roleRights.list(work);
  }

  @Does(routes.setRole, { input: SetRoleRights })
  async setRole({ work, at: { role }, input }: Asked<typeof routes.setRole>): Promise<void> {
    if (!ROLES.includes(role as Role)) throw Problem.notFound('role');
    await this.roleRights.set(work, role as Role, input.rights, input.approveUpTo ?? null);
  }
}
