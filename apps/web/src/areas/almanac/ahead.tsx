import * as almanacRoutes from '@steady/contract/almanac.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { counted } from '@steady/core/words';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { ServiceLines } from '../services';
import { DeadlineTable } from './deadline-table';

/** Of the deadlines ahead, those of these months are shown at first, and a few at least. */
const MONTHS_AHEAD = 4;
const FEW = 6;
const MANY = 12;

/** What stands ahead of a client: its deadlines, and the services from which they come. */
export function Ahead({ client: { id } }: { client: { id: string } }) {
  const session = useSession();
  const { data: ahead = [] } = useData(almanacRoutes.ofClient, { id });
  const { data: lines } = useData(servicesRoutes.linesOf, { id });
  const [all, setAll] = useState(false);
  const soon = session.day.add({ months: MONTHS_AHEAD }).toString();
  const near = ahead.filter((one, index) => index < FEW || (index < MANY && one.dueOn <= soon));
  return (
    <>
      <DeadlineTable
        label="Deadlines ahead"
        obligations={all ? ahead : near}
        withoutClient
        empty="No deadlines yet. They are computed as soon as the client has a service: add one below."
      />
      <p className="mt-2 flex gap-5 text-table">
        {near.length < ahead.length && (
          <button className="lnk" onClick={() => setAll(!all)}>
            {all ? 'Only the next months' : `${counted(ahead.length - near.length, 'more deadline')} in the months after`}
          </button>
        )}
        <Link to={`/almanac?view=year&client=${id}`} className="lnk">
          Its year
        </Link>
      </p>
      <ServiceLines clientId={id} lines={lines ?? []} />
    </>
  );
}
