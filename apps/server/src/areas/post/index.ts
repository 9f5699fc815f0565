export { type Draft, PostService } from './post.service';
export { PostQueries } from './post.queries';
export { TemplatesService } from './templates.service';
