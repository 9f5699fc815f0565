import * as almanacRoutes from '@steady/contract/almanac.routes';
import * as contactsRoutes from '@steady/contract/contacts.routes';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { type Money, formatMoney, moneyInWords, sumOf } from '@steady/core/money';
import { FORM_WORDS } from '@steady/core/clients';
import type { RelatedView } from '@steady/contract/contacts';
import { counted } from '@steady/core/words';
import { useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble, Views } from '../../ui/page';
import { Day, DueWords, Waits } from '../../ui/due';
import { dayInWords, dueTone, dueWords } from '../../ui/words';
import { DeadlineTable } from '../almanac';
import { JobList } from '../jobs';
import { RelatedLeaf } from './relate-leaf';
import { RELATED_WORDS } from './words';

type One = RelatedView['clients'][number];

/** Clients that belong together: all their deadlines, jobs and balances at once. */
export function RelatedPage() {
  const { id = '', section = '' } = useParams();
  const session = useSession();
  const { data: related, error } = useData(contactsRoutes.relatedView, { id });
  const { data: ahead = [] } = useData(almanacRoutes.ofRelated, { id });
  const [changing, setChanging] = useState(false);
  const may = session.may('change clients');
  const fees = session.may('see fees');
  useKeys(may ? [{ press: 'e', does: 'change the name', act: () => setChanging(true) }] : []);
  if (error) return <Trouble error={error} />;
  if (!related) return null;
  const sum = (pick: (client: One) => Money | null) =>
    sumOf(
      session.firm.currency,
      related.clients.flatMap((client) => pick(client) ?? []),
    );
  const next = ahead.find((one) => one.status === 'open' || one.status === 'filing');
  const unpaid = sum((client) => client.unpaid);
  const waits = related.clients.filter((client) => client.waitingSince);
  const columns: Column<One>[] = [
    {
      key: 'name',
      head: 'Client',
      cell: (row) => (
        <>
          <span className="font-semibold">{row.name}</span>
          <span className="text-soft"> {FORM_WORDS[row.legalForm as keyof typeof FORM_WORDS].toLowerCase()}</span>
          {row.standing !== 'active' && <span className="text-soft">, {row.standing}</span>}
        </>
      ),
      sort: (row) => row.name,
    },
    { key: 'dueOn', head: 'Next deadline', cell: (row) => row.dueOn && <Day of={row.dueOn} />, sort: (row) => row.dueOn, wide: true },
    { key: 'in', head: '', cell: (row) => row.dueOn && <DueWords due={row.dueOn} done={false} /> },
    { key: 'due', head: 'What is due', cell: (row) => row.due, wide: true },
    { key: 'waits', head: 'Waiting for', cell: (row) => row.waitingSince && <Waits since={row.waitingSince} />, wide: true },
    { key: 'jobs', head: 'Open jobs', figure: true, cell: (row) => row.openJobs || '', sort: (row) => row.openJobs, wide: true },
    ...(fees
      ? ([
          {
            key: 'wip',
            head: `WIP, ${session.firm.currency}`,
            figure: true,
            cell: (row) => row.wip && formatMoney(row.wip),
            sort: (row) => row.wip,
            wide: true,
          },
          {
            key: 'unpaid',
            head: `Unpaid, ${session.firm.currency}`,
            figure: true,
            cell: (row) => row.unpaid && formatMoney(row.unpaid),
            sort: (row) => row.unpaid,
          },
        ] satisfies Column<One>[])
      : []),
  ];
  return (
    <Page
      above={RELATED_WORDS[related.kind]}
      title={related.name}
      sum={
        <>
          {counted(related.clients.length, 'client')}.{' '}
          {next ? (
            <>
              Next deadline{' '}
              <span className={dueTone(next.dueOn, session.day)}>
                {dayInWords(next.dueOn, session.day)}, {next.client}, {next.service}, {dueWords(next.dueOn, session.day)}
              </span>
              .
            </>
          ) : (
            'No deadlines ahead.'
          )}
          {waits.length > 0 && ` We wait for ${waits.length === 1 ? waits[0]!.name : `${waits.length} of them`}.`}
          {fees && unpaid.amount > 0 && ` Unpaid together ${moneyInWords(unpaid)}.`}
        </>
      }
      tools={
        <>
          <Views
            views={[
              { to: `/related/${id}`, words: 'Clients' },
              { to: `/related/${id}/deadlines`, words: 'Deadlines' },
              { to: `/related/${id}/jobs`, words: 'Jobs' },
            ]}
          />
          {may && (
            <button className="act-quiet ml-auto" onClick={() => setChanging(true)}>
              Change the name
            </button>
          )}
        </>
      }
    >
      {section === '' && (
        <LedgerTable
          label="Related clients"
          columns={columns}
          rows={related.clients}
          keyOf={(row) => row.id}
          to={(row) => `/clients/${row.id}`}
          total={
            related.clients.length > 1
              ? {
                  name: counted(related.clients.length, 'client'),
                  jobs: related.clients.reduce((total, client) => total + client.openJobs, 0),
                  wip: formatMoney(sum((client) => client.wip)),
                  unpaid: formatMoney(unpaid),
                }
              : undefined
          }
        />
      )}
      {section === 'deadlines' && (
        <>
          <DeadlineTable label="Deadlines ahead" obligations={ahead} empty="None of them has a deadline ahead." />
          <Link to={`/almanac?view=year&related=${id}`} className="lnk mt-2 inline-block text-table">
            Their year
          </Link>
        </>
      )}
      {section === 'jobs' && <JobList of={{ related: id }} withClient />}
      {changing && <RelatedLeaf related={related} onClose={() => setChanging(false)} />}
    </Page>
  );
}
