import type { YearlyList } from '@steady/contract/keeping';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { dayInWords, momentInWords } from '../../ui/words';
import { thingsInWords } from './words';

/** What was decided this year, and by whom. */
export function Decided({ of }: { of: YearlyList }) {
  const { day } = useSession();
  return (
    <LedgerTable
      label={`Decided in ${of.year}`}
      rows={of.decided}
      keyOf={(row) => row.id}
      to={(row) => `/clients/${row.clientId}`}
      empty={`Nothing was decided in ${of.year} yet. Earlier years stand in the history of each client.`}
      columns={[
        { key: 'client', head: 'Client', cell: (row) => <span className="font-semibold">{row.client}</span>, sort: (row) => row.client },
        { key: 'what', head: 'What', cell: (row) => thingsInWords(row) },
        {
          key: 'decided',
          head: 'Decided',
          cell: (row) =>
            row.destroyed ? (
              `${row.count} destroyed`
            ) : (
              <>
                kept through {dayInWords(row.keepThrough!, day)}
                <span className="block text-fine text-soft">{row.reason}</span>
              </>
            ),
        },
        { key: 'by', head: 'By', cell: (row) => row.by, wide: true },
        { key: 'at', head: 'When', cell: (row) => momentInWords(row.at, day), sort: (row) => row.at },
      ]}
    />
  );
}
