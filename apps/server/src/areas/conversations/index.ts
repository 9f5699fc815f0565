export { WordsWritten } from './conversation-book.service';
export { PortalConversations } from './portal-conversations.service';
export { ConversationsService } from './conversations.service';
