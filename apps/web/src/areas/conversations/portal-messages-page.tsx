import * as routes from '@steady/contract/conversations-portal.routes';
import * as portalRoutes from '@steady/contract/portal.routes';
import { type FormEvent, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { civil } from '@steady/core/calendar';
import type { PortalMe } from '@steady/contract/requests';
import { ProblemError, send, useData } from '../../app/api';
import { dropDraft, useDraft } from '../../ui/drafts';
import { momentInWords } from '../../ui/words';
import { PortalFrame } from '../portal';

/** What they and the firm write to each other, the latest first, and a new beginning. */
export const PortalMessagesPage = () => <PortalFrame title="Messages">{(me) => <Messages me={me} />}</PortalFrame>;

function Messages({ me }: { me: PortalMe }) {
  const { data } = useData(routes.list);
  const about = useSearchParams()[0].get('about') ?? '';
  const [writing, setWriting] = useState(about !== '');
  if (!data) return null;
  const several = new Set(data.map(({ client }) => client)).size > 1;
  return (
    <>
      <h1 className="mt-4 text-[22px]">Messages</h1>
      {data.length === 0 && !writing && <p className="mt-1">You and {me.firm} have not written to each other here yet.</p>}
      {writing ? (
        <Begin firm={me.firm} about={about} onClose={() => setWriting(false)} />
      ) : (
        <button className="act mt-3 min-h-11" onClick={() => setWriting(true)}>
          Write to {me.firm}
        </button>
      )}
      <ul className="mt-3">
        {data.map((one) => (
          <li key={one.id} className="border-b border-rule">
            <Link to={`/portal/messages/${one.id}`} className="flex min-h-11 flex-wrap items-center justify-between gap-x-4 py-1.5">
              <span className="min-w-0 wrap-anywhere">
                <b className={one.isNew ? '' : 'font-normal'}>{one.subject}</b>
                {one.isNew && <span className="font-semibold text-kelp"> new</span>}
                {several && <span className="text-soft">, {one.client}</span>}
              </span>
              <span className="text-[13.5px] text-soft">
                {one.lastBy}, {momentInWords(one.lastAt, civil(me.today))}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}

/** The first words of a conversation that they begin. */
function Begin({ firm, about, onClose }: { firm: string; about: string; onClose(): void }) {
  const navigate = useNavigate();
  const { data: you } = useData(portalRoutes.you);
  const [kept, setSubject] = useDraft('message subject');
  const [isTyped, setTyped] = useState(false);
  const subject = isTyped || kept !== '' ? kept : about;
  const [text, setText] = useDraft('message text');
  const [clientId, setClientId] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  if (!you) return null;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setProblem(null);
    try {
      const { id } = await send(routes.begin, {}, { clientId: clientId || (you.clients[0]?.id ?? ''), subject, text });
      dropDraft('message subject');
      dropDraft('message text');
      void navigate(`/portal/messages/${id}`);
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.words);
      setBusy(false);
    }
  };
  return (
    <form className="mt-3 border border-ink px-3.5 py-3" noValidate onSubmit={(event) => void submit(event)}>
      {you.clients.length > 1 && (
        <label className="mb-2 block">
          <span className="font-semibold">For</span>
          <select className="field min-h-11 text-base" value={clientId || you.clients[0]!.id} onChange={({ target }) => setClientId(target.value)}>
            {you.clients.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <label className="mb-2 block">
        <span className="font-semibold">What it is about</span>
        <input className="field min-h-11 text-base" value={subject} maxLength={160} onChange={({ target }) => (setTyped(true), setSubject(target.value))} />
      </label>
      <label className="block">
        <span className="font-semibold">What you write</span>
        <textarea className="field text-base" rows={5} value={text} onChange={({ target }) => setText(target.value)} />
      </label>
      <p className="mt-1 text-[13.5px] text-soft">
        Read by those of {firm} who work for {you.clients.length > 1 ? 'that client' : 'you'}. Files can be added after.
      </p>
      {problem && (
        <p role="alert" className="mt-2 border border-rust bg-rust-tint px-2 py-1 text-table">
          {problem}
        </p>
      )}
      <div className="mt-2 flex items-center gap-4">
        <button className="act min-h-11" disabled={busy}>
          Send
        </button>
        <button type="button" className="min-h-11" onClick={onClose}>
          <span className="lnk">Not now</span>
        </button>
      </div>
    </form>
  );
}
