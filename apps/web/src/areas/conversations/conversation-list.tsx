import * as conversationsRoutes from '@steady/contract/conversations.routes';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { ConversationLine, ConversationsAsked } from '@steady/contract/conversations';
import { afterLast, usePages } from '../../app/pages';
import { useSession } from '../../app/session';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { Trouble } from '../../ui/page';
import { ShowMore } from '../../ui/show-more';
import { momentInWords, waitedWords } from '../../ui/words';

/** Where a conversation stands: who waits since when, that it is over, or that nobody waits. */
function Stands({ of }: { of: ConversationLine }) {
  const { day } = useSession();
  if (of.waitingSince) return <span className="soon">waits for us {waitedWords(of.waitingSince, day)}</span>;
  return <span className="text-soft">{of.closedAt ? 'over' : 'with the client'}</span>;
}

/** Conversations to choose from, of all clients or of one. */
export function ConversationList({ of, empty }: { of: Partial<ConversationsAsked>; empty: ReactNode }) {
  const { day } = useSession();
  const found = usePages(conversationsRoutes.list, of, afterLast);
  if (found.error) return <Trouble error={found.error} />;
  if (!found.pages) return null;
  const ofClient: Column<ConversationLine>[] = [{ key: 'client', head: 'Client', cell: (row) => row.client, sort: (row) => row.client }];
  return (
    <>
      <LedgerTable
        label="Conversations"
        rows={found.pages.flat()}
        keyOf={(row) => row.id}
        columns={[
          {
            key: 'subject',
            head: 'About',
            cell: (row) => (
              <>
                <Link className={`lnk ${row.isNew ? 'font-bold' : 'font-semibold'}`} to={`/post/conversations/${row.id}`}>
                  {row.subject}
                </Link>
                {row.isNew && <span className="ml-1.5 text-fine font-semibold text-kelp">new</span>}
                {row.isPrivate && <span className="ml-1.5 text-fine text-soft">private</span>}
                {row.job && !of.job && <span className="block text-fine text-soft">{row.job}</span>}
              </>
            ),
          },
          ...(of.client || of.job ? [] : ofClient),
          { key: 'with', head: 'With', cell: (row) => row.contacts.join(', '), wide: true },
          { key: 'stands', head: 'Status', cell: (row) => <Stands of={row} />, sort: (row) => row.waitingSince ?? '' },
          { key: 'holder', head: 'Answers', cell: (row) => row.holder, sort: (row) => row.holder, wide: true },
          {
            key: 'last',
            head: 'Last written',
            cell: (row) => (
              <span className="whitespace-nowrap">
                {momentInWords(row.lastAt, day)}
                <span className="block text-fine text-soft">{row.lastBy}</span>
              </span>
            ),
            sort: (row) => row.lastAt,
          },
        ]}
        empty={empty}
      />
      <ShowMore of={found} />
    </>
  );
}
