import * as proceduresRoutes from '@steady/contract/procedures.routes';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { formatHours } from '@steady/core/money';
import { counted } from '@steady/core/words';
import type { ProcedureRow } from '@steady/contract/procedures';
import { send, useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { WhoMay } from '../../app/who-may';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { Page } from '../../ui/page';
import { TakeLeaf } from '../../ui/take-leaf';
import { FirmViews } from '../team';

const COLUMNS: Column<ProcedureRow>[] = [
  {
    key: 'name',
    head: 'Procedure',
    cell: (row) => (
      <>
        <Link to={`/firm/procedures/${row.id}`} className="font-semibold hover:underline">
          {row.name}
        </Link>
        {row.onlyFor && <span className="block text-fine text-soft">only for {row.onlyFor}</span>}
      </>
    ),
    sort: (row) => row.name,
    className: 'max-w-64',
  },
  { key: 'phases', head: 'Phases', cell: (row) => <span className="text-soft">{row.phases.join(', ')}</span>, wide: true, className: 'max-w-80' },
  { key: 'services', head: 'Services', cell: (row) => row.services.join(', ') || <span className="text-soft">none</span>, wide: true, className: 'max-w-48' },
  { key: 'tasks', head: 'Tasks', figure: true, cell: (row) => row.tasks, sort: (row) => row.tasks, wide: true },
  { key: 'minutes', head: 'Estimate', figure: true, cell: (row) => formatHours(row.minutes), sort: (row) => row.minutes },
  {
    key: 'actions',
    head: 'Automatic',
    figure: true,
    cell: (row) => row.actions || <span className="text-soft">0</span>,
    sort: (row) => row.actions,
    wide: true,
  },
  { key: 'jobs', head: 'Open jobs', figure: true, cell: (row) => row.jobs || <span className="text-soft">0</span>, sort: (row) => row.jobs },
];

/** How the firm does each kind of work. */
export function ProceduresPage() {
  const session = useSession();
  const navigate = useNavigate();
  const [taking, setTaking] = useState(false);
  const { data: procedures } = useData(proceduresRoutes.list);
  const mayChange = session.may('change services');
  useKeys(
    mayChange
      ? [
          { press: 'n p', does: 'new procedure', act: () => void navigate('/firm/procedures/new') },
          { press: 'n e', does: 'use a ready-made procedure', act: () => setTaking(true) },
        ]
      : [],
  );
  if (!procedures) return null;
  const jobs = procedures.reduce((sum, one) => sum + one.jobs, 0);
  const unused = procedures.filter((one) => one.services.length === 0 && one.onlyFor === null && one.jobs === 0).length;
  return (
    <Page
      title="Procedures"
      sum={`${counted(procedures.length, 'procedure')} carry ${counted(jobs, 'open job')}${unused > 0 ? `; ${unused} not used by any service` : ''}.`}
      tools={
        <>
          <FirmViews />
          <WhoMay right="change services" act="Procedures are changed" />
          {mayChange && (
            <span className="ml-auto flex gap-3">
              <button className="act-quiet" onClick={() => setTaking(true)}>
                Use a ready-made one
              </button>
              <button className="act" onClick={() => void navigate('/firm/procedures/new')}>
                New procedure
              </button>
            </span>
          )}
        </>
      }
    >
      <LedgerTable
        label="Procedures"
        columns={COLUMNS}
        rows={procedures}
        keyOf={(row) => row.id}
        to={(row) => `/firm/procedures/${row.id}`}
        empty="No procedure yet. Use a ready-made one and change it, or write down how you do a kind of work."
      />
      {taking && <SuppliedLeaf onClose={() => setTaking(false)} />}
    </Page>
  );
}

function SuppliedLeaf({ onClose }: { onClose(): void }) {
  const navigate = useNavigate();
  const { data: supplied = [] } = useData(proceduresRoutes.supplied);
  return (
    <TakeLeaf
      title="Use a ready-made procedure"
      offered={supplied}
      about={(one) => <p className="text-table text-soft">{one.phases.join(', ')}</p>}
      onTake={async ({ key }) => {
        const { id } = await send(proceduresRoutes.take, {}, { key });
        await navigate(`/firm/procedures/${id}`);
      }}
      onClose={onClose}
    />
  );
}
