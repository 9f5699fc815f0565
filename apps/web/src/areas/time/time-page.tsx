import * as timeRoutes from '@steady/contract/time.routes';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { civil, weekStart } from '@steady/core/calendar';
import { formatHours } from '@steady/core/money';
import { counted, shortDate } from '@steady/core/words';
import type { TimeEntryView } from '@steady/contract/time';
import { useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble } from '../../ui/page';
import { TimeLeaf } from './time-leaf';

export function TimePage() {
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  const [adding, setAdding] = useState(false);
  const from = weekStart(civil(search.get('from') ?? session.today));
  const { data: sheet, error } = useData(timeRoutes.sheet, { from: from.toString() });
  const go = (weeks: number) => setSearch({ from: from.add({ weeks }).toString() });
  useKeys([{ press: 'n t', does: 'new time entry', act: () => setAdding(true) }]);
  if (error) return <Trouble error={error} />;
  if (!sheet) return null;
  const dayTotal = (day: string) => sheet.entries.filter((entry) => entry.on === day).reduce((sum, entry) => sum + entry.minutes, 0);
  return (
    <Page
      title="My time"
      sum={
        <>
          {formatHours(sheet.total)} recorded in the week of {shortDate(from).slice(4)}; your pattern holds {formatHours(sheet.expected)} for clients.
        </>
      }
      tools={
        <>
          <button className="lnk" onClick={() => go(-1)}>
            Week before
          </button>
          <span>
            {shortDate(from)} to {shortDate(from.add({ days: 6 }))} {from.year}
          </span>
          <button className="lnk" onClick={() => go(1)}>
            Week after
          </button>
          <button className="act ml-auto" onClick={() => setAdding(true)}>
            Add time
          </button>
        </>
      }
    >
      <LedgerTable
        label="Time entries"
        rows={sheet.entries}
        keyOf={(row) => row.id}
        group={(row) => `${shortDate(civil(row.on))}, ${formatHours(dayTotal(row.on))}`}
        columns={[
          { key: 'client', head: 'Client', cell: (row: TimeEntryView) => <span className="font-semibold">{row.client}</span>, sort: (row) => row.client },
          {
            key: 'job',
            head: 'Job',
            cell: (row) => (
              <Link to={`/jobs/${row.jobId}/money`} className="lnk">
                {row.job}
              </Link>
            ),
            sort: (row) => row.job,
          },
          { key: 'task', head: 'Task', cell: (row) => row.task ?? <span className="text-soft">no task</span>, wide: true },
          { key: 'note', head: 'Note', cell: (row) => <span className="text-soft">{row.note}</span>, wide: true },
          { key: 'time', head: 'Time', figure: true, cell: (row) => formatHours(row.minutes), sort: (row) => row.minutes },
        ]}
        total={{ client: counted(sheet.entries.length, 'entry', 'entries'), time: formatHours(sheet.total) }}
        empty="No time in this week. Start the timer on a task of a job, or add time by hand."
      />
      {adding && <TimeLeaf onClose={() => setAdding(false)} />}
    </Page>
  );
}
