export { type Draft, PostService } from './post.service';
export { TemplatesService } from './templates.service';
