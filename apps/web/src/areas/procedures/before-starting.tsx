import * as proceduresRoutes from '@steady/contract/procedures.routes';
import { Link } from 'react-router';
import { formatHours } from '@steady/core/money';
import { counted } from '@steady/core/words';
import type { BeforeStarting as Asked, OnPaperBefore } from '@steady/contract/procedures';
import { useAsked } from '../../app/api';
import { FaultsOnPaper } from './faults-on-paper';

/** What work that is about to be begun would mean, on paper: what comes of it, and on top what is wrong. */
export function BeforeStarting({ asked }: { asked: Asked | null }) {
  const { data: found } = useAsked(proceduresRoutes.before, {}, asked && asked.clientIds.length > 0 ? asked : null);
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
            {of.clients > 1 && `, ${counted(of.ways, 'way')} through it`}; {whatComes(of)}.
          </p>
        </div>
      ))}
    </section>
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
