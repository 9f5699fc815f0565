export { type Draft, PostService } from './post.service';
export { PostQueries, asRead } from './post.queries';
export { TemplatesService } from './templates.service';
