import * as proceduresRoutes from '@steady/contract/procedures.routes';
import { Link } from 'react-router';
import { formatHours } from '@steady/core/money';
import { counted } from '@steady/core/words';
import type { BeforeStarting as Asked, OnPaperBefore } from '@steady/contract/procedures';
import { useAsked } from '../../app/api';
import { FaultsOnPaper } from './faults-on-paper';

/** What work that is about to be begun would mean, on paper: what comes of it, and on top what is wrong. */
export function BeforeStarting({ asked }: { asked: Asked | null }) {
  return <OnPaperBeforeStarting of={useBeforeStarting(asked)} />;
}

/** The same where the page says figures of it elsewhere too. */
export function useBeforeStarting(asked: Asked | null): OnPaperBefore[] | undefined {
  return useAsked(proceduresRoutes.before, {}, asked && asked.clientIds.length > 0 ? asked : null).data;
}

export function OnPaperBeforeStarting({ of: found }: { of: OnPaperBefore[] | undefined }) {
  if (!found) return null;
  return (
    <section aria-label="Preview first" className="mb-3 text-table">
      {found.map((of) => (
        <div key={of.procedure.id} className="mb-2">
          <FaultsOnPaper of={of.faults} good="Every client finds a way through, and there is somebody to write to wherever a message is sent." />
          <p className="text-soft">
            <Link className="lnk" to={`/firm/procedures/${of.procedure.id}`}>
              {of.procedure.name}
            </Link>
            : {counted(of.clients, 'client')}
            {of.jobs > of.clients && `, ${counted(of.jobs, 'job')}`}
            {of.clients > 1 && `, ${counted(of.ways, 'way')} through it`}; {whatComes(of)}.
          </p>
          <GoesOut of={of} />
        </div>
      ))}
    </section>
  );
}

/** Named before the rest is only counted. */
const NAMED = 8;

/** What leaves the house as soon as the jobs begin: who gets what. */
function GoesOut({ of: { goesOut } }: { of: OnPaperBefore }) {
  if (goesOut.length === 0) return <p className="text-soft">Nothing is sent to clients when it begins.</p>;
  return (
    <div className="mt-1 border border-ochre bg-ochre-tint px-3 py-1.5">
      <p className="font-semibold">Sent outside the firm at once, and not to be taken back:</p>
      <ul>
        {goesOut.slice(0, NAMED).map((one) => (
          <li key={`${one.clientId} ${one.what}`}>
            {one.client}: {one.what}, to {one.to.join(' and ')}
          </li>
        ))}
      </ul>
      {goesOut.length > NAMED && <p>and {goesOut.length - NAMED} more</p>}
    </div>
  );
}

const whatComes = (of: OnPaperBefore): string =>
  [
    counted(of.tasks, 'task'),
    formatHours(of.minutes),
    of.requests > 0 && counted(of.requests, 'request'),
    of.messages > 0 && counted(of.messages, 'message'),
    of.bills > 0 && counted(of.bills, 'draft bill'),
  ]
    .filter(Boolean)
    .join(', ');
