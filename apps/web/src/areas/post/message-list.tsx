import { ShowMore } from '../../ui/show-more';
import { afterLast, usePages } from '../../app/pages';
import * as postRoutes from '@steady/contract/post.routes';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import type { SentMessage } from '@steady/contract/post';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Leaf } from '../../ui/leaf';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { counted } from '@steady/core/words';
import { momentInWords } from '../../ui/words';
import { Worked } from '../../ui/workings';

const TONE: Record<SentMessage['status'], string> = { waiting: 'text-soft', sent: 'good', failed: 'late', withdrawn: 'text-soft' };

/** What was written: of one client, one job, or (with nothing in `of`) the whole firm. */
export function MessageList({ of }: { of: { client?: string; job?: string } }) {
  const found = usePages(postRoutes.sent, of, afterLast);
  if (!found.pages) return null;
  return (
    <>
      <MessageTable
        label="Messages"
        messages={found.pages.flat()}
        withClient={of.client === undefined}
        empty="No messages yet. Requests and bills that go out from a job are listed here."
      />
      <ShowMore of={found} />
    </>
  );
}

/** Where a message stands: gone, or when it goes, or why it could not. */
function Stands({ of }: { of: SentMessage }) {
  const { day } = useSession();
  return (
    <span className={TONE[of.status]}>
      {of.status === 'waiting' && of.goesOutAt && of.workings ? <Worked by={of.workings}>goes out {momentInWords(of.goesOutAt, day)}</Worked> : of.status}
      {of.goesWith > 0 && (
        <span className="block text-fine text-soft">
          {of.status === 'sent' ? 'went' : 'goes'} as one with {counted(of.goesWith, 'other message', 'other messages')}
        </span>
      )}
      {of.held && <span className="block text-fine text-soft">{of.held}</span>}
      {of.trouble && of.status !== 'sent' && <span className="block text-fine text-rust">{of.trouble}</span>}
    </span>
  );
}

/** Messages to read, each with what can still be done about it. */
export function MessageTable({
  label,
  messages,
  withClient,
  group,
  empty,
}: {
  label: string;
  messages: SentMessage[];
  withClient: boolean;
  group?: (message: SentMessage) => string;
  empty: ReactNode;
}) {
  const { day } = useSession();
  const [picked, setPicked] = useState<string | null>(null);
  const reading = messages.find((message) => message.id === picked);
  const ofClient: Column<SentMessage>[] = [{ key: 'client', head: 'Client', cell: (row) => row.client, sort: (row) => row.client, wide: true }];
  return (
    <>
      <LedgerTable
        label={label}
        rows={messages}
        keyOf={(row) => row.id}
        columns={[
          { key: 'at', head: 'Written', cell: (row) => <span className="whitespace-nowrap">{momentInWords(row.at, day)}</span>, sort: (row) => row.at },
          { key: 'to', head: 'To', cell: (row) => row.to, sort: (row) => row.to },
          ...(withClient ? ofClient : []),
          {
            key: 'subject',
            head: 'About',
            cell: (row) => (
              <button className="lnk text-left font-semibold" onClick={() => setPicked(row.id)}>
                {row.subject}
              </button>
            ),
          },
          { key: 'by', head: 'By', cell: (row) => row.by, wide: true },
          { key: 'status', head: 'Status', cell: (row) => <Stands of={row} />, sort: (row) => row.goesOutAt ?? row.status },
        ]}
        group={group}
        empty={empty}
      />
      {reading && <MessageLeaf message={reading} onClose={() => setPicked(null)} />}
    </>
  );
}

function MessageLeaf({ message, onClose }: { message: SentMessage; onClose(): void }) {
  const session = useSession();
  const { act, busy } = useAct();
  const mayWork = session.may('do work');
  const waits = message.status === 'waiting' || message.status === 'failed';
  const does = (words: string, route: typeof postRoutes.again | typeof postRoutes.withdraw, done: string) => (
    <button type="button" className="lnk text-table" disabled={busy} onClick={() => void act(() => send(route, { id: message.id }), done)}>
      {words}
    </button>
  );
  return (
    <Leaf
      open
      broad
      title={message.subject}
      onClose={onClose}
      beside={
        waits &&
        mayWork && (
          <span className="ml-auto flex gap-4">
            {does(message.status === 'failed' ? 'Try again' : 'Send it now', postRoutes.again, 'It goes out now.')}
            {does('Cancel sending', postRoutes.withdraw, 'Cancelled: it is not sent.')}
          </span>
        )
      }
    >
      <p className="mb-3 text-table text-soft">
        To {message.to}, {message.address}, written {momentInWords(message.at, session.day)} by {message.by}; <Stands of={message} />
      </p>
      <p className="whitespace-pre-line wrap-anywhere">{message.body}</p>
      {message.clientId && mayWork && (
        <p className="mt-4 flex gap-4 text-table">
          {message.jobId && (
            <Link className="lnk" to={`/jobs/${message.jobId}`}>
              Its job
            </Link>
          )}
          <Link className="lnk" to={`/jobs?${new URLSearchParams({ new: message.clientId, called: message.subject }).toString()}`}>
            Begin a job from it
          </Link>
        </p>
      )}
    </Leaf>
  );
}
