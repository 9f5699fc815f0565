import { Page, Views } from '../../ui/page';
import { useSession } from '../../app/session';
import { MessageList } from './message-list';

export function PostViews() {
  const session = useSession();
  return (
    <Views
      views={[
        { to: '/post/conversations', words: 'Conversations' },
        ...(session.may('do work') ? [{ to: '/post/arrivals', words: 'Arrivals' }] : []),
        { to: '/post', words: 'Written' },
        { to: '/post/going-out', words: 'Going out' },
        { to: '/papers', words: 'On paper' },
        ...(session.demo && session.may('grant clients') ? [{ to: '/post/room', words: 'Post room (stand-in)' }] : []),
      ]}
    />
  );
}

/** What the firm wrote to clients, the newest first. */
export function PostPage() {
  return (
    <Page title="Post" sum="What we wrote to clients, the newest first." tools={<PostViews />}>
      <MessageList of={{}} />
    </Page>
  );
}
