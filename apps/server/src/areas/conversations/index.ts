export { WordsWritten } from './conversation-book.service';
export { ConversationsService } from './conversations.service';
