import * as asksRoutes from '@steady/contract/asks.routes';
import * as clientsRoutes from '@steady/contract/clients.routes';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import { Link, useSearchParams } from 'react-router';
import { MISSING_VIEWS, type MissingOf, USUAL_MISSING_COLUMNS } from '@steady/contract/asks';
import { useData } from '../../app/api';
import { useListState } from '../../ui/lists/list-state';
import { SavedLists } from '../../ui/lists/saved-lists';
import { Page } from '../../ui/page';
import { MissingList } from './missing-list';
import { MissingSumWords } from './missing-sum';

const VIEW_WORDS: Record<MissingOf, string> = {
  all: 'All',
  owed: 'Missing',
  'for us': 'Waits for us',
  'past the last safe day': 'Past the last safe day',
};

/** What the work of the firm needs from its clients, of all of them or of one client or job: readable while one is on the telephone. */
export function MissingPage() {
  const [search, setSearch] = useSearchParams();
  const { data: known } = useData(asksRoutes.missingFields);
  const state = useListState(USUAL_MISSING_COLUMNS);
  const view = MISSING_VIEWS.find((one) => one === search.get('view')) ?? 'all';
  const [clientId, jobId] = [search.get('client') ?? '', search.get('job') ?? ''];
  const of = { ...(clientId ? { client: clientId } : {}), ...(jobId ? { job: jobId } : {}) };
  const { data: sum } = useData(asksRoutes.missingSum, of);
  const { data: client } = useData(clientsRoutes.view, clientId ? { id: clientId } : null);
  const { data: job } = useData(jobsRoutes.view, jobId ? { id: jobId } : null);
  const go = (to: MissingOf) => setSearch({ ...of, ...(to === 'all' ? {} : { view: to }) });
  return (
    <Page
      above={
        (client || job) && (
          <>
            {job && (
              <>
                <Link className="lnk" to={`/jobs/${job.id}/requests`}>
                  {job.client}, {job.name}
                </Link>{' '}
                ·{' '}
              </>
            )}
            {client && (
              <>
                <Link className="lnk" to={`/clients/${client.id}/requests`}>
                  {client.name}
                </Link>{' '}
                ·{' '}
              </>
            )}
            <Link className="lnk" to="/missing">
              of all clients
            </Link>
          </>
        )
      }
      title="What is missing"
      sum={sum && <MissingSumWords of={sum} onGo={go} />}
      tools={
        <>
          <span className="flex flex-wrap gap-x-[22px]">
            {MISSING_VIEWS.map((one) => (
              <button
                key={one}
                aria-current={view === one || undefined}
                className={view === one ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent hover:text-ink'}
                onClick={() => go(one)}
              >
                {VIEW_WORDS[one]}
              </button>
            ))}
          </span>
          <span className="border-l border-rule pl-[18px] max-sm:border-0 max-sm:pl-0">
            <SavedLists of="missing" saved={known?.saved ?? []} state={state} all={null} />
          </span>
        </>
      }
    >
      <MissingList key={view} view={view} of={of} />
    </Page>
  );
}
