import { Area } from '../../platform/area';
import { KeptParts, PersonParts } from '../keeping';
import { SearchResults } from '../search';
import { TodayParts } from '../today';
import { WholeFileParts } from '../whole-file';
import { ConversationBook } from './conversation-book.service';
import { ConversationLetters } from './conversation-letters';
import { ConversationsKept } from './conversations-kept.queries';
import { ConversationsPortalController } from './conversations-portal.controller';
import { ConversationsController } from './conversations.controller';
import { ConversationQueries } from './conversations.queries';
import { ConversationsService } from './conversations.service';
import { conversationsFound } from './found.queries';
import { PortalConversations } from './portal-conversations.service';

@Area({
  controllers: [ConversationsController, ConversationsPortalController],
  services: [ConversationBook, ConversationLetters, ConversationsService, PortalConversations, ConversationQueries, ConversationsKept],
})
export class ConversationsModule {
  constructor(
    search: SearchResults,
    today: TodayParts,
    queries: ConversationQueries,
    file: WholeFileParts,
    kept: KeptParts,
    people: PersonParts,
    words: ConversationsKept,
  ) {
    search.bring(65, conversationsFound);
    kept.bring(words);
    people.bring(25, words);
    file.bring(82, (work, of) => words.wholeFile(work, of));
    today.bring(async (work, asked) => ({ unanswered: await queries.unanswered(work, asked) }));
  }
}
