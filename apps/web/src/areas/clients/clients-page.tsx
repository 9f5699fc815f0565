import { useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import useSWRInfinite from 'swr/infinite';
import { formatMoney } from '@steady/core/money';
import type { ClientRow } from '@steady/contract/clients';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { Day, DueWords } from '../../ui/due';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { NameFilter, Page } from '../../ui/page';
import { waitedWords } from '../../ui/words';
import { ClientLeaf } from './client-leaf';
import { FORM_WORDS } from './words';

interface ClientPageAnswer {
  rows: ClientRow[];
  more: boolean;
  total: number;
}

const lastName = (name: string, form: ClientRow['legalForm']) => (form === 'person' ? (name.split(' ').at(-1) ?? name) : name);

export function ClientsPage() {
  const session = useSession();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const [find, setFind] = useState('');
  const adding = search.has('new');
  const { data, size, setSize } = useSWRInfinite<ClientPageAnswer>((_index: number, before: ClientPageAnswer | null) => {
    if (before && !before.more) return null;
    const after = before ? `&after=${before.rows.at(-1)!.id}` : '';
    return `/api/clients?find=${encodeURIComponent(find.trim())}${after}`;
  });
  const rows = useMemo(() => data?.flatMap((page) => page.rows) ?? [], [data]);
  const more = data?.at(-1)?.more ?? false;
  const total = data?.[0]?.total ?? 0;
  const waiting = rows.filter((row) => row.waitingSince).length;
  const seesFees = session.may('see fees');
  useKeys(session.may('change clients') ? [{ press: 'n', does: 'new client', act: () => setSearch({ new: '' }) }] : []);
  const columns: Column<ClientRow>[] = [
    { key: 'name', head: 'Client', cell: (row) => <span className="font-semibold">{row.name}</span>, sort: (row) => lastName(row.name, row.legalForm) },
    {
      key: 'form',
      head: 'Kind',
      cell: (row) => <span className="text-soft">{row.standing === 'active' ? FORM_WORDS[row.legalForm] : row.standing}</span>,
      sort: (row) => row.legalForm,
      wide: true,
    },
    {
      key: 'way',
      head: 'Works',
      cell: (row) => (row.way === 'paper' ? <span className="soon whitespace-nowrap">on paper</span> : <span className="text-soft">online</span>),
      sort: (row) => row.way,
      wide: true,
    },
    { key: 'due', head: 'Next deadline', cell: (row) => row.nextDue && <Day of={row.nextDue} />, sort: (row) => row.nextDue },
    { key: 'in', head: '', cell: (row) => row.nextDue && <DueWords due={row.nextDue} /> },
    { key: 'what', head: 'What', cell: (row) => row.nextWhat ?? <span className="text-soft">no service yet</span>, wide: true },
    { key: 'jobs', head: 'Open jobs', figure: true, cell: (row) => row.openJobs || '', sort: (row) => row.openJobs, wide: true },
    {
      key: 'waits',
      head: 'We wait',
      cell: (row) => row.waitingSince && <span className="whitespace-nowrap">{waitedWords(row.waitingSince, session.day)}</span>,
      sort: (row) => row.waitingSince,
      wide: true,
    },
    ...(seesFees
      ? ([
          { key: 'wip', head: 'WIP', figure: true, cell: (row) => (row.wip ? formatMoney(row.wip) : ''), sort: (row) => row.wip, wide: true },
          { key: 'unpaid', head: 'Unpaid', figure: true, cell: (row) => (row.unpaid ? formatMoney(row.unpaid) : ''), sort: (row) => row.unpaid, wide: true },
        ] satisfies Column<ClientRow>[])
      : []),
    { key: 'manager', head: 'Manager', cell: (row) => row.manager, sort: (row) => row.manager, wide: true },
  ];
  const sum = (pick: (row: ClientRow) => number) => formatMoney(rows.reduce((all, row) => all + pick(row), 0));
  return (
    <Page
      title="Clients"
      sum={
        <>
          {find.trim() ? `${total} of that name` : `${total} clients`}; {waiting === 0 ? 'we wait for none of them' : `we wait for ${waiting} of them`}.
        </>
      }
      tools={
        <>
          <NameFilter find={find} onFind={setFind} />
          {session.may('change clients') && (
            <button className="act ml-auto" onClick={() => setSearch({ new: '' })}>
              Add a client
            </button>
          )}
        </>
      }
    >
      {data && (
        <LedgerTable
          label="Clients"
          columns={columns}
          rows={rows}
          keyOf={(row) => row.id}
          to={(row) => `/clients/${row.id}`}
          total={seesFees && rows.length > 1 ? { name: `${rows.length} clients`, wip: sum((row) => row.wip), unpaid: sum((row) => row.unpaid) } : undefined}
          empty={
            find.trim()
              ? 'No client of that name. Look for a part of it, or add the client.'
              : 'Clients stand here. Add the first one: a name and its legal form are enough to begin.'
          }
        />
      )}
      {more && (
        <button className="act-quiet mt-3" onClick={() => void setSize(size + 1)}>
          Show more
        </button>
      )}
      <ClientLeaf open={adding} onClose={() => setSearch({}, { replace: true })} onSaved={(id) => void navigate(`/clients/${id}`)} />
    </Page>
  );
}
