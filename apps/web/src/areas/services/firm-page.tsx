import { rhythmInWords } from '@steady/core/calendar';
import { formatMoney } from '@steady/core/money';
import type { ServiceView } from '@steady/contract/services';
import { useData } from '../../app/api';
import { useSession, useTeam } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { Page } from '../../ui/page';

export function FirmPage() {
  const { firm } = useSession();
  const { team } = useTeam();
  const { data: services = [] } = useData<ServiceView[]>('/api/services');
  return (
    <Page title={firm.name} sum={`${team.length} people, ${services.length} services.`}>
      <h2 className="mt-5 mb-2">People</h2>
      <LedgerTable
        label="People"
        rows={team}
        keyOf={(row) => row.id}
        columns={[
          { key: 'name', head: 'Name', cell: (row) => <span className="font-semibold">{row.name}</span> },
          { key: 'role', head: 'Role', cell: (row) => row.role },
          { key: 'does', head: 'Does', cell: (row) => <span className="text-soft">{row.does}</span> },
        ]}
      />
      <h2 className="mt-6 mb-2">Services</h2>
      <LedgerTable
        label="Services"
        rows={services}
        keyOf={(row) => row.id}
        columns={[
          { key: 'name', head: 'Service', cell: (row) => <span className="font-semibold">{row.name}</span> },
          { key: 'rule', head: 'Filed with', cell: (row) => row.authority, wide: true },
          { key: 'rhythm', head: 'Rhythm', cell: (row) => rhythmInWords(row.defaultRhythm) },
          { key: 'phases', head: 'Procedure', cell: (row) => <span className="text-soft">{row.phases.join(', ')}</span>, wide: true },
          { key: 'fee', head: 'Usual fee', figure: true, cell: (row) => formatMoney(row.defaultFee) },
          { key: 'lines', head: 'Clients', figure: true, cell: (row) => row.lines },
        ]}
      />
    </Page>
  );
}
