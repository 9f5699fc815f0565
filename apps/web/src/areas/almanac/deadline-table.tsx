import { StartNow } from './start-now';
import { type ComponentType, type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { civil } from '@steady/core/calendar';
import { filedInWords } from '@steady/core/words';
import type { ObligationView } from '@steady/contract/almanac';
import { useSession } from '../../app/session';
import { Day, DueWords, Waits } from '../../ui/due';
import { type Column, LedgerTable, type RowProps } from '../../ui/ledger-table';
import { TasksDone } from '../../ui/tasks-done';
import { Moon } from '../../ui/moon';
import { dayInWords, dayOf } from '../../ui/words';
import { DeadlineStatusLeaf } from './deadline-status-leaf';

/** Where a deadline stands: its job and what that waits for, the receipt, or when its job will begin. */
function Stands({ of }: { of: ObligationView }) {
  const session = useSession();
  if (of.status === 'filed') {
    const on = of.filedAt ? dayOf(of.filedAt) : null;
    const late = on !== null && of.statutory && on.toString() > of.dueOn;
    return (
      <span className={late ? '' : 'good'} title={of.filedBy ? `by ${of.filedBy}` : undefined}>
        <Moon done={1} of={1} />
        {of.statutory ? (on ? filedInWords(civil(of.dueOn), on) : 'filed') : 'done'}
        {on && <span className="text-soft">, {dayInWords(on.toString(), session.day)}</span>}
        {of.receipt && <span className="text-soft">, receipt {of.receipt}</span>}
      </span>
    );
  }
  if (of.status === 'missed') return <span className="late">missed: {of.notRequiredReason}</span>;
  if (of.status === 'not required') return <span className="text-soft">not required: {of.notRequiredReason}</span>;
  if (of.status === 'filing') return <span>on its way to {of.authority}</span>;
  if (of.jobId) return <StandsAsJob of={of} />;
  if (!of.leads) return <span className="text-soft">not filed yet</span>;
  return (
    <span>
      <Moon done={0} of={1} />
      {of.doubt === null ? `begins ${dayInWords(of.beginsOn, session.day)}` : <span className="soon">not begun: {of.doubt}</span>}
      {session.may('do work') && <StartNow of={of} />}
    </span>
  );
}

/** Where the job of a deadline stands. */
function StandsAsJob({ of }: { of: ObligationView }) {
  return (
    <span>
      <Moon done={of.tasksDone + of.tasksPassedOver} of={of.tasks} />
      <Link to={`/jobs/${of.jobId}`} className="lnk" onClick={(event) => event.stopPropagation()}>
        job {of.jobNumber}
      </Link>
      ,{' '}
      {of.jobStatus === 'on hold' ? (
        <span className="soon">on hold</span>
      ) : of.waitingSince ? (
        <Waits since={of.waitingSince} />
      ) : of.jobStatus === 'finished' ? (
        'finished, not filed'
      ) : (
        (of.phase ?? '')
      )}
    </span>
  );
}

/** Deadlines in a ledger: due with workings, whose, what, where it stands. */
export function DeadlineTable({
  label,
  obligations,
  withoutClient = false,
  byTarget = false,
  group,
  rowKeys,
  RowPart,
  empty,
}: {
  label: string;
  obligations: ObligationView[];
  withoutClient?: boolean;
  /** Our own targets stand first. */
  byTarget?: boolean;
  group?(row: ObligationView): string;
  rowKeys?: { press: string; does: string; act(row: ObligationView): void }[];
  RowPart?: ComponentType<RowProps<ObligationView>>;
  empty?: ReactNode;
}) {
  const session = useSession();
  const [standing, setStanding] = useState<ObligationView | null>(null);
  const columns: Column<ObligationView>[] = [
    ...(byTarget
      ? ([{ key: 'target', head: 'Our target', cell: (row) => <Day of={row.targetOn} />, sort: (row) => row.targetOn }] satisfies Column<ObligationView>[])
      : []),
    {
      key: 'due',
      head: 'Due',
      cell: (row) => (
        <>
          <Day of={row.dueOn} by={row.workings} />
          {row.status !== 'not required' && (
            <span className="block text-fine sm:hidden">
              <DueWords due={row.dueOn} done={row.status === 'filed' || row.status === 'missed'} />
            </span>
          )}
        </>
      ),
      sort: (row) => row.dueOn,
    },
    {
      key: 'in',
      head: '',
      className: 'max-sm:hidden',
      cell: (row) => row.status !== 'not required' && <DueWords due={row.dueOn} done={row.status === 'filed' || row.status === 'missed'} />,
    },
    ...(withoutClient
      ? []
      : ([
          {
            key: 'client',
            head: 'Client',
            cell: (row) => (
              <Link to={`/clients/${row.clientId}`} onClick={(event) => event.stopPropagation()} className="font-semibold hover:underline">
                {row.client}
              </Link>
            ),
            sort: (row) => row.client,
          },
        ] satisfies Column<ObligationView>[])),
    {
      key: 'what',
      head: 'What',
      cell: (row) => (
        <>
          {row.name}
          {row.extendedFrom && (
            <span className="block text-fine text-soft">
              extended from {dayInWords(row.extendedFrom, session.day)}
              {row.extensionReference && `, ${row.extensionReference}`}
            </span>
          )}
        </>
      ),
      sort: (row) => row.name,
    },
    { key: 'stands', head: 'Status', cell: (row) => <Stands of={row} />, wide: false },
    { key: 'tasks', head: 'Tasks', cell: (row) => row.jobId && <TasksDone done={row.tasksDone} of={row.tasks} passedOver={row.tasksPassedOver} />, wide: true },
    { key: 'who', head: 'Who', cell: (row) => row.who ?? (row.jobId ? <span className="late">nobody yet</span> : ''), sort: (row) => row.who, wide: true },
    ...(session.may('do work')
      ? ([
          {
            key: 'more',
            head: '',
            cell: (row) =>
              (row.status === 'open' || row.status === 'not required' || row.status === 'missed') && (
                <button
                  className="lnk"
                  aria-label={`Change ${row.name}: filed, extension, not required`}
                  title="Filed elsewhere, extension, not required, missed"
                  onClick={(event) => {
                    event.stopPropagation();
                    setStanding(row);
                  }}
                >
                  Change
                </button>
              ),
          },
        ] satisfies Column<ObligationView>[])
      : []),
  ];
  return (
    <>
      <LedgerTable
        label={label}
        columns={columns}
        rows={obligations}
        keyOf={(row) => row.id}
        group={group}
        rowKeys={rowKeys}
        RowPart={RowPart}
        to={(row) => (row.jobId ? `/jobs/${row.jobId}` : null)}
        empty={empty}
      />
      {standing && <DeadlineStatusLeaf of={standing} onClose={() => setStanding(null)} />}
    </>
  );
}
