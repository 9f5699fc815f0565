import { ShowMore } from '../../ui/show-more';
import { usePages } from '../../app/pages';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import { type ReactNode } from 'react';
import { Link } from 'react-router';
import type { JobRow } from '@steady/contract/jobs';
import { useSession } from '../../app/session';
import { Day, DueWords, Waits } from '../../ui/due';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { TasksDone } from '../../ui/tasks-done';

/** Where a job stands, in words. */
export function JobStands({ of }: { of: JobRow }) {
  if (of.closedReason) return <span className="text-soft">closed: {of.closedReason}</span>;
  if (of.status === 'finished') return <span className="good">finished</span>;
  if (of.status === 'on hold') return <span className="soon">on hold: {of.holdReason}</span>;
  if (of.stuckReason) return <span className="late">blocked: {of.stuckReason}</span>;
  if (of.waitingSince) return <Waits since={of.waitingSince} />;
  if (of.asksToMove) return <span className="good">{of.phase}, ready to move</span>;
  return (
    <span className="text-soft">
      {of.phase}
      {of.ownStatus && `, ${of.ownStatus}`}
    </span>
  );
}

/** Fields of jobs that want to be read in their own way. */
export function useJobCells(): Record<'due' | 'stands' | 'tasks' | 'who' | 'number', (row: JobRow) => ReactNode> {
  const { day } = useSession();
  return {
    due: (row) => (
      <span className="whitespace-nowrap">
        <span className="max-md:hidden">
          <Day of={row.dueOn} />{' '}
        </span>
        <DueWords due={row.dueOn} done={row.status === 'finished'} />
      </span>
    ),
    stands: (row) => <JobStands of={row} />,
    tasks: (row) => (
      <TasksDone done={row.tasksDone} of={row.tasks} passedOver={row.tasksPassedOver} late={row.status !== 'finished' && row.dueOn < day.toString()} />
    ),
    who: (row) => row.who ?? <span className="late">nobody yet</span>,
    number: (row) => <span className="text-soft">{row.number}</span>,
  };
}

/** Columns of jobs in a ledger; the client's is left out where all are of one. */
export function useJobColumns(withClient: boolean): Column<JobRow>[] {
  const cells = useJobCells();
  return [
    ...(withClient
      ? ([
          {
            key: 'client',
            head: 'Client',
            cell: (row) => (
              <Link to={`/clients/${row.clientId}`} className="font-semibold hover:underline" onClick={(event) => event.stopPropagation()}>
                {row.client}
              </Link>
            ),
            sort: (row) => row.client,
          },
        ] satisfies Column<JobRow>[])
      : []),
    {
      key: 'job',
      head: 'Job',
      cell: (row) => (
        <>
          {row.name}
          {row.priority === 'first' && <span className="soon"> first</span>}
        </>
      ),
      sort: (row) => row.name,
    },
    { key: 'due', head: 'Due', cell: cells.due, sort: (row) => row.dueOn },
    { key: 'stands', head: 'Status', cell: cells.stands, sort: (row) => (row.waitingSince ? `waits ${row.waitingSince}` : row.phase) },
    { key: 'tasks', head: 'Tasks', cell: cells.tasks, sort: (row) => (row.tasks ? row.tasksDone / row.tasks : 0), wide: true },
    { key: 'who', head: 'Who', cell: cells.who, sort: (row) => row.who, wide: true },
    { key: 'number', head: 'No.', figure: true, cell: cells.number, sort: (row) => row.number, wide: true },
  ];
}

/** Jobs of one status, page by page. */
function useJobPages(status: 'open' | 'finished', of: { client: string } | { related: string }) {
  return usePages(jobsRoutes.list, { status, ...of }, (page, index) => (page.more ? { from: String(index * page.rows.length) } : null));
}

/** The jobs of one client, or of clients that belong together: open ones, then what was done. */
export function JobList({ of, withClient = false }: { of: { client: string } | { related: string }; withClient?: boolean }) {
  const columns = useJobColumns(withClient);
  const open = useJobPages('open', of);
  const done = useJobPages('finished', of);
  if (!open.pages || !done.pages) return null;
  return (
    <>
      <LedgerTable
        label="Jobs"
        columns={columns}
        rows={[open, done].flatMap(({ pages = [] }) => pages.flatMap((page) => page.rows))}
        group={(row) => (row.status === 'finished' ? 'Finished' : 'Open')}
        keyOf={(row) => row.id}
        to={(row) => `/jobs/${row.id}`}
        empty="No jobs yet. Jobs start automatically at their lead time, or with “Start now” at a deadline."
      />
      <ShowMore of={open.more ? open : done} />
    </>
  );
}
