export { type NewMember, TeamService } from './team.service';
