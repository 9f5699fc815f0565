export { ClosingDaysChanged, ClosingService } from './closing.service';
export { AfterAnswers } from './after-answers';
export { SignInService } from './sign-in.service';
export { type Member, type NewMember, TeamService } from './team.service';
