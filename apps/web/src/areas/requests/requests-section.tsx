import * as documentsRoutes from '@steady/contract/documents.routes';
import * as requestsRoutes from '@steady/contract/requests.routes';
import { type ReactNode, useState } from 'react';
import type { JobView } from '@steady/contract/jobs';
import { type AnswerView, ClientWords, type RequestItemView, type RequestView, SendBack } from '@steady/contract/requests';
import { send, addressOf } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { LongTextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { Moon } from '../../ui/moon';
import { Empty } from '../../ui/page';
import { useSay } from '../../ui/toasts';
import { dayInWords, momentInWords } from '../../ui/words';
import { SignatureLeaf } from '../signatures/signature-leaf';
import { SignaturesSection } from '../signatures/signatures-section';
import { RequestLeaf } from './request-leaf';

export type Writing = { item: RequestItemView; what: 'send back' | 'reply' };

/** Requests of a job: what was asked, what came, and what we say to it. */
export function RequestsSection({ job }: { job: JobView }) {
  const session = useSession();
  const [asking, setAsking] = useState(false);
  const [giving, setGiving] = useState(false);
  const [writing, setWriting] = useState<Writing | null>(null);
  const mayAsk = session.may('do work') && job.status === 'open';
  return (
    <>
      {mayAsk && (
        <p className="mb-3 flex flex-wrap gap-2">
          <button className="act" onClick={() => setAsking(true)}>
            Ask the client
          </button>
          <button className="act-quiet" onClick={() => setGiving(true)}>
            Give for signature
          </button>
        </p>
      )}
      <SignaturesSection job={job} />
      {job.requests.length === 0 && (
        <Empty>Nothing was asked yet. “Ask the client” proposes what the procedure wants in this phase, and shows what goes to whom before it goes.</Empty>
      )}
      {job.requests.map((request) => (
        <Request key={request.id} request={request} onWrite={setWriting} />
      ))}
      {giving && <SignatureLeaf job={job} onClose={() => setGiving(false)} />}
      {asking && <RequestLeaf job={job} onClose={() => setAsking(false)} />}
      {writing && <WordsLeaf writing={writing} onClose={() => setWriting(null)} />}
    </>
  );
}

/** One request with its items, and what can be said to each. */
export function Request({ request, onWrite, of }: { request: RequestView; onWrite(writing: Writing): void; of?: ReactNode }) {
  const { day } = useSession();
  const accepted = request.items.filter((item) => item.state === 'accepted').length;
  return (
    <section className="sheet mb-4" aria-label={request.title}>
      <header className="flex flex-wrap items-baseline gap-x-3 border-b border-rule px-3 pt-[9px] pb-[5px]">
        <h2>
          <Moon done={accepted} of={request.items.length} />
          {request.title}
        </h2>
        <span className="text-table text-soft">
          {accepted} of {request.items.length} in{of && <>, {of}</>}
        </span>
        <span className="ml-auto text-table text-soft">
          {request.sentBy} asked on {momentInWords(request.sentAt, day)}; wanted by {dayInWords(request.dueOn, day)}
        </span>
      </header>
      {request.items.map((item) => (
        <Item key={item.id} item={item} onWrite={onWrite} />
      ))}
    </section>
  );
}

const STATE_TONE: Record<RequestItemView['state'], string> = {
  asked: 'text-soft',
  answered: 'soon',
  accepted: 'good',
  'sent back': 'late',
  'does not apply': 'soon',
};

function Item({ item, onWrite }: { item: RequestItemView; onWrite(writing: Writing): void }) {
  const session = useSession();
  const { act } = useAct();
  const mayReview = session.may('do work') && item.state !== 'accepted';
  const question = item.answers.at(-1)?.kind === 'question';
  const accept = () => act(() => send(requestsRoutes.accept, { id: item.id }), `Accepted ${item.name}.`);
  return (
    <div className="grid grid-cols-[1fr_auto] gap-x-4 border-b border-rule-soft px-3 py-2.5 last:border-0">
      <div className="min-w-0">
        <p>
          <span className="font-semibold">{item.name}</span>{' '}
          <span className={`text-table ${STATE_TONE[item.state]}`}>{question && item.state === 'asked' ? 'asked, with a question for us' : item.state}</span>
        </p>
        {item.description && <p className="text-table text-soft">{item.description}</p>}
        {item.answers.map((answer) => (
          <Answer key={answer.id} answer={answer} />
        ))}
        {item.sentBackReason && item.state === 'sent back' && <p className="mt-1 text-table text-rust">Sent back: “{item.sentBackReason}”</p>}
      </div>
      {mayReview && (
        <div className="flex flex-wrap items-start justify-end gap-2">
          {question && (
            <button className="act-quiet" onClick={() => onWrite({ item, what: 'reply' })}>
              Reply
            </button>
          )}
          <button className="act-quiet" onClick={() => onWrite({ item, what: 'send back' })}>
            Send back
          </button>
          <button className="act-quiet" onClick={() => void accept()}>
            {item.state === 'asked' || item.state === 'sent back' ? 'Received otherwise' : 'Accept'}
          </button>
        </div>
      )}
    </div>
  );
}

function Answer({ answer }: { answer: AnswerView }) {
  const { day } = useSession();
  const when = `${answer.by}, ${momentInWords(answer.at, day)}`;
  return (
    <p className="mt-1 text-table">
      {answer.documentId ? (
        <a className="lnk" href={addressOf(documentsRoutes.content, { id: answer.documentId })}>
          {answer.documentName}
        </a>
      ) : (
        <span>
          {answer.kind === 'question' ? 'Asks' : answer.kind === 'reply' ? 'Replied' : 'Says it does not apply'}: “{answer.text}”
        </span>
      )}{' '}
      <span className="text-soft">{when}</span>
    </p>
  );
}

/** A reason or a reply to the client, who is told. */
export function WordsLeaf({ writing: { item, what }, onClose }: { writing: Writing; onClose(): void }) {
  const say = useSay();
  const back = what === 'send back';
  const { form, onSubmit, busy, problem } = useLeafForm<SendBack & ClientWords>({
    input: (back ? SendBack : ClientWords) as new () => SendBack & ClientWords,
    start: {},
    submit: async (values) => {
      if (back) await send(requestsRoutes.sendBack, { id: item.id }, values);
      else await send(requestsRoutes.reply, { id: item.id }, values);
      say(back ? `Sent back. The client is told about ${item.name}.` : 'Replied. The client is told.');
      onClose();
    },
  });
  const { errors } = form.formState;
  return (
    <Leaf
      open
      title={back ? `Send ${item.name} back` : `Reply about ${item.name}`}
      act={back ? 'Send back and tell the client' : 'Reply to the client'}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      <LongTextField
        label={back ? 'What is missing or wrong' : 'Your reply'}
        hint="The client reads exactly these words."
        autoFocus
        {...form.register(back ? 'reason' : 'text')}
        error={(back ? errors.reason : errors.text)?.message}
      />
    </Leaf>
  );
}
