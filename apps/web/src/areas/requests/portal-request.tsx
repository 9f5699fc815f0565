import * as requestsPortalRoutes from '@steady/contract/requests-portal.routes';
import { useState } from 'react';
import { civil } from '@steady/core/calendar';
import { fullDate, shortDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import type { RequestItemView, RequestPart } from '@steady/contract/requests';
import { ProblemError, send, upload } from '../../app/api';
import { FileInput } from '../../ui/file-input';
import { dayOf } from '../../ui/words';

const isWanted = (item: RequestItemView) => item.state === 'asked' || item.state === 'sent back';

/** What is asked for, one by one, each to be sent, asked about or said not to apply. */
export function PortalRequest({ ask }: { ask: PortalAsk<RequestPart> }) {
  const { items } = ask.part;
  return (
    <section className="mt-5" aria-label={ask.title}>
      <p className="text-table text-soft">{ask.client}</p>
      <h1 className="text-[22px]">{ask.title}</h1>
      <p className="mt-1 text-[15px]">
        <StillWanted items={items} by={ask.wantedBy} /> {ask.askedBy} asked on {shortDate(dayOf(ask.askedAt))}.
      </p>
      <ol className="mt-4">
        {items.map((item) => (
          <Item key={item.id} item={item} />
        ))}
      </ol>
    </section>
  );
}

/** What of it is in, and what is to be sent by when. */
function StillWanted({ items, by }: { items: RequestItemView[]; by: string }) {
  const all = items.length;
  const wanted = items.filter(isWanted).length;
  const back = items.filter((item) => item.state === 'sent back').length;
  if (wanted === 0) return 'Everything has come in. We look at it and come back to you if something is missing.';
  const day = <b>{fullDate(civil(by))}</b>;
  if (wanted < all) {
    const rest = back < wanted ? 'rest' : back === 1 ? 'one that came back' : `${back} that came back`;
    return (
      <>
        {all - wanted} of {all} {all - wanted === 1 ? 'is' : 'are'} in. Please send the {rest} by {day}.
      </>
    );
  }
  if (all === 1)
    return (
      <>
        {back === 1 && 'It came back, with what is missing. '}Please send it {back === 1 && 'again '}by {day}.
      </>
    );
  return (
    <>
      Please send these {all} things by {day}
      {back > 0 && `; ${back} of them came back, with what is missing`}.
    </>
  );
}

/** A request that is over: what came of it. */
export function PortalRequestRest({ ask }: { ask: PortalAsk<RequestPart> }) {
  return (
    <>
      {ask.title} {ask.stands === 'done' ? <span className="good">all in, thank you</span> : <span className="text-soft">not needed any more</span>}
    </>
  );
}

function Item({ item }: { item: RequestItemView }) {
  const [writing, setWriting] = useState<'question' | 'does-not-apply' | null>(null);
  const [words, setWords] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const wanted = isWanted(item);
  const act = async (what: () => Promise<unknown>) => {
    setBusy(true);
    setProblem(null);
    try {
      await what();
      setWriting(null);
      setWords('');
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.problem.errors?.[0]?.message ?? caught.message);
    } finally {
      setBusy(false);
    }
  };
  const choose = (files: File[]) =>
    void act(async () => {
      for (const file of files) await upload(requestsPortalRoutes.upload, { id: item.id }, file);
    });
  return (
    <li className={`mb-2.5 border bg-page px-3.5 py-3 ${wanted ? 'border-ink' : 'border-rule'}`}>
      <b>{item.name}</b>
      {item.description && wanted && <p className="text-[13.5px] text-soft">{item.description}</p>}
      {item.answers.map((answer) => (
        <p key={answer.id} className="text-[13.5px] text-soft">
          {answer.kind === 'file'
            ? `${answer.documentName}, sent ${shortDate(dayOf(answer.at))}`
            : answer.kind === 'question'
              ? `You asked: “${answer.text}”`
              : answer.kind === 'reply'
                ? `${answer.by} replied: “${answer.text}”`
                : `You said it does not apply: “${answer.text}”`}
        </p>
      ))}
      {item.state === 'accepted' && <p className="good text-[13.5px]">Accepted, thank you.</p>}
      {(item.state === 'answered' || item.state === 'does not apply') && <p className="text-[13.5px]">Received. We will look at it.</p>}
      {item.state === 'sent back' && <p className="text-[13.5px] text-rust">Sent back: {item.sentBackReason}</p>}
      {problem && (
        <p role="alert" className="mt-2 border border-rust bg-rust-tint px-2 py-1 text-table">
          {problem}
        </p>
      )}
      {item.state !== 'accepted' && !writing && (
        <>
          <label className="my-2 block cursor-pointer border border-dashed border-kelp bg-kelp-tint p-4 text-center font-semibold text-kelp focus-within:outline-2 focus-within:outline-kelp">
            {busy ? 'Sending …' : 'Take a picture or choose files'}
            <FileInput multiple disabled={busy} label={`Files for ${item.name}`} onFiles={choose} />
          </label>
          <p className="flex gap-4">
            {wanted && (
              <button className="lnk" onClick={() => setWriting('does-not-apply')}>
                Does not apply
              </button>
            )}
            <button className="lnk" onClick={() => setWriting('question')}>
              Ask a question
            </button>
          </p>
        </>
      )}
      {writing && (
        <form
          className="mt-2"
          onSubmit={(event) => {
            event.preventDefault();
            void act(() => send(writing === 'question' ? requestsPortalRoutes.ask : requestsPortalRoutes.doesNotApply, { id: item.id }, { text: words }));
          }}
        >
          <label className="block text-table font-semibold">
            {writing === 'question' ? 'Your question' : 'Why it does not apply'}
            <textarea autoFocus rows={2} className="field mt-0.5 font-normal" value={words} onChange={(event) => setWords(event.target.value)} />
          </label>
          <p className="mt-2 flex gap-3">
            <button className="act" disabled={busy}>
              Send
            </button>
            <button type="button" className="act-quiet" onClick={() => setWriting(null)}>
              Cancel
            </button>
          </p>
        </form>
      )}
    </li>
  );
}
