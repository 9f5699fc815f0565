import * as requestsPortalRoutes from '@steady/contract/requests-portal.routes';
import { useState } from 'react';
import { cameInWords } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { fullDate, shortDate } from '@steady/core/words';
import type { AnswerView, RequestItemView } from '@steady/contract/requests';
import { ProblemError, addressOf, send } from '../../app/api';
import { FileInput } from '../../ui/file-input';
import { FilesSaid, useSendingFiles } from '../../ui/sending-files';
import { dayOf } from '../../ui/words';
import { dropDraft, useDraft } from '../../ui/drafts';
import { sendFileTo } from '../portal';

/** What can be written in place of sending a file. */
const WRITTEN = {
  words: { link: 'Write the answer', label: 'Your answer', route: requestsPortalRoutes.words },
  elsewhere: { link: 'It is somewhere else', label: 'Where it is: an address on the web, or a few words', route: requestsPortalRoutes.elsewhere },
  'does not apply': { link: 'Does not apply', label: 'Why it does not apply', route: requestsPortalRoutes.doesNotApply },
  question: { link: 'Ask a question', label: 'Your question', route: requestsPortalRoutes.ask },
} as const;
type Written = keyof typeof WRITTEN;

/** One thing that is asked for: sent, answered in words, said to be elsewhere or not to apply, asked about; and taken back until somebody has looked. */
export function PortalItem({
  item,
  wantedBy,
  isOpen = true,
}: {
  item: RequestItemView;
  wantedBy: string;
  /** Not over: something can still be sent. */ isOpen?: boolean;
}) {
  const [writing, setWriting] = useState<Written | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const wanted = isOpen && (item.state === 'asked' || item.state === 'sent back');
  const act = async (what: () => Promise<unknown>) => {
    setBusy(true);
    setProblem(null);
    try {
      await what();
      if (writing) dropDraft(`${item.id} ${writing}`);
      setWriting(null);
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.words);
    } finally {
      setBusy(false);
    }
  };
  const files = useSendingFiles();
  const choose = (chosen: File[]) => void files.send(chosen, sendFileTo({ to: 'item', of: item.id }));
  return (
    <li className={`mb-2.5 border bg-page px-3.5 py-3 ${wanted ? 'border-ink' : 'border-rule'}`}>
      <b>{item.name}</b>
      {item.period && `, ${item.period}`}
      {wanted && <Terms of={item} wantedBy={wantedBy} />}
      {item.answers.map((answer) => (
        <Answer key={answer.id} of={answer} busy={busy} onTakeBack={() => void act(() => send(requestsPortalRoutes.takeBack, { id: answer.id }))} />
      ))}
      {item.state === 'from elsewhere' && <p className="text-[13.5px]">Nothing to send: we get it from elsewhere.</p>}
      {item.state === 'accepted' && <p className="good text-[13.5px]">Accepted, thank you.</p>}
      {(item.state === 'answered' || item.state === 'does not apply') && <p className="text-[13.5px]">Received. We will look at it.</p>}
      {item.state === 'sent back' && <p className="text-[13.5px] text-rust">Sent back: {item.sentBackReason}</p>}
      {problem && (
        <p role="alert" className="mt-2 border border-rust bg-rust-tint px-2 py-1 text-table">
          {problem}
        </p>
      )}
      <FilesSaid of={files} />
      {isOpen && item.state !== 'accepted' && item.state !== 'from elsewhere' && !writing && (
        <>
          <label className="my-2 block cursor-pointer border border-dashed border-kelp bg-kelp-tint p-4 text-center font-semibold text-kelp focus-within:outline-2 focus-within:outline-kelp">
            {files.busy ? 'Sending …' : 'Take a picture or choose files'}
            <FileInput multiple disabled={busy || files.busy} label={`Files for ${item.name}`} onFiles={choose} />
          </label>
          <p className="flex flex-wrap gap-x-4 gap-y-1">
            {(Object.keys(WRITTEN) as Written[])
              .filter((kind) => wanted || kind === 'question')
              .map((kind) => (
                <button key={kind} className="max-sm:min-h-11" onClick={() => setWriting(kind)}>
                  <span className="lnk">{WRITTEN[kind].link}</span>
                </button>
              ))}
          </p>
        </>
      )}
      {writing && (
        <Writing
          draft={`${item.id} ${writing}`}
          kind={writing}
          busy={busy}
          onSend={(text) => void act(() => send(WRITTEN[writing].route, { id: item.id }, { text }))}
          onClose={() => {
            setWriting(null);
            setProblem(null);
          }}
        />
      )}
    </li>
  );
}

/** What exactly is meant, by when, and where else it may be put. */
function Terms({ of, wantedBy }: { of: RequestItemView; wantedBy: string }) {
  return (
    <div className="text-[13.5px] text-soft">
      {of.description && <p>{of.description}</p>}
      {of.wantedBy && of.wantedBy !== wantedBy && (
        <p>
          This one by <b>{fullDate(civil(of.wantedBy))}</b>
        </p>
      )}
      {(of.exampleId !== null || of.link !== null) && (
        <p className="flex flex-wrap gap-x-4">
          {of.exampleId !== null && (
            <a className="lnk" href={addressOf(requestsPortalRoutes.example, { id: of.id })}>
              See an example
            </a>
          )}
          {of.link !== null && (
            <a className="lnk wrap-anywhere" href={of.link} target="_blank" rel="noreferrer noopener">
              You may also put it here
            </a>
          )}
        </p>
      )}
    </div>
  );
}

const saidOf = ({ kind, documentName, text, way, place, by, at }: AnswerView): string => {
  if (text === null && kind !== 'file' && kind !== 'in hand') return `Written ${shortDate(dayOf(at))}; its words were destroyed when their time was over`;
  if (kind === 'file') return `${documentName}, sent ${shortDate(dayOf(at))}`;
  if (kind === 'in hand') return `Came ${cameInWords({ kind, file: null, text: null, way, place })}, ${shortDate(dayOf(at))}`;
  if (kind === 'reply') return `${by} replied: “${text}”`;
  const said = { question: 'You asked', words: 'You answered', elsewhere: 'You said where it is', 'does not apply': 'You said it does not apply' }[kind];
  return `${said}: “${text}”`;
};

function Answer({ of, busy, onTakeBack }: { of: AnswerView; busy: boolean; onTakeBack(): void }) {
  return (
    <p className={`text-[13.5px] text-soft wrap-anywhere ${of.takenBackAt ? 'line-through' : ''}`}>
      {saidOf(of)}
      {of.takenBackAt && ', taken back'}
      {of.mayTakeBack && (
        <>
          {' '}
          <button className="max-sm:min-h-11" disabled={busy} onClick={onTakeBack}>
            <span className="lnk">Take it back</span>
          </button>
        </>
      )}
    </p>
  );
}

interface WritingProps {
  /** Under which what is typed is kept. */
  draft: string;
  kind: Written;
  busy: boolean;
  onSend(text: string): void;
  onClose(): void;
}

function Writing({ draft, kind, busy, onSend, onClose }: WritingProps) {
  const [words, setWords] = useDraft(draft);
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        onSend(words);
      }}
    >
      <label className="block text-table font-semibold">
        {WRITTEN[kind].label}
        <textarea autoFocus rows={2} className="field mt-0.5 font-normal" value={words} onChange={(event) => setWords(event.target.value)} />
      </label>
      <p className="mt-2 flex gap-3">
        <button className="act" disabled={busy}>
          Send
        </button>
        <button type="button" className="act-quiet" onClick={onClose}>
          Cancel
        </button>
      </p>
    </form>
  );
}
