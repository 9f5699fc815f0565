import { useSearchParams } from 'react-router';
import { CONVERSATION_VIEWS, type ConversationsOf } from '@steady/contract/conversations';
import { Page } from '../../ui/page';
import { PostViews } from '../post';
import { ConversationList } from './conversation-list';

const WORDS: Record<ConversationsOf, { words: string; empty: string }> = {
  unanswered: { words: 'Waiting for us', empty: 'No client waits for an answer.' },
  open: { words: 'All that go on', empty: 'No conversation goes on. Open one on the page of a client or a job.' },
  over: { words: 'Over', empty: 'No conversation is over yet.' },
};

/** Conversations with clients, first those in which one waits for an answer. */
export function ConversationsPage() {
  const [search, setSearch] = useSearchParams();
  const asked = search.get('view');
  const view = CONVERSATION_VIEWS.find((one) => one === asked) ?? 'unanswered';
  return (
    <Page title="Conversations" sum="What clients and we write to each other, and who waits for an answer." tools={<PostViews />}>
      <p className="mb-2 flex flex-wrap gap-x-[22px] text-table" role="group" aria-label="Which conversations">
        {CONVERSATION_VIEWS.map((one) => (
          <button
            key={one}
            aria-pressed={one === view}
            className={one === view ? 'font-semibold text-ink' : 'lnk text-soft'}
            onClick={() => setSearch(one === 'unanswered' ? {} : { view: one }, { replace: true })}
          >
            {WORDS[one].words}
          </button>
        ))}
      </p>
      <ConversationList key={view} of={{ view }} empty={WORDS[view].empty} />
    </Page>
  );
}
