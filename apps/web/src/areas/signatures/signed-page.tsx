import * as asksRoutes from '@steady/contract/asks.routes';
import { Link } from 'react-router';
import { shortDate } from '@steady/core/words';
import { useData } from '../../app/api';
import { dayOf } from '../../ui/words';
import { PortalFrame } from '../portal';

/** What they signed, the newest first. */
export const SignedPage = () => (
  <PortalFrame title="Signed" back={{ to: '/portal/documents', words: 'Back to your papers' }}>
    {() => <Signed />}
  </PortalFrame>
);

function Signed() {
  const { data: asks } = useData(asksRoutes.inPortal, {});
  if (!asks) return null;
  const signed = asks.filter(({ kind, doneAt }) => kind === 'signature' && doneAt !== null).sort((a, b) => b.doneAt!.localeCompare(a.doneAt!));
  return (
    <>
      <h1 className="mt-1 text-[22px]">{signed.length === 0 ? 'You have signed nothing here yet' : 'What you signed'}</h1>
      <ul className="mt-3 text-table">
        {signed.map((ask) => (
          <li key={ask.partyId} className="border-b border-rule">
            <Link to={`/portal/asks/${ask.id}`} className="flex min-h-11 flex-wrap items-center justify-between gap-x-4 py-1.5">
              <span>
                {ask.title}
                <span className="text-soft">, {ask.client}</span>
              </span>
              <span className="good">{shortDate(dayOf(ask.doneAt!))}</span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}
