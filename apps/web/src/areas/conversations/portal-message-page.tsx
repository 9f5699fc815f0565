import * as routes from '@steady/contract/conversations-portal.routes';
import { useEffect } from 'react';
import { useParams } from 'react-router';
import type { PortalMe } from '@steady/contract/requests';
import { addressOf, send, useData } from '../../app/api';
import { PortalFrame, sendFileTo } from '../portal';
import { Thread } from './thread';
import { WriteBox } from './write-box';

/** One conversation with the firm. */
export const PortalMessagePage = () => (
  <PortalFrame title="Message" back={{ to: '/portal/messages', words: 'All messages' }}>
    {(me) => <Message me={me} />}
  </PortalFrame>
);

function Message({ me }: { me: PortalMe }) {
  const { id = '' } = useParams();
  const { data: of, error } = useData(routes.view, { id });
  const isNew = (of?.isNew ?? false) && !me.looking && !me.readOnly;
  useEffect(() => {
    if (isNew) void send(routes.seen, { id }).catch(() => undefined);
  }, [id, isNew]);
  if (error) return <p className="mt-4">{error.words}</p>;
  if (!of) return null;
  return (
    <>
      <h1 className="mt-2 text-[22px]">{of.subject}</h1>
      <p className="text-[13.5px] text-soft">
        {of.client}
        {of.about && of.about !== of.subject && `, about ${of.about}`}
      </p>
      <Thread words={of.words} today={me.today} own="them" fileAt={(words) => addressOf(routes.file, { id: words })} />
      {of.isOver && <p className="text-[13.5px] text-soft">{me.firm} has ended this. Write, and it is open again.</p>}
      <WriteBox
        draft={`message ${id}`}
        label="What you write"
        act="Send"
        onSend={(text) => send(routes.say, { id }, { text })}
        onFile={sendFileTo({ to: 'conversation', of: id })}
      />
      <p className="mt-2 text-[13.5px] text-soft">{of.readBy}</p>
    </>
  );
}
