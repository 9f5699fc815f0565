import { useState } from 'react';
import { Link } from 'react-router';
import type { DueThings, YearlyList } from '@steady/contract/keeping';
import { counted } from '@steady/core/words';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { dayInWords } from '../../ui/words';
import { DestroyLeaf, KeepLongerLeaf } from './decide-leaves';
import { thingsInWords } from './words';

/** Where on the page of its client each kind is seen. */
const SECTION: Record<DueThings['kind'], string> = { documents: 'documents', messages: 'correspondence', answers: 'requests', 'signing steps': 'requests' };
const keyOf = ({ clientId, kind, folderId }: DueThings) => `${clientId} ${kind} ${folderId ?? ''}`;

/** What may be destroyed this year: somebody decides line by line, or on many at once. */
export function DueList({ of }: { of: YearlyList }) {
  const { day } = useSession();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [open, setOpen] = useState<'destroy' | 'keep' | null>(null);
  const those = of.due.filter((one) => chosen.has(keyOf(one)));
  const done = () => {
    setOpen(null);
    setChosen(new Set());
  };
  return (
    <>
      <p className="mb-3 flex flex-wrap items-baseline gap-3">
        <button className="act" disabled={those.length === 0} onClick={() => setOpen('destroy')}>
          Destroy
        </button>
        <button className="act-quiet" disabled={those.length === 0} onClick={() => setOpen('keep')}>
          Keep longer
        </button>
        <span className="text-table text-soft">
          {those.length === 0 ? 'Choose lines first.' : `${counted(those.length, 'line')} chosen.`} The time of what is here was over before {of.year} began.
        </span>
      </p>
      <LedgerTable
        label="May be destroyed"
        rows={of.due}
        keyOf={keyOf}
        group={(row) => row.client}
        chosen={{ keys: chosen, onChoose: setChosen, nameOf: (row) => `${row.client}, ${thingsInWords(row)}` }}
        empty={`Nothing of ${of.year}. What runs out in ${of.year} comes onto the list of ${of.year + 1}.`}
        columns={[
          { key: 'what', head: 'What', cell: (row) => <span className="font-semibold">{thingsInWords(row)}</span>, sort: (row) => thingsInWords(row) },
          { key: 'count', head: 'How many', cell: (row) => row.count, figure: true, sort: (row) => row.count },
          { key: 'through', head: 'Kept through', cell: (row) => dayInWords(row.through, day), sort: (row) => row.through },
          { key: 'why', head: 'Why', cell: (row) => <span className="text-soft">{row.why}</span>, wide: true },
          {
            key: 'client',
            head: '',
            cell: (row) => (
              <Link className="lnk" to={`/clients/${row.clientId}/${SECTION[row.kind]}`} aria-label={`Open ${row.client}`}>
                Open
              </Link>
            ),
          },
        ]}
      />
      {open === 'destroy' && <DestroyLeaf those={those} onDone={done} onClose={() => setOpen(null)} />}
      {open === 'keep' && <KeepLongerLeaf those={those} onDone={done} onClose={() => setOpen(null)} />}
    </>
  );
}
