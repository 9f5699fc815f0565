import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post, Put } from '@nestjs/common';
import { ROLES, type Role } from '@steady/core/access';
import {
  AddLeave,
  AddRate,
  ChangeMember,
  InviteMember,
  type MemberView,
  type RoleView,
  type SessionView,
  SetRoleRights,
  type TeamRow,
} from '@steady/contract/team';
import { Problem } from '../../platform/http/problem';
import { type ClosingDays, KeepClosingDays } from '@steady/contract/closing-days';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { ClosingService } from './closing.service';
import { TeamService } from './team.service';

@Controller('api')
export class TeamController {
  constructor(
    private readonly team: TeamService,
    private readonly closing: ClosingService,
  ) {}

  @Get('firm/closing-days')
  @Needs('see clients')
  closingDays(@InWork() work: Work): ClosingDays {
    return this.closing.view(work);
  }

  @Put('firm/closing-days')
  @HttpCode(204)
  @Needs('change services')
  keepClosingDays(@InWork() work: Work, @Body() input: KeepClosingDays): Promise<void> {
    return this.closing.keep(work, input);
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
      rights: [...actor.rights],
      firm: { name: firm.name, shortName: firm.shortName, currency: firm.currency, zone: firm.zone, country: firm.country },
      today: work.today.toString(),
      demo: firm.demo,
    };
  }

  @Get('team')
  @Needs('see clients')
  list(@InWork() work: Work): Promise<MemberView[]> {
    return this.team.list(work);
  }

  @Get('team/people')
  @Needs('run firm')
  people(@InWork() work: Work): Promise<TeamRow[]> {
    return this.team.people(work);
  }

  @Post('team/invitations')
  @Needs('run firm')
  async invite(@InWork() work: Work, @Body() input: InviteMember): Promise<{ id: string }> {
    return { id: await this.team.invite(work, input) };
  }

  @Post('team/:id/invitation')
  @HttpCode(204)
  @Needs('run firm')
  inviteAgain(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<void> {
    return this.team.inviteAgain(work, id);
  }

  @Patch('team/:id')
  @HttpCode(204)
  @Needs('run firm')
  change(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: ChangeMember): Promise<void> {
    return this.team.change(work, id, input);
  }

  @Post('team/:id/leave')
  @HttpCode(204)
  @Needs('run firm')
  addLeave(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: AddLeave): Promise<void> {
    return this.team.addLeave(work, id, input);
  }

  @Delete('team/:id/leave/:leaveId')
  @HttpCode(204)
  @Needs('run firm')
  removeLeave(@InWork() work: Work, @Param('id', IdPipe) id: string, @Param('leaveId', IdPipe) leaveId: string): Promise<void> {
    return this.team.removeLeave(work, id, leaveId);
  }

  @Post('team/:id/rates')
  @HttpCode(204)
  @Needs('run firm')
  setRate(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: AddRate): Promise<void> {
    return this.team.setRate(work, id, input);
  }

  @Get('roles')
  @Needs('run firm')
  roles(@InWork() work: Work): Promise<RoleView[]> {
    return this.team.roles(work);
  }

  @Put('roles/:role')
  @HttpCode(204)
  @Needs('run firm')
  async setRole(@InWork() work: Work, @Param('role') role: string, @Body() input: SetRoleRights): Promise<void> {
    if (!ROLES.includes(role as Role)) throw Problem.notFound('role');
    await this.team.setRole(work, role as Role, input.rights);
  }
}
