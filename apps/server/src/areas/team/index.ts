export { ClosingDaysChanged, ClosingService } from './closing.service';
export { AfterAnswers } from './after-answers';
export { personField, personName, shortNameOf, worksFor } from './person-sql';
export { SESSION_DAYS, StaffSessions, staffActor } from './staff-sessions.service';
export { SignInService } from './sign-in.service';
export { TeamParts } from './team-parts';
export { LogoService } from './logo.service';
export { type Member, MemberChanged, TeamService } from './team.service';
export { RolesService } from './roles.service';
