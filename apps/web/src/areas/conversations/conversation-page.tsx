import * as conversationsRoutes from '@steady/contract/conversations.routes';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { civil } from '@steady/core/calendar';
import { plainDate } from '@steady/core/words';
import type { ConversationView, WordsSaid } from '@steady/contract/conversations';
import { addressOf, send, upload, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { useTitle } from '../../app/use-title';
import { MoreMenu } from '../../ui/more-menu';
import { Note, Page, Trouble } from '../../ui/page';
import { dayOf, momentInWords, waitedWords } from '../../ui/words';
import { HandOverLeaf, PeopleLeaf } from './people-leaf';
import { Thread } from './thread';
import { WriteBox } from './write-box';

/** One conversation: what was written, who waits, who reads it, and the next words. */
export function ConversationPage() {
  const { id = '' } = useParams();
  const { data, error } = useData(conversationsRoutes.view, { id });
  useTitle(data?.subject);
  if (error) return <Trouble error={error} />;
  return data ? <Conversation key={data.id} of={data} /> : null;
}

function Conversation({ of }: { of: ConversationView }) {
  const session = useSession();
  const { act, busy } = useAct();
  const [leaf, setLeaf] = useState<'people' | 'hand over' | null>(null);
  const { id, waitingSince, closedAt } = of;
  const mayWork = session.may('do work');
  useEffect(() => {
    if (of.isNew) void send(conversationsRoutes.seen, { id }).catch(() => undefined);
  }, [id, of.isNew]);
  const end = closedAt
    ? { words: 'Open it again', act: () => void act(() => send(conversationsRoutes.openAgain, { id }), 'It is open again.') }
    : { words: 'End it: nobody waits', act: () => void act(() => send(conversationsRoutes.end, { id }), 'It is over. Words of either side open it again.') };
  return (
    <Page
      above={
        <>
          <Link className="lnk" to={`/clients/${of.clientId}/conversations`}>
            {of.client}
          </Link>
          {of.jobId && (
            <>
              {', '}
              <Link className="lnk" to={`/jobs/${of.jobId}/conversations`}>
                {of.job}
              </Link>
            </>
          )}
        </>
      }
      title={
        <>
          {of.subject}
          {of.isPrivate && <span className="ml-2 align-middle text-table font-normal text-soft">private</span>}
        </>
      }
      sum={<Sum of={of} />}
      tools={
        mayWork && (
          <>
            <button className="act-quiet" disabled={busy} onClick={() => setLeaf('hand over')}>
              Hand over
            </button>
            <MoreMenu of={of.subject} acts={[{ words: 'Change who is named', act: () => setLeaf('people') }, end]} />
          </>
        )
      }
      margin={<Margin of={of} />}
    >
      <Thread
        words={of.words}
        today={session.today}
        own="us"
        fileAt={(words) => addressOf(conversationsRoutes.file, { id: words })}
        beside={(words) => mayWork && <FileIn of={words} clientId={of.clientId} />}
      />
      {mayWork && (
        <WriteBox
          draft={`conversation ${id}`}
          label={waitingSince ? 'Your answer' : 'What you write'}
          act={waitingSince ? 'Answer' : 'Send'}
          onSend={(text) => send(conversationsRoutes.say, { id }, { text })}
          onFile={(file) => upload(conversationsRoutes.addFile, { id }, file)}
        />
      )}
      {leaf === 'people' && <PeopleLeaf of={of} onClose={() => setLeaf(null)} />}
      {leaf === 'hand over' && <HandOverLeaf of={of} onClose={() => setLeaf(null)} />}
    </Page>
  );
}

/** Whose turn it is, in a sentence. */
function Sum({ of: { waitingSince, closedAt, holder, holderAwayUntil, lastBy } }: { of: ConversationView }) {
  const { day } = useSession();
  if (closedAt) return <>Over since {plainDate(dayOf(closedAt))}. Words of either side open it again.</>;
  if (!waitingSince) return <>{lastBy} wrote last; nobody waits for us.</>;
  return (
    <>
      <span className="soon">Waits for an answer {waitedWords(waitingSince, day)}.</span> {holder} answers
      {holderAwayUntil && `, who is away until ${plainDate(civil(holderAwayUntil))}`}.
    </>
  );
}

function Margin({ of: { people, readBy, holderId, about, askId, jobId, documentId, openedAt, openedBy } }: { of: ConversationView }) {
  const { day } = useSession();
  return (
    <>
      <Note title="Who reads it">
        <p>{readBy}</p>
      </Note>
      <Note title="Of the client">
        <ul>
          {people.contacts.map((one) => (
            <li key={one.id}>
              <Link className="lnk" to={`/contacts/${one.id}`}>
                {one.name}
              </Link>
              <span className="block text-fine text-soft">
                {one.readUntil ? `last looked ${momentInWords(one.readUntil, day)}` : 'has not looked yet'}
                {one.untold && `; ${one.untold}, is not written to`}
              </span>
            </li>
          ))}
        </ul>
      </Note>
      <Note title="Of us">
        <ul>
          {people.members.map((one) => (
            <li key={one.id}>
              {one.name}
              {one.id === holderId && <span className="text-soft">, answers</span>}
            </li>
          ))}
        </ul>
      </Note>
      {about && (
        <Note title="About">
          {documentId ? (
            <Link className="lnk" to={`/documents?open=${documentId}`}>
              {about}
            </Link>
          ) : askId && jobId ? (
            <Link className="lnk" to={`/jobs/${jobId}/requests`}>
              {about}
            </Link>
          ) : (
            about
          )}
        </Note>
      )}
      <p className="text-fine text-soft">
        Opened by {openedBy}, {momentInWords(openedAt, day)}
      </p>
    </>
  );
}

/** The way to a file that lies with the client, or the putting of one there that does not. */
function FileIn({ of, clientId }: { of: WordsSaid; clientId: string }) {
  const { act, busy } = useAct();
  if (of.file!.documentId !== null)
    return (
      <Link className="lnk text-table text-soft" to={`/clients/${clientId}/documents`}>
        with the client’s documents
      </Link>
    );
  return (
    <button
      className="lnk text-table"
      disabled={busy}
      onClick={() =>
        void act(() => send(conversationsRoutes.fileIn, { id: of.id }, {}), `${of.file!.name} lies with the client now: whoever sees the client reads it.`)
      }
    >
      File it with the client
    </button>
  );
}
