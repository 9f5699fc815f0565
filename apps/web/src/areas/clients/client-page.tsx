import type { ClientView } from '@steady/contract/clients';
import * as clientsRoutes from '@steady/contract/clients.routes';
import * as wholeFileRoutes from '@steady/contract/whole-file.routes';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { FORM_WORDS, WAY_WORDS } from '@steady/core/clients';
import { keepFile, useData } from '../../app/api';
import { useBrought } from '../../app/brought';
import { useKeys } from '../../app/keys';
import { useSession, useTeam } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { Page, Trouble, Views } from '../../ui/page';
import { dayInWords } from '../../ui/words';
import { ClientLeaf } from './client-leaf';
import { MergeLeaf } from './merge-leaf';
import { RelateLeaf } from './relate-leaf';
import { ClientMargin } from './client-margin';
import { ClientSum } from './client-sum';
import { MoreMenu } from '../../ui/more-menu';
import { ClientStatusLeaf } from './client-status-leaf';
import { ContactLeaf } from './contact-leaf';

const STATUS_ACTS = { prospect: 'Make it a client', active: 'End the engagement', former: 'Take on again' } as const;

/** What can be done most has a button of its own; the rest stands in the menu. */
const AT_HAND = 3;

export function ClientPage() {
  const { id = '', section = '' } = useParams();
  const session = useSession();
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const [leaf, setLeaf] = useState<'facts' | 'contact' | 'standing' | 'related' | 'merge' | null>(null);
  const { data: client, error } = useData(clientsRoutes.view, { id });
  const acts = useBrought('clientActs');
  const [doing, setDoing] = useState<(typeof acts)[number] | null>(null);
  const mayChange = session.may('change clients');
  const sections = useBrought('clientSections');
  const shown = sections.find((one) => one.path === section);
  useKeys([
    ...(mayChange ? [{ press: 'e', does: 'change the facts', act: () => setLeaf('facts') }] : []),
    ...sections.map((one, index) => ({
      press: String(index + 1),
      does: `go to ${one.words}`,
      act: () => void navigate(`/clients/${id}${one.path ? `/${one.path}` : ''}`, { preventScrollReset: true }),
    })),
  ]);
  if (error) return <Trouble error={error} />;
  if (!client) return null;
  const rare = [
    ...(client.mergedInto ? [] : acts.slice(AT_HAND).map((one) => ({ words: one.words, act: () => setDoing(one) }))),
    ...(mayChange
      ? [
          { words: 'Change the facts', act: () => setLeaf('facts') },
          { words: STATUS_ACTS[client.standing], act: () => setLeaf('standing') },
          ...(client.mergedInto ? [] : [{ words: 'Merge a duplicate into it', act: () => setLeaf('merge') }]),
        ]
      : []),
    { words: busy ? 'Preparing the file …' : 'Export the whole file (ZIP)', disabled: busy, act: () => void act(() => keepFile(wholeFileRoutes.zip, { id })) },
  ];
  return (
    <Page
      above={[
        FORM_WORDS[client.legalForm],
        client.trade,
        client.standing === 'active' ? `client since ${client.since.slice(0, 4)}` : client.standing,
        WAY_WORDS[client.way],
      ]
        .filter(Boolean)
        .join(' · ')}
      title={client.name}
      sum={<ClientSum client={client} />}
      tools={
        <>
          <Views
            views={sections.map((one) => ({
              to: `/clients/${id}${one.path ? `/${one.path}` : ''}`,
              words: one.Words ? <one.Words client={client} /> : one.words,
            }))}
          />
          <WhoMay right="change clients" act="Facts and services of clients are changed" />
          <span className="ml-auto flex gap-3">
            {!client.mergedInto &&
              acts.slice(0, AT_HAND).map((one, index) => (
                <button key={one.words} className={index === 0 ? 'act' : 'act-quiet'} onClick={() => setDoing(one)}>
                  {one.words}
                </button>
              ))}
            <MoreMenu of={client.name} acts={rare} />
          </span>
        </>
      }
      margin={<ClientMargin client={client} onOpen={setLeaf} />}
    >
      <AtOnce client={client} />
      {shown && <shown.Body client={client} />}
      <ClientLeaf open={leaf === 'facts'} client={client} onClose={() => setLeaf(null)} onSaved={() => setLeaf(null)} />
      {leaf === 'standing' && <ClientStatusLeaf client={client} onClose={() => setLeaf(null)} />}
      {leaf === 'related' && <RelateLeaf client={client} onClose={() => setLeaf(null)} />}
      {leaf === 'merge' && <MergeLeaf client={client} onClose={() => setLeaf(null)} />}
      {doing && <doing.Opens client={client} onClose={() => setDoing(null)} />}
      {leaf === 'contact' && <ContactLeaf clientId={id} onClose={() => setLeaf(null)} />}
    </Page>
  );
}

/** What is to be seen at once: what became of the client, pinned notes, and phone notes that nobody took yet. */
function AtOnce({ client }: { client: ClientView }) {
  const session = useSession();
  const { nameOf } = useTeam();
  const atOnce = client.notes.filter((note) => note.pinned || (note.kind === 'phone' && note.doneAt === null));
  return (
    <>
      {client.mergedInto && (
        <p className="mb-3 border border-[#eadbb5] bg-ochre-tint px-2.5 py-1.5 text-table">
          This record is one with{' '}
          <Link className="lnk" to={`/clients/${client.mergedInto.id}`}>
            {client.mergedInto.name}
          </Link>
          . Everything that belonged to it is there.
        </p>
      )}
      {client.standing === 'former' && !client.mergedInto && (
        <p className="mb-3 border border-rule bg-page px-2.5 py-1.5 text-table">
          <b>Former client</b>
          {client.endedOn && ` since ${dayInWords(client.endedOn, session.day)}`}
          {client.endReason && `: ${client.endReason}`}
        </p>
      )}
      {atOnce.map((note) => (
        <p key={note.id} className="mb-3 border border-[#eadbb5] bg-ochre-tint px-2.5 py-1.5 text-table">
          <b>{note.kind === 'phone' ? `Phone note for ${nameOf(note.forId)}` : 'Note'}</b> {note.text}
        </p>
      ))}
    </>
  );
}
