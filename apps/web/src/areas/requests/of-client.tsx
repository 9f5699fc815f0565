import * as requestsRoutes from '@steady/contract/requests.routes';
import { eachTimeInWords } from '@steady/core/asks';
import { counted } from '@steady/core/words';
import type { ClientView } from '@steady/contract/clients';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { NeverAsked } from './elsewhere';

/** What stands beside the requests of a client: what is asked with each job, and what is never asked. */
export function RequestsOfClient({ client }: { client: ClientView }) {
  return (
    <>
      <AskedEachTime client={client} />
      <NeverAsked client={client} />
    </>
  );
}

function AskedEachTime({ client }: { client: ClientView }) {
  const session = useSession();
  const { act, busy } = useAct();
  const { data: kept = [] } = useData(requestsRoutes.eachTime, { id: client.id });
  if (kept.length === 0) return null;
  return (
    <section className="mb-4 text-table" aria-label="Asked with each job">
      <h3 className="mb-1">Asked with each job</h3>
      <ul>
        {kept.map((one) => (
          <li key={one.id} className="flex flex-wrap items-baseline gap-x-3">
            <b className="font-semibold">
              {one.of}: {one.title}
            </b>
            <span className="text-soft">
              {counted(one.items.length, 'thing')}, {eachTimeInWords(one.dayOfMonth)}; {counted(one.daysToAnswer, 'working day')} to answer
              {one.isPortalOnly && '; in the portal only'}; {one.by}
            </span>
            {session.may('do work') && (
              <button
                className="lnk"
                disabled={busy}
                onClick={() => void act(() => send(requestsRoutes.endEachTime, { id: one.id }), `Later jobs do not ask for ${one.title} any more.`)}
              >
                End it
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
