export { PostService } from './post.service';
