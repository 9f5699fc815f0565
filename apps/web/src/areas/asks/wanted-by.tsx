import * as asksRoutes from '@steady/contract/asks.routes';
import { Link } from 'react-router';
import { civil, weekStart } from '@steady/core/calendar';
import { counted } from '@steady/core/words';
import type { WantedLine } from '@steady/contract/asks';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { Day, DueWords } from '../../ui/due';
import { dayInWords } from '../../ui/words';

const path = ({ jobId, clientId }: WantedLine) => (jobId === null ? `/clients/${clientId}/requests` : `/jobs/${jobId}/requests`);

/** What is wanted from clients between two days, each by its day. Nothing is shown where nothing is. */
export function WantedBetween({ from, until, person }: { from?: string; until: string; person?: string | undefined }) {
  const { day } = useSession();
  const { data = [] } = useData(asksRoutes.wantedBy, { ...(from ? { from } : {}), until, ...(person ? { person } : {}) });
  if (data.length === 0) return null;
  return (
    <section className="mt-6" aria-label="Wanted from clients">
      <h2 className="mb-2">
        Wanted from clients <span className="text-table font-normal text-soft">{counted(data.length, 'request')}</span>
      </h2>
      <div className="sheet overflow-x-auto">
        <table className="ledger" aria-label="Wanted from clients">
          <thead>
            <tr>
              <th scope="col">Wanted by</th>
              <th scope="col">Client</th>
              <th scope="col">Request</th>
              <th scope="col">Missing</th>
              <th scope="col" className="max-md:hidden">
                With
              </th>
            </tr>
          </thead>
          <tbody>
            {data.map((row) => (
              <tr key={row.id}>
                <td className="md:whitespace-nowrap">
                  <Day of={row.wantedOn} /> <DueWords due={row.wantedOn} />
                </td>
                <td className="font-semibold">{row.client}</td>
                <td>
                  <Link className="lnk" to={path(row)}>
                    {row.title}
                  </Link>
                  {row.job !== null && <span className="block text-fine text-soft">{row.job}</span>}
                </td>
                <td>
                  {counted(row.things, 'thing')}
                  {row.promisedFor !== null && <span className="block text-fine text-soft">promised for {dayInWords(row.promisedFor, day)}</span>}
                </td>
                <td className="max-md:hidden">{row.who}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** How many requests are wanted in each week, by its Monday; what was wanted before this week stands under `overdue`. */
export function useWantedByWeek(person?: string): ReadonlyMap<string, number> {
  const { day } = useSession();
  const { data = [] } = useData(asksRoutes.wantedBy, person ? { person } : {});
  const found = new Map<string, number>();
  for (const { wantedOn } of data) {
    const week = wantedOn < day.toString() ? 'overdue' : weekStart(civil(wantedOn)).toString();
    found.set(week, (found.get(week) ?? 0) + 1);
  }
  return found;
}

/** How many requests are wanted in a week, and the way to them. @param week its Monday, or `overdue` */
export function WantedInWeek({ week, count }: { week: string; count: number }) {
  return (
    <Link className="lnk font-normal" to={week === 'overdue' ? '/missing' : `/almanac?week=${week}`}>
      {counted(count, 'request')} {week === 'overdue' ? 'overdue with clients' : 'wanted from clients'}
    </Link>
  );
}
