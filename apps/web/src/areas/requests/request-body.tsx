import * as documentsRoutes from '@steady/contract/documents.routes';
import * as requestsRoutes from '@steady/contract/requests.routes';
import { useState } from 'react';
import { cameInWords } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { AskView } from '@steady/contract/asks';
import type { AnswerView, RequestItemView, RequestPart } from '@steady/contract/requests';
import { addressOf, send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { momentInWords } from '../../ui/words';
import { AddItemsLeaf, ReplyLeaf, SendBackLeaf, TakeInLeaf } from './item-leaves';

interface Open {
  what: 'send back' | 'reply' | 'take in';
  item: RequestItemView;
}

/** The items of a request: what was asked, what came, and what we say to it. */
export function RequestBody({ ask }: { ask: AskView<RequestPart> }) {
  const session = useSession();
  const [open, setOpen] = useState<Open | null>(null);
  const isOpen = ask.state === 'with the client' || ask.state === 'with us';
  const mayAct = session.may('do work') && (isOpen || ask.state === 'done');
  return (
    <>
      {ask.part.items.map((item) => (
        <Item key={item.id} item={item} open={isOpen} mayAct={mayAct} only={ask.part.items.length === 1} onOpen={setOpen} />
      ))}
      {open?.what === 'send back' && <SendBackLeaf item={open.item} onClose={() => setOpen(null)} />}
      {open?.what === 'reply' && <ReplyLeaf item={open.item} onClose={() => setOpen(null)} />}
      {open?.what === 'take in' && <TakeInLeaf item={open.item} onClose={() => setOpen(null)} />}
    </>
  );
}

/** What else can be done with a request: more can be asked for as long as it is open. */
export function RequestActs({ ask }: { ask: AskView<RequestPart> }) {
  const [open, setOpen] = useState(false);
  if (ask.state !== 'with the client' && ask.state !== 'with us') return null;
  return (
    <>
      <button className="lnk" onClick={() => setOpen(true)}>
        Ask for more
      </button>
      {open && <AddItemsLeaf ask={ask} onClose={() => setOpen(false)} />}
    </>
  );
}

const STATE_TONE: Record<RequestItemView['state'], string> = {
  asked: 'text-soft',
  answered: 'soon',
  accepted: 'good',
  'sent back': 'late',
  'does not apply': 'soon',
  'taken out': 'text-soft',
};

interface ItemProps {
  item: RequestItemView;
  open: boolean;
  mayAct: boolean;
  only: boolean;
  onOpen(open: Open): void;
}

function Item({ item, open, mayAct, only, onOpen }: ItemProps) {
  const { act } = useAct();
  const came = item.state === 'answered' || item.state === 'does not apply';
  const outstanding = item.state === 'asked' || item.state === 'sent back';
  const dropped = outstanding && !open;
  return (
    <div className="grid grid-cols-[1fr_auto] gap-x-4 border-b border-rule-soft px-3 py-2.5 last:border-0 max-sm:grid-cols-1">
      <div className="min-w-0">
        <p>
          <span className="font-semibold">{item.name}</span>
          {item.period && <span className="text-table">, {item.period}</span>}{' '}
          <span className={`text-table ${dropped ? 'text-soft' : STATE_TONE[item.state]}`}>{dropped ? 'no longer wanted' : item.state}</span>
          {item.question && <span className="late text-table">, a question is open</span>}
        </p>
        {item.description && <p className="text-table text-soft">{item.description}</p>}
        <ItemTerms item={item} outstanding={outstanding && open} />
        {item.answers.map((answer) => (
          <Answer key={answer.id} answer={answer} mayTakeBack={mayAct && open && answer.kind === 'in hand'} />
        ))}
        {item.sentBackReason && item.state === 'sent back' && !dropped && <p className="mt-1 text-table text-rust">Sent back: “{item.sentBackReason}”</p>}
      </div>
      {mayAct && (
        <div className="flex flex-wrap content-start items-baseline justify-end gap-2 max-sm:justify-start">
          {item.question && (
            <button className="act-quiet" onClick={() => onOpen({ what: 'reply', item })}>
              Reply
            </button>
          )}
          {item.state === 'accepted' ? (
            <>
              <button className="lnk text-table" onClick={() => onOpen({ what: 'send back', item })}>
                Ask for it again
              </button>
              <button
                className="lnk text-table"
                onClick={() => void act(() => send(requestsRoutes.reopen, { id: item.id }), `${item.name} is to be looked at again.`)}
              >
                Not accepted after all
              </button>
            </>
          ) : (
            open && (
              <>
                {came && (
                  <button className="act-quiet" onClick={() => onOpen({ what: 'send back', item })}>
                    Send back
                  </button>
                )}
                {!came && !only && (
                  <button
                    className="lnk text-table"
                    onClick={() => void act(() => send(requestsRoutes.takeOut, { id: item.id }), `${item.name} is not needed any more.`)}
                  >
                    Not needed
                  </button>
                )}
                {came ? (
                  <button className="act-quiet" onClick={() => void act(() => send(requestsRoutes.accept, { id: item.id }), `Accepted ${item.name}.`)}>
                    Accept
                  </button>
                ) : (
                  <button className="act-quiet" onClick={() => onOpen({ what: 'take in', item })}>
                    Received otherwise
                  </button>
                )}
              </>
            )
          )}
        </div>
      )}
    </div>
  );
}

/** The item's own day, where else it may be put, and what shows what is meant. */
function ItemTerms({ item, outstanding }: { item: RequestItemView; outstanding: boolean }) {
  const { today } = useSession();
  if (!item.wantedBy && !item.link && !item.exampleId) return null;
  const isLate = outstanding && item.wantedBy !== null && item.wantedBy < today;
  return (
    <p className="flex flex-wrap gap-x-3 text-table text-soft">
      {item.wantedBy && (
        <span className={isLate ? 'late' : ''}>
          wanted by {fullDate(civil(item.wantedBy))}
          {isLate && ', overdue'}
        </span>
      )}
      {item.link && (
        <a className="lnk wrap-anywhere" href={item.link} target="_blank" rel="noreferrer noopener">
          may also be put here
        </a>
      )}
      {item.exampleId && (
        <a className="lnk" href={addressOf(documentsRoutes.content, { id: item.exampleId })}>
          example: {item.exampleName}
        </a>
      )}
    </p>
  );
}

const SAID: Record<Exclude<AnswerView['kind'], 'file' | 'in hand'>, string> = {
  question: 'Asks',
  reply: 'Replied',
  words: 'Answers',
  elsewhere: 'Says it is elsewhere',
  'does not apply': 'Says it does not apply',
};

/** Words that may hold addresses on the web, which lead there. */
function Words({ of }: { of: string }) {
  return of.split(/(https?:\/\/\S+)/).map((part, at) =>
    at % 2 === 0 ? (
      part
    ) : (
      <a key={at} className="lnk wrap-anywhere" href={part} target="_blank" rel="noreferrer noopener">
        {part}
      </a>
    ),
  );
}

function Answer({ answer, mayTakeBack }: { answer: AnswerView; mayTakeBack: boolean }) {
  const { day } = useSession();
  const { act, busy } = useAct();
  const { kind, text, way, place, documentId, documentName, takenBackAt } = answer;
  return (
    <p className={`mt-1 text-table ${takenBackAt ? 'text-soft line-through' : ''}`}>
      {documentId ? (
        <a className="lnk" href={addressOf(documentsRoutes.content, { id: documentId })}>
          {documentName}
        </a>
      ) : kind === 'in hand' ? (
        <span>Came {cameInWords({ kind, file: null, text, way, place })}</span>
      ) : (
        <span>
          {SAID[kind as keyof typeof SAID]}: “<Words of={text ?? ''} />”
        </span>
      )}{' '}
      <span className="text-soft">
        {answer.by}, {momentInWords(answer.at, day)}
        {takenBackAt && `, taken back ${momentInWords(takenBackAt, day)}`}
      </span>
      {mayTakeBack && !takenBackAt && (
        <>
          {' '}
          <button className="lnk" disabled={busy} onClick={() => void act(() => send(requestsRoutes.takeBack, { id: answer.id }), 'It is wanted again.')}>
            It did not come after all
          </button>
        </>
      )}
    </p>
  );
}
