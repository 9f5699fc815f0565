import * as asksRoutes from '@steady/contract/asks.routes';
import { useParams } from 'react-router';
import { useData } from '../../app/api';
import { usePortalAskKinds } from '../../app/portal-brought';
import { PortalFrame } from '../portal';

/** One thing that is asked of them, on a page of its own: a message leads straight to it. */
export function PortalAskPage() {
  const { id } = useParams();
  return <PortalFrame back={{ to: '/portal', words: 'All that is asked of you' }}>{() => <Asked id={id!} />}</PortalFrame>;
}

function Asked({ id }: { id: string }) {
  const { data: asks } = useData(asksRoutes.inPortal, {});
  const kindOf = usePortalAskKinds();
  if (!asks) return null;
  const ask = asks.find((one) => one.id === id);
  const kind = ask && kindOf(ask.kind);
  if (!ask || !kind)
    return (
      <>
        <h1 className="mt-2 text-[22px]">This is not asked of you any more</h1>
        <p className="mt-1">Somebody else may do it now, or it was taken back. Nothing is needed from you here.</p>
      </>
    );
  return <kind.Page ask={ask} />;
}
