import * as requestsRoutes from '@steady/contract/requests.routes';
import { useState } from 'react';
import type { MissingRow } from '@steady/contract/asks';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';
import { ReplyLeaf, TakeInLeaf } from './item-leaves';

/** What can be done in one press to a thing that a request asks for: taken in, accepted, its question answered. */
export function ThingActs({ of: row }: { of: MissingRow }) {
  const { act, busy } = useAct();
  const [open, setOpen] = useState<'take in' | 'reply' | null>(null);
  const item = { id: row.itemId!, name: row.what };
  const close = () => setOpen(null);
  return (
    <>
      {['missing', 'sent back', 'to ask'].includes(row.state) && (
        <button className="lnk" onClick={() => setOpen('take in')}>
          Received
        </button>
      )}
      {row.state === 'came in' && (
        <button className="lnk" disabled={busy} onClick={() => void act(() => send(requestsRoutes.accept, { id: item.id }), `Accepted ${item.name}.`)}>
          Accept
        </button>
      )}
      {row.state === 'their question' && (
        <button className="lnk" onClick={() => setOpen('reply')}>
          Reply
        </button>
      )}
      {open === 'take in' && <TakeInLeaf item={item} onClose={close} />}
      {open === 'reply' && <ReplyLeaf item={item} asked={row.why === null ? undefined : { text: row.why }} onClose={close} />}
    </>
  );
}
