export { type Addressed, type Draft, PostService, type When } from './post.service';
export { InvitationsService } from './invitations.service';
export { PacingService, SendingRulesChanged } from './pacing.service';
export { MessageDetails } from './message-details';
export { lastSentAbout } from './message-sql';
export { PostQueries, asRead } from './post.queries';
export { TemplatesService } from './templates.service';
