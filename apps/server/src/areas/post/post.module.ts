import { Area } from '../../platform/area';
import { PostController } from './post.controller';
import { PostQueries } from './post.queries';
import { PostService } from './post.service';
import { TemplatesService } from './templates.service';

@Area({ controllers: [PostController], services: [PostService, TemplatesService, PostQueries] })
export class PostModule {}
