import * as proceduresRoutes from '@steady/contract/procedures.routes';
import { Link } from 'react-router';
import { formatHours } from '@steady/core/money';
import { counted } from '@steady/core/words';
import type { BeforeStarting as Asked, OnPaperBefore } from '@steady/contract/procedures';
import { useAsked } from '../../app/api';
import { FaultsOnPaper } from './faults-on-paper';
import { type Settling, WhatGoesOut, WhoDoesIt } from './how-it-begins';

/** What work that is about to be begun would mean, on paper: what comes of it, and on top what is wrong. Who does it, and what is sent, is settled there. */
export function BeforeStarting({ asked, ...settling }: Settling & { asked: Asked | null }) {
  return <OnPaperBeforeStarting of={useBeforeStarting(asked)} {...settling} />;
}

/** The same where the page says figures of it elsewhere too. */
export function useBeforeStarting(asked: Asked | null): OnPaperBefore[] | undefined {
  return useAsked(proceduresRoutes.before, {}, asked && asked.clientIds.length > 0 ? asked : null).data;
}

export function OnPaperBeforeStarting({ of: found, ...settling }: Settling & { of: OnPaperBefore[] | undefined }) {
  if (!found) return null;
  return (
    <section aria-label="Preview first" className="mb-3 text-table">
      {found.map((of) => (
        <div key={of.procedure.id} className="mb-2">
          <FaultsOnPaper
            of={of.faults}
            good={`${of.clients === 1 ? 'The client' : 'Every client'} finds a way through, and there is somebody to write to wherever a message is sent.`}
          />
          <p className="text-soft">
            {of.procedure.id === null ? (
              of.procedure.name
            ) : (
              <Link className="lnk" to={`/firm/procedures/${of.procedure.id}`}>
                {of.procedure.name}
              </Link>
            )}
            : {counted(of.clients, 'client')}
            {of.jobs > of.clients && `, ${counted(of.jobs, 'job')}`}
            {of.clients > 1 && `, ${counted(of.ways, 'way')} through it`}; {whatComes(of)}.
          </p>
          <WhatGoesOut of={of} {...settling} />
        </div>
      ))}
      {found.length > 0 && <WhoDoesIt of={found} {...settling} />}
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
