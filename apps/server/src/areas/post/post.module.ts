import { Area } from '../../platform/area';
import { KeptParts, PersonParts } from '../keeping';
import { WholeFileParts } from '../whole-file';
import { TodayParts } from '../today';
import { MessageDetails } from './message-details';
import { InvitationsService } from './invitations.service';
import { MessagesKept } from './messages-kept.queries';
import { PacingService } from './pacing.service';
import { PostController } from './post.controller';
import { PostQueries } from './post.queries';
import { PostService } from './post.service';
import { TemplatesService } from './templates.service';

@Area({
  controllers: [PostController],
  services: [PacingService, PostService, MessageDetails, TemplatesService, PostQueries, MessagesKept, InvitationsService],
})
export class PostModule {
  constructor(today: TodayParts, queries: PostQueries, file: WholeFileParts, kept: KeptParts, people: PersonParts, messages: MessagesKept) {
    kept.bring(messages);
    people.bring(20, messages);
    file.bring(80, (work, of) => queries.wholeFile(work, of));
    today.bring(async (work) => ({ goingOut: await queries.planned(work) }));
    today.bringFailures((work, most) => queries.failures(work, most));
  }
}
