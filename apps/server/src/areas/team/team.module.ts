import { Area } from '../../platform/area';
import { StaffIdentities } from '../../platform/identity';
import { SessionMemory } from './session-memory';
import { StaffSessions } from './staff-sessions.service';
import { AccountService } from './account.service';
import { AfterAnswers } from './after-answers';
import { ClosingService } from './closing.service';
import { DoorsService } from './doors.service';
import { FirmSettings } from './firm-settings';
import { LetterheadController } from './letterhead.controller';
import { LetterheadService } from './letterhead.service';
import { LogoService } from './logo.service';
import { PersonLinks } from './person-links.service';
import { SignInTries } from './sign-in-tries.service';
import { RolesService } from './roles.service';
import { SignInController } from './sign-in.controller';
import { SignInService } from './sign-in.service';
import { TeamController } from './team.controller';
import { TeamParts } from './team-parts';
import { TeamService } from './team.service';

@Area({
  controllers: [SignInController, TeamController, LetterheadController],
  services: [
    SessionMemory,
    StaffSessions,
    { provide: StaffIdentities, useExisting: StaffSessions },
    AfterAnswers,
    PersonLinks,
    SignInTries,
    SignInService,
    AccountService,
    TeamParts,
    TeamService,
    RolesService,
    ClosingService,
    DoorsService,
    FirmSettings,
    LetterheadService,
    LogoService,
  ],
})
export class TeamModule {}
