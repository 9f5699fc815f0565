import * as requestsRoutes from '@steady/contract/requests.routes';
import { useState } from 'react';
import { elsewhereInWords } from '@steady/core/asks';
import type { AskView } from '@steady/contract/asks';
import type { RequestItemView, RequestPart } from '@steady/contract/requests';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { ItemAnswer, ItemTerms } from './item-answers';
import { ElsewhereLeaf } from './elsewhere';
import { AddItemsLeaf, ReplyLeaf, SendBackLeaf, TakeInLeaf } from './item-leaves';

interface Open {
  what: 'send back' | 'reply' | 'take in' | 'elsewhere';
  item: RequestItemView;
}

/** The items of a request: what was asked, what came, and what we say to it. */
export function RequestBody({ ask }: { ask: AskView<RequestPart> }) {
  const session = useSession();
  const [open, setOpen] = useState<Open | null>(null);
  const isOpen = ['planned', 'with the client', 'with us'].includes(ask.state);
  const mayAct = session.may('do work') && (isOpen || ask.state === 'done');
  return (
    <>
      {ask.part.items.map((item) => (
        <Item key={item.id} item={item} open={isOpen} planned={ask.state === 'planned'} mayAct={mayAct} only={ask.part.items.length === 1} onOpen={setOpen} />
      ))}
      {open?.what === 'send back' && <SendBackLeaf item={open.item} onClose={() => setOpen(null)} />}
      {open?.what === 'reply' && (
        <ReplyLeaf item={open.item} asked={open.item.answers.findLast((answer) => answer.kind === 'question')} onClose={() => setOpen(null)} />
      )}
      {open?.what === 'elsewhere' && <ElsewhereLeaf item={open.item} onClose={() => setOpen(null)} />}
      {open?.what === 'take in' && <TakeInLeaf item={open.item} onClose={() => setOpen(null)} />}
    </>
  );
}

/** What else can be done with a request: more can be asked for as long as it is open. */
export function RequestActs({ ask }: { ask: AskView<RequestPart> }) {
  const [open, setOpen] = useState(false);
  if (!['planned', 'with the client', 'with us'].includes(ask.state)) return null;
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
  'from elsewhere': 'text-soft',
  'taken out': 'text-soft',
};

interface ItemProps {
  item: RequestItemView;
  open: boolean;
  /** It has not gone out yet. */
  planned: boolean;
  mayAct: boolean;
  only: boolean;
  onOpen(open: Open): void;
}

function Item({ item, open, planned, mayAct, only, onOpen }: ItemProps) {
  const outstanding = item.state === 'asked' || item.state === 'sent back';
  const dropped = outstanding && !open;
  return (
    <div className="grid grid-cols-[1fr_auto] gap-x-4 border-b border-rule-soft px-3 py-2.5 last:border-0 max-sm:grid-cols-1">
      <div className="min-w-0">
        <p>
          <span className="font-semibold">{item.name}</span>
          {item.period && <span className="text-table">, {item.period}</span>}{' '}
          <span className={`text-table ${dropped ? 'text-soft' : STATE_TONE[item.state]}`}>
            {dropped ? 'no longer wanted' : planned && item.state === 'asked' ? 'to ask' : item.state}
          </span>
          {item.question && <span className="late text-table">, a question is open</span>}
        </p>
        {item.description && <p className="text-table text-soft">{item.description}</p>}
        <ItemTerms item={item} outstanding={outstanding && open} />
        {item.elsewhere && <p className="text-table text-soft">{elsewhereInWords(item.elsewhere)}</p>}
        {item.answers.map((answer) => (
          <ItemAnswer key={answer.id} answer={answer} mayTakeBack={mayAct && open && answer.kind === 'in hand'} />
        ))}
        {item.sentBackReason && item.state === 'sent back' && !dropped && <p className="mt-1 text-table text-rust">Sent back: “{item.sentBackReason}”</p>}
      </div>
      {mayAct && <ItemActs item={item} open={open} only={only} onOpen={onOpen} />}
    </div>
  );
}

/** What we say to it: accept, send back, answer a question, take in what came otherwise. */
function ItemActs({ item, open, only, onOpen }: Omit<ItemProps, 'mayAct' | 'planned'>) {
  const { act } = useAct();
  const came = item.state === 'answered' || item.state === 'does not apply';
  return (
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
      ) : item.state === 'from elsewhere' ? (
        item.elsewhere && (
          <button
            className="lnk text-table"
            onClick={() => void act(() => send(requestsRoutes.endElsewhere, { id: item.elsewhere!.id }), `${item.name} is asked for again.`)}
          >
            Ask for it again
          </button>
        )
      ) : (
        open && (
          <>
            {!came && (
              <button className="lnk text-table" onClick={() => onOpen({ what: 'elsewhere', item })}>
                From elsewhere
              </button>
            )}
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
  );
}
