import { useState } from 'react';
import { useSearchParams } from 'react-router';
import useSWRInfinite from 'swr/infinite';
import { civil, weekStart } from '@steady/core/calendar';
import { shortDate } from '@steady/core/words';
import type { JobRow } from '@steady/contract/jobs';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { NameFilter, Page } from '../../ui/page';
import { waitedWords } from '../../ui/words';
import { useJobColumns } from './job-list';

interface Answer {
  rows: JobRow[];
  more: boolean;
}

const FILTERS = {
  all: { words: 'All open', holds: () => true },
  overdue: { words: 'Overdue', holds: (row: JobRow, today: string) => row.dueOn < today },
  week: {
    words: 'Due this week',
    holds: (row: JobRow, today: string) => row.dueOn >= today && row.dueOn <= weekStart(civil(today)).add({ days: 6 }).toString(),
  },
  waits: { words: 'Wait for clients', holds: (row: JobRow) => row.waitingSince !== null && row.status === 'open' },
  mine: { words: 'Mine', holds: (row: JobRow, _today: string, me: string) => row.who === me },
} as const;

export function JobsPage() {
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  const [find, setFind] = useState('');
  const show = search.get('show') ?? 'all';
  const filter = show in FILTERS ? (show as keyof typeof FILTERS) : 'all';
  const finished = show === 'finished';
  const { data, size, setSize } = useSWRInfinite<Answer>((_index: number, before: Answer | null) => {
    if (before && !before.more) return null;
    return `/api/jobs?status=${finished ? 'finished' : 'open'}&find=${encodeURIComponent(find.trim())}${before ? `&after=${before.rows.at(-1)!.id}` : ''}`;
  });
  const columns = useJobColumns(true);
  const all = data?.flatMap((page) => page.rows) ?? [];
  const more = data?.at(-1)?.more ?? false;
  const me = session.name.split(' ')[0]!;
  const rows = finished ? all : all.filter((row) => FILTERS[filter].holds(row, session.today, me));
  const count = (key: keyof typeof FILTERS) => all.filter((row) => FILTERS[key].holds(row, session.today, me)).length;
  const longest = all.reduce<string | null>(
    (oldest, row) => (row.waitingSince && row.status === 'open' && (!oldest || row.waitingSince < oldest) ? row.waitingSince : oldest),
    null,
  );
  const group = (row: JobRow) => {
    if (finished) return 'Finished';
    if (row.dueOn < session.today) return 'Overdue';
    const monday = weekStart(civil(row.dueOn));
    return `${monday.equals(weekStart(session.day)) ? 'This week, due' : 'Due'} in the week of ${shortDate(monday).slice(4)}${monday.year === session.day.year ? '' : ` ${monday.year}`}`;
  };
  const narrow = (show: string, words: string, tone = '') => (
    <button className={`lnk ${tone}`} onClick={() => setSearch({ show })}>
      {words}
    </button>
  );
  const tab = (show: string, words: string) => (
    <button
      key={show}
      className={(finished ? 'finished' : filter) === show ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent hover:text-ink'}
      onClick={() => setSearch(show === 'all' ? {} : { show })}
    >
      {words}
    </button>
  );
  return (
    <Page
      title="Jobs"
      sum={
        !finished && data ? (
          <>
            {narrow('week', `${count('week')} due this week`)}, {narrow('waits', `${count('waits')} wait for clients`, count('waits') ? 'soon' : '')}
            {longest && <>, the longest {waitedWords(longest, session.day)}</>},{' '}
            {narrow('overdue', `${count('overdue')} overdue`, count('overdue') ? 'late' : '')}. {all.length}
            {more ? ' and more' : ''} are open.
          </>
        ) : (
          'Finished jobs, the newest first.'
        )
      }
      tools={
        <>
          <span className="flex flex-wrap gap-x-[22px]">
            {Object.entries(FILTERS).map(([key, { words }]) => tab(key, words))}
            {tab('finished', 'Finished')}
          </span>
          <span className="ml-auto">
            <NameFilter find={find} onFind={setFind} />
          </span>
        </>
      }
    >
      {data && (
        <LedgerTable
          label="Jobs"
          columns={columns}
          rows={rows}
          group={group}
          keyOf={(row) => row.id}
          to={(row) => `/jobs/${row.id}`}
          empty="No job stands here. Jobs begin by themselves when the lead time of a deadline has come."
        />
      )}
      {more && (
        <button className="act-quiet mt-3" onClick={() => void setSize(size + 1)}>
          Show more
        </button>
      )}
    </Page>
  );
}
