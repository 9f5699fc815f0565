export { type Draft, PostService } from './post.service';
export { MessageDetails } from './message-details';
export { PostQueries, asRead } from './post.queries';
export { TemplatesService } from './templates.service';
