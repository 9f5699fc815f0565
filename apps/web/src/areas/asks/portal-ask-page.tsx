import * as asksRoutes from '@steady/contract/asks.routes';
import { useParams } from 'react-router';
import type { PortalMe } from '@steady/contract/requests';
import { useData } from '../../app/api';
import { usePortalAskKinds } from '../../app/portal-brought';
import { PortalFrame, useOpened } from '../portal';

/** One thing that is asked of them, on a page of its own: a message leads straight to it. */
export function PortalAskPage() {
  const { id } = useParams();
  return <PortalFrame back={{ to: '/portal', words: 'All that is asked of you' }}>{(me) => <Asked id={id!} me={me} />}</PortalFrame>;
}

function Asked({ id, me }: { id: string; me: PortalMe }) {
  const { data: asks } = useData(asksRoutes.inPortal, {});
  const kindOf = usePortalAskKinds();
  const ask = asks?.find((one) => one.id === id);
  useOpened('ask', ask?.id, me);
  if (!asks) return null;
  const kind = ask && kindOf(ask.kind);
  if (!ask || !kind)
    return (
      <>
        <h1 className="mt-2 text-[22px]">This is not asked of you any more</h1>
        <p className="mt-1">Somebody else may do it now, or it was taken back. Nothing is needed from you here.</p>
      </>
    );
  return <kind.Page ask={ask} me={me} />;
}
