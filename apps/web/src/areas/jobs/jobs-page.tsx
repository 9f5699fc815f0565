import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import useSWRInfinite from 'swr/infinite';
import { civil, weekStart } from '@steady/core/calendar';
import { counted, shortDate } from '@steady/core/words';
import type { JobRow, JobTotals } from '@steady/contract/jobs';
import { read, useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { LandOn, NameFilter, Page } from '../../ui/page';
import { FlowPage } from './flow-view';
import { useJobColumns } from './job-list';
import { JobsNarrow, useJobsFilter } from './jobs-filter';
import { NewJobLeaf } from './new-job-leaf';
import { TogetherLeaf } from './together-leaf';

interface Answer {
  rows: JobRow[];
  more: boolean;
}

const VIEWS = { due: 'By due week', flow: 'Flow', person: 'By person', client: 'By client', finished: 'Finished' } as const;
type View = keyof typeof VIEWS;

export function JobsPage() {
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  const [adding, setAdding] = useState(false);
  const asked = search.get('status') === 'finished' ? 'finished' : (search.get('view') ?? 'due');
  const view: View = asked in VIEWS ? (asked as View) : 'due';
  const { query, set } = useJobsFilter();
  const narrowed = view === 'flow' ? '' : query;
  const { data: totals } = useData<JobTotals>(`/api/jobs/totals?status=${view === 'finished' ? 'finished' : 'open'}&${narrowed}`);
  const mayWork = session.may('do work');
  useKeys(mayWork ? [{ press: 'n j', does: 'new job', act: () => setAdding(true) }] : []);
  const go = (to: View) => {
    const next = new URLSearchParams(search);
    next.delete('status');
    next.delete('band');
    if (to !== view && (to === 'flow' || view === 'flow')) next.delete('phase');
    if (to === 'due') next.delete('view');
    else next.set('view', to);
    setSearch(next);
  };
  const narrow = (state: string, words: string, tone = '') => (
    <button className={`lnk ${tone}`} onClick={() => set('state', state)}>
      {words}
    </button>
  );
  return (
    <Page
      title="Jobs"
      sum={
        totals &&
        (view === 'finished' ? (
          `${counted(totals.jobs, 'finished job')}, the newest first.`
        ) : (
          <>
            {counted(totals.jobs, 'job')} open, {totals.dueThisWeek} still due this week,{' '}
            {narrow('overdue', `${totals.overdue} overdue`, totals.overdue ? 'late' : '')},{' '}
            {narrow(
              'waits for client',
              `${totals.waitsForClient} ${totals.waitsForClient === 1 ? 'waits' : 'wait'} for clients`,
              totals.waitsForClient ? 'soon' : '',
            )}
            , {narrow('on hold', `${totals.onHold} on hold`)}
            {totals.stuck > 0 && <>, {narrow('cannot go on', `${totals.stuck} cannot go on`, 'late')}</>}
            {totals.asking > 0 && <>, {narrow('asks to move', `${totals.asking} ready to move`, 'good')}</>}.
          </>
        ))
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
          {view !== 'flow' && <JobsNarrow />}
          {mayWork && (
            <button className="act ml-auto" onClick={() => setAdding(true)}>
              New job
            </button>
          )}
        </>
      }
    >
      {view === 'flow' ? <FlowPage /> : <Listed key={view} view={view} query={narrowed} />}
      {adding && <NewJobLeaf onClose={() => setAdding(false)} />}
    </Page>
  );
}

function Listed({ view, query }: { view: Exclude<View, 'flow'>; query: string }) {
  const session = useSession();
  const [find, setFind] = useState('');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [changing, setChanging] = useState(false);
  const [landed, setLanded] = useState<string | null>(null);
  const finished = view === 'finished';
  const asked = `status=${finished ? 'finished' : 'open'}&by=${finished ? 'due' : view}&${query}${find.trim() ? `&find=${encodeURIComponent(find.trim())}` : ''}`;
  const { data, size, setSize } = useSWRInfinite<Answer>((_index: number, before: Answer | null) => {
    if (before && !before.more) return null;
    return `/api/jobs?${asked}${before ? `&after=${before.rows.at(-1)!.id}` : ''}`;
  });
  const columns = useJobColumns(true);
  const rows = data?.flatMap((page) => page.rows) ?? [];
  const more = data?.at(-1)?.more ?? false;
  const group = (row: JobRow) => {
    if (finished) return 'Finished';
    if (view === 'person') return row.preparer ?? 'Nobody yet';
    if (view === 'client') return row.client;
    if (row.dueOn < session.today) return 'Overdue';
    const monday = weekStart(civil(row.dueOn));
    return `${monday.equals(weekStart(session.day)) ? 'This week, due' : 'Due'} in the week of ${shortDate(monday).slice(4)}${monday.year === session.day.year ? '' : ` ${monday.year}`}`;
  };
  const mayWork = session.may('do work') && !finished;
  const here = [...chosen].filter((id) => rows.some((row) => row.id === id));
  const land = async (name: string): Promise<string | null> => {
    const wanted = name.toLowerCase();
    const there = rows.find((row) => row.client.toLowerCase().includes(wanted) || row.name.toLowerCase().includes(wanted));
    if (there || !more) return there?.id ?? null;
    const found = (await read(`/api/jobs?${asked}&find=${encodeURIComponent(name)}`)) as Answer;
    if (found.rows.length === 0) return null;
    // It stands further down: more is shown until it is there.
    await setSize(size + 8);
    return found.rows[0]!.id;
  };
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-table text-soft">
        <NameFilter find={find} onFind={setFind} />
        <LandOn find={land} onLand={setLanded} />
        {here.length > 0 && (
          <button className="act-quiet" onClick={() => setChanging(true)}>
            Change {counted(here.length, 'job')}
          </button>
        )}
        <span className="ml-auto flex gap-3">
          <a className="lnk" href={`/api/jobs/list.csv?${asked}`} download>
            CSV
          </a>
          <a className="lnk" href={`/api/jobs/list.xlsx?${asked}`} download>
            XLSX
          </a>
        </span>
      </div>
      {data && (
        <LedgerTable
          label="Jobs"
          columns={columns}
          rows={rows}
          group={group}
          keyOf={(row) => row.id}
          to={(row) => `/jobs/${row.id}`}
          landed={landed}
          chosen={mayWork ? { keys: chosen, onChoose: setChosen, nameOf: (row) => `${row.name}, ${row.client}` } : undefined}
          empty={
            query || find ? (
              <>
                No job is like that.{' '}
                <Link className="lnk" to="/jobs">
                  Show all
                </Link>
              </>
            ) : (
              'No job stands here. Jobs begin by themselves when the lead time of a deadline has come.'
            )
          }
        />
      )}
      {more && (
        <button className="act-quiet mt-3" onClick={() => void setSize(size + 1)}>
          Show more
        </button>
      )}
      {changing && (
        <TogetherLeaf
          ids={here}
          onClose={() => {
            setChanging(false);
            setChosen(new Set());
          }}
        />
      )}
    </>
  );
}
