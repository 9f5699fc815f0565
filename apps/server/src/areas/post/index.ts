export { PostService } from './post.service';
export { TemplatesService } from './templates.service';
