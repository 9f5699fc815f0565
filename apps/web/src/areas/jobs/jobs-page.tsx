import * as jobsRoutes from '@steady/contract/jobs.routes';
import * as clientsRoutes from '@steady/contract/clients.routes';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { civil, weekStart } from '@steady/core/calendar';
import { counted, shortDate } from '@steady/core/words';
import { type JobRow, USUAL_JOB_COLUMNS } from '@steady/contract/jobs';
import { useData } from '../../app/api';
import { useBrought } from '../../app/brought';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { ListBody, ListTools } from '../../ui/lists/list-body';
import { useListState } from '../../ui/lists/list-state';
import { SavedLists } from '../../ui/lists/saved-lists';
import { useListing } from '../../ui/lists/use-listing';
import { Page } from '../../ui/page';
import { WantedInWeek, useWantedByWeek } from '../asks';
import { FlowPage } from './flow-view';
import { useJobCells, useJobColumns } from './job-list';
import { useJobsFilterMenu, useJobsFilter } from './jobs-filter';
import { NewJobLeaf } from './new-job-leaf';
import { BulkChangeLeaf } from './bulk-change-leaf';
import { OpenSum } from './open-sum';

const VIEWS = { due: 'By due week', flow: 'Flow', person: 'By preparer', client: 'By client', finished: 'Finished' } as const;
type View = keyof typeof VIEWS;

export function JobsPage() {
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  const [adding, setAdding] = useState(false);
  const asked = search.get('status') === 'finished' ? 'finished' : (search.get('view') ?? 'due');
  const view: View = asked in VIEWS ? (asked as View) : 'due';
  const { of: filter, set } = useJobsFilter();
  // The sentence is about what stands below it: what is looked for and filtered there counts.
  const { find, filters } = useListState(USUAL_JOB_COLUMNS).query;
  const asListed = { ...(find ? { find } : {}), ...(filters ? { filters } : {}) };
  const narrowed = view === 'flow' ? {} : filter;
  const { data: totals } = useData(jobsRoutes.totals, { ...narrowed, ...(view === 'flow' ? {} : asListed), status: view === 'finished' ? 'finished' : 'open' });
  const mayWork = session.may('do work');
  useKeys(mayWork ? [{ press: 'n j', does: 'new job', act: () => setAdding(true) }] : []);
  // Begun from somewhere else, such as a message: for whom, and what it is about.
  const { data: forClient } = useData(clientsRoutes.view, search.get('new') ? { id: search.get('new')! } : null);
  const go = (to: View) => {
    const next = new URLSearchParams(search);
    next.delete('status');
    next.delete('band');
    if (to !== view && (to === 'flow' || view === 'flow')) next.delete('phase');
    if (to === 'due') next.delete('view');
    else next.set('view', to);
    setSearch(next);
  };
  return (
    <Page
      title="Jobs"
      sum={
        totals &&
        (view === 'finished' ? `${counted(totals.jobs, 'finished job')}, the newest first.` : <OpenSum of={totals} onNarrow={(state) => set('state', state)} />)
      }
      tools={
        <>
          <span className="flex flex-wrap gap-x-[22px]">
            {Object.entries(VIEWS).map(([key, words]) => (
              <button
                key={key}
                aria-current={view === key || undefined}
                className={view === key ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent hover:text-ink'}
                onClick={() => go(key as View)}
              >
                {words}
              </button>
            ))}
          </span>
          {view !== 'flow' && <SavedOfJobs />}
          {mayWork && (
            <span className="ml-auto flex gap-3">
              <Link className="act-quiet" to="/jobs/import">
                Import
              </Link>
              <button className="act" onClick={() => setAdding(true)}>
                New job
              </button>
            </span>
          )}
        </>
      }
    >
      {view === 'flow' ? <FlowPage /> : <Listed key={view} view={view} narrowed={narrowed} />}
      {adding && <NewJobLeaf onClose={() => setAdding(false)} />}
      {forClient && mayWork && <NewJobLeaf client={forClient} called={search.get('called') ?? undefined} onClose={() => setSearch({}, { replace: true })} />}
    </Page>
  );
}

/** Lists of jobs saved before, beside the views. */
function SavedOfJobs() {
  const { data: known } = useData(jobsRoutes.fields);
  const state = useListState(USUAL_JOB_COLUMNS);
  return (
    <span className="border-l border-rule pl-[18px] max-sm:border-0 max-sm:pl-0">
      <SavedLists of="jobs" saved={known?.saved ?? []} state={state} all={null} />
    </span>
  );
}

const { list, ids, place, sums, fields, file } = jobsRoutes;
const LIST = { list, ids, place, sums, fields, file };

function Listed({ view, narrowed }: { view: Exclude<View, 'flow'>; narrowed: Record<string, string> }) {
  const session = useSession();
  const state = useListState(USUAL_JOB_COLUMNS);
  const [changing, setChanging] = useState(false);
  const together = useBrought('jobsTogether');
  const [acting, setActing] = useState<(typeof together)[number] | null>(null);
  const filters = useJobsFilterMenu();
  const finished = view === 'finished';
  const of = useListing<JobRow>(LIST, state, { ...narrowed, status: finished ? 'finished' : 'open', view: finished ? 'due' : view });
  const first = useJobColumns(true).slice(0, 2);
  const cells = useJobCells();
  const group = (row: JobRow) => {
    if (finished) return 'Finished';
    if (view === 'person') return row.preparer ?? 'Nobody yet';
    if (view === 'client') return row.client;
    if (row.dueOn < session.today) return 'Overdue';
    const monday = weekStart(civil(row.dueOn));
    return `${monday.equals(weekStart(session.day)) ? 'This week, due' : 'Due'} in the week of ${shortDate(monday).slice(4)}${monday.year === session.day.year ? '' : ` ${monday.year}`}`;
  };
  const mayWork = session.may('do work') && !finished;
  const wanted = useWantedByWeek(narrowed.person);
  const wantedWith = (first: JobRow) => {
    const week = first.dueOn < session.today ? 'overdue' : weekStart(civil(first.dueOn)).toString();
    return wanted.has(week) && <WantedInWeek week={week} count={wanted.get(week)!} />;
  };
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-table text-soft">
        <ListTools of={of} state={state} noun="job" filters={filters} />
      </div>
      {of.error && <p className="text-table text-rust">{of.error.message}</p>}
      <ListBody
        of={of}
        state={state}
        label="Jobs"
        noun="job"
        first={first}
        cell={cells}
        phone={['due', 'stands']}
        group={group}
        groupActs={view === 'due' ? wantedWith : undefined}
        to={(row) => `/jobs/${row.id}`}
        nameOf={(row) => `${row.name}, ${row.client}`}
        onChange={mayWork ? () => setChanging(true) : undefined}
        also={mayWork ? together.map((one) => ({ words: one.words, act: () => setActing(one) })) : []}
        empty={
          narrowed || state.find || state.filters.length > 0 ? (
            <>
              No job matches.{' '}
              <Link className="lnk" to="/jobs">
                Show all
              </Link>
            </>
          ) : (
            'No jobs here. Jobs start automatically when the lead time of a deadline has come.'
          )
        }
      />
      {acting && (
        <acting.Opens
          ids={[...of.chosen]}
          onClose={() => {
            setActing(null);
            of.onChoose(new Set());
          }}
        />
      )}
      {changing && (
        <BulkChangeLeaf
          ids={[...of.chosen]}
          onClose={() => {
            setChanging(false);
            of.onChoose(new Set());
          }}
        />
      )}
    </>
  );
}
