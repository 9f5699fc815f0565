import * as arrivalsRoutes from '@steady/contract/arrivals.routes';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { civil } from '@steady/core/calendar';
import { counted, plainDate } from '@steady/core/words';
import type { ArrivalView } from '@steady/contract/arrivals';
import { addressOf, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { useTitle } from '../../app/use-title';
import { MoreMenu } from '../../ui/more-menu';
import { Page, Trouble } from '../../ui/page';
import { dayOf, sizeInWords, waitedWords } from '../../ui/words';
import { ArrivalMargin } from './arrival-margin';
import { FileLeaf } from './file-leaf';
import { HandOnLeaf, RefuseLeaf } from './arrival-leaves';
import { ProspectLeaf } from './prospect-leaf';

type Open = 'file' | 'prospect' | 'refuse' | 'hand on' | null;

/** One arrival: what was left, who may have left it, and what is to become of it. */
export function ArrivalPage() {
  const { id = '' } = useParams();
  const { data, error } = useData(arrivalsRoutes.view, { id });
  useTitle(data?.name);
  if (error) return <Trouble error={error} />;
  return data ? <Arrival key={data.id} of={data} /> : null;
}

function Arrival({ of }: { of: ArrivalView }) {
  const session = useSession();
  const { act, busy } = useAct();
  const navigate = useNavigate();
  const [leaf, setLeaf] = useState<Open>(null);
  const { id, version, standing, message, isEmptied, sent, keptUntil } = of;
  const isOpen = standing === 'new' || standing === 'with somebody';
  const mine = of.holderId === session.memberId;
  const take = () => void act(() => send(arrivalsRoutes.take, { id }, { version, memberId: session.memberId }), 'You have it now. It stands on your Today.');
  // Whoever had it may not read it once it is given back.
  const giveBack = () =>
    void act(async () => {
      await send(arrivalsRoutes.take, { id }, { version });
      await navigate('/post/arrivals');
    }, 'It is there for all again.');
  const close = () => setLeaf(null);
  return (
    <Page
      above={
        <Link className="lnk" to="/post/arrivals">
          Arrivals
        </Link>
      }
      title={of.name}
      sum={<Sum of={of} />}
      tools={
        isOpen ? (
          <>
            <button className="act" disabled={busy} onClick={() => setLeaf('file')}>
              File with a client
            </button>
            {session.may('change clients') && (
              <button className="act-quiet" disabled={busy} onClick={() => setLeaf('prospect')}>
                Make a prospect
              </button>
            )}
            {!mine && (
              <button className="act-quiet" disabled={busy} onClick={take}>
                I take it
              </button>
            )}
            <MoreMenu
              of={of.name}
              acts={[
                { words: 'Give it to somebody', act: () => setLeaf('hand on') },
                ...(of.holderId === null ? [] : [{ words: 'Give it back to all', act: giveBack }]),
                { words: 'Refuse it', act: () => setLeaf('refuse') },
              ]}
            />
          </>
        ) : (
          standing === 'refused' &&
          !isEmptied && (
            <button
              className="act-quiet"
              disabled={busy}
              onClick={() => void act(() => send(arrivalsRoutes.takeBack, { id }, { version }), 'It waits again, and you have it.')}
            >
              Take back that it was refused
            </button>
          )
        )
      }
      margin={<ArrivalMargin of={of} />}
    >
      {isEmptied ? (
        <p className="text-soft">Its words and files were destroyed when their time was over.</p>
      ) : (
        <>
          <p className="sheet max-w-3xl px-4 py-3 whitespace-pre-line wrap-anywhere">{message}</p>
          <h2 className="mt-4">{sent.length === 0 ? 'No files came with it' : counted(sent.length, 'file')}</h2>
          <ul className="max-w-3xl">
            {sent.map((file) => (
              <li key={file.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1.5">
                <a className="lnk wrap-anywhere" href={addressOf(arrivalsRoutes.file, { id: file.id })}>
                  {file.name}
                </a>
                <span className="text-table text-soft">
                  {sizeInWords(file.bytes)}
                  {file.documentId && ', lies with the client'}
                </span>
              </li>
            ))}
          </ul>
          {sent.length > 0 && isOpen && <p className="mt-1 text-table text-soft">From somebody you may not know: open a file only where you expect one.</p>}
        </>
      )}
      {keptUntil && <p className="mt-3 text-soft">Its words and files are destroyed after {plainDate(civil(keptUntil))}.</p>}
      {leaf === 'file' && <FileLeaf of={of} onClose={close} />}
      {leaf === 'prospect' && <ProspectLeaf of={of} onClose={close} />}
      {leaf === 'refuse' && <RefuseLeaf of={of} onClose={close} />}
      {leaf === 'hand on' && <HandOnLeaf of={of} onClose={close} />}
    </Page>
  );
}

/** What is to be done, or what was. */
function Sum({ of }: { of: ArrivalView }) {
  const { day } = useSession();
  const { standing, holder, at, clientId, client, conversationId, decidedBy, decidedAt, reason } = of;
  if (standing === 'filed')
    return (
      <>
        {decidedBy} filed it with{' '}
        <Link className="lnk" to={`/clients/${clientId}`}>
          {client}
        </Link>
        , {plainDate(dayOf(decidedAt!))}.{' '}
        {conversationId && (
          <Link className="lnk" to={`/post/conversations/${conversationId}`}>
            Go to the conversation
          </Link>
        )}
      </>
    );
  if (standing === 'refused')
    return (
      <>
        {decidedBy} refused it, {plainDate(dayOf(decidedAt!))}: {reason}
      </>
    );
  return (
    <>
      Waits <span className="soon">{waitedWords(at, day)}</span>. {holder ? `${holder} has it.` : 'Nobody has it yet.'}
    </>
  );
}
