import * as asksRoutes from '@steady/contract/asks.routes';
import { Link } from 'react-router';
import { civil, weekStart } from '@steady/core/calendar';
import { counted } from '@steady/core/words';
import type { WantedLine } from '@steady/contract/asks';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { Day, DueWords } from '../../ui/due';
import { LedgerTable } from '../../ui/ledger-table';
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
      <LedgerTable
        label="Wanted from clients"
        rows={data}
        keyOf={(row) => row.id}
        to={path}
        columns={[
          {
            key: 'day',
            head: 'Wanted by',
            cell: (row) => (
              <>
                <Day of={row.wantedOn} /> <DueWords due={row.wantedOn} />
              </>
            ),
            sort: (row) => row.wantedOn,
          },
          { key: 'client', head: 'Client', cell: (row) => <span className="font-semibold">{row.client}</span>, sort: (row) => row.client },
          {
            key: 'title',
            head: 'Request',
            cell: (row) => (
              <>
                {row.title}
                {row.job !== null && <span className="block text-fine text-soft">{row.job}</span>}
              </>
            ),
          },
          {
            key: 'things',
            head: 'Missing',
            cell: (row) => (
              <>
                {counted(row.things, 'thing')}
                {row.promisedFor !== null && <span className="block text-fine text-soft">promised for {dayInWords(row.promisedFor, day)}</span>}
              </>
            ),
          },
          { key: 'who', head: 'With', cell: (row) => row.who, wide: true },
        ]}
      />
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
